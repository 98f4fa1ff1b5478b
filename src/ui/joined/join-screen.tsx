"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import { DEVICE_ROUTES } from "@/wire/device-routes";
import type { Joined } from "@/wire/devices";
import { patientText } from "@/core/knowledge";
import { type Problem, problemAtField } from "@/core/base";
import { LANGUAGE_IDS, LANGUAGES, WORDINGS } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { inputClass } from "../primitives/field";
import { PadScreen } from "./pad-screen";
import { ProbeScreen } from "./probe-screen";
import { usePadLanguage } from "./use-language";

const LETTERS_OF_A_CODE = 6;

type Where =
  { readonly is: "looking" } | { readonly is: "out"; readonly thanks: boolean } | ({ readonly is: "in" } & Joined);

/** A device of the clinic comes in by a code: it has no account, and sees nothing but what it is asked to show. */
export function JoinScreen() {
  const [where, setWhere] = useState<Where>({ is: "looking" });
  useEffect(() => {
    let isHere = true;
    void call(DEVICE_ROUTES.joined, {}, {}).then((told) => {
      if (isHere) setWhere(told.ok ? { is: "in", ...told.value } : { is: "out", thanks: false });
    });
    return () => void (isHere = false);
  }, []);
  const leave = () => setWhere({ is: "out", thanks: true });
  if (where.is === "looking") return <main className="min-h-dvh" aria-busy />;
  if (where.is === "out")
    return <CodeForm thanks={where.thanks} onJoined={(joined) => setWhere({ is: "in", ...joined })} />;
  return where.role === "pad" ? (
    <PadScreen sign={where.sign} onEnd={leave} />
  ) : (
    <ProbeScreen sign={where.sign} onEnd={leave} />
  );
}

/** The code that a picture code brought along. */
const broughtAlong = (): string => new URLSearchParams(location.hash.slice(1)).get("code") ?? "";

function CodeForm({ thanks, onJoined }: { thanks: boolean; onJoined: (joined: Joined) => void }) {
  const [code, setCode] = useState(() => (thanks ? "" : broughtAlong()));
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [language, setLanguage] = usePadLanguage();
  const [isThanking, setThanking] = useState(thanks);
  const join = async () => {
    setThanking(false);
    const joined = await call(DEVICE_ROUTES.join, {}, { code });
    if (!joined.ok) return setProblems(joined.problems);
    history.replaceState(null, "", location.pathname);
    onJoined(joined.value);
  };
  return (
    <main lang={language} className="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-5 p-6">
      {isThanking && (
        <p role="status" className="text-3xl font-semibold">
          {patientText("tablet.join.thanks", language)}
        </p>
      )}
      <h1 className="text-2xl font-bold">{patientText("tablet.join.title", language)}</h1>
      <p>{patientText("tablet.join.intro", language)}</p>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void join();
        }}
      >
        <label className="flex flex-col gap-1">
          <span className="font-medium">{patientText("tablet.join.code", language)}</span>
          <input
            value={code}
            onChange={(event) => setCode(event.target.value)}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            maxLength={12}
            className={`${inputClass} min-h-16 text-center font-mono text-3xl tracking-[0.3em] uppercase`}
          />
        </label>
        <Choice
          label={patientText("tablet.join.speaks", language)}
          big
          value={language}
          options={LANGUAGE_IDS.map((value) => ({ value, label: LANGUAGES[value] }))}
          onChoose={setLanguage}
        />
        <Button
          look="main"
          type="submit"
          className="min-h-16 text-xl"
          disabled={code.trim().length < LETTERS_OF_A_CODE}
        >
          {patientText("tablet.join.join", language)}
        </Button>
      </form>
      {problems.length > 0 && (
        <p role="alert" className="font-medium text-stop">
          {problems.map((one) => problemAtField(one, WORDINGS[language])).join(" ")}
        </p>
      )}
    </main>
  );
}
