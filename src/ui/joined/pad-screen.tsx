"use client";

import { useEffect, useRef, useState } from "react";
import { ELSEWHERE, padChoice, padQuestion } from "@/core/admission";
import { patientText } from "@/core/knowledge";
import { type Language, LANGUAGE_IDS, LANGUAGES } from "@/core/vocabulary";
import { pressedAt } from "@/devices/feed";
import type { DeviceSign, PadChoice } from "@/wire/devices";
import { playTone } from "../primitives/tone";
import { useWakeLock } from "../shell/use-wake-lock";
import { groundOf, SignMark } from "./device-sign";
import { useJoined } from "./use-joined";
import { usePadLanguage } from "./use-language";
import { WherePicture } from "./where-picture";

const HELD_FOR_STOP_MS = 1500;
const DARK_FOR_MS = 900;
const UNDO_FOR_MS = 5000;
const BUZZ_MS = 60;

type Say = ReturnType<typeof useJoined>["say"];

/** One buzz where the device has one, and one click: neither needs to be looked at. */
function felt(): void {
  navigator.vibrate?.(BUZZ_MS);
  try {
    playTone(1200, 0.05, 0.3);
  } catch {
    /* No sound here. */
  }
}

/** While a limb is held: one button as large as the screen, with nothing to read. */
function Hold({ sign, label, say, onStop }: { sign: DeviceSign; label: string; say: Say; onStop: () => void }) {
  const [isDark, setDark] = useState(false);
  const fingers = useRef(new Set<number>());
  const held = useRef<ReturnType<typeof setTimeout> | null>(null);
  const letGo = () => {
    if (held.current) clearTimeout(held.current);
    held.current = null;
  };
  const mark = (event: React.SyntheticEvent) => {
    say({ says: "now" }, pressedAt(event));
    felt();
    setDark(true);
    setTimeout(() => setDark(false), DARK_FOR_MS);
  };
  const press = (event: React.PointerEvent) => {
    fingers.current.add(event.pointerId);
    if (fingers.current.size > 1) {
      letGo();
      return onStop();
    }
    mark(event);
    held.current = setTimeout(onStop, HELD_FOR_STOP_MS);
  };
  const lift = (event: React.PointerEvent) => {
    fingers.current.delete(event.pointerId);
    letGo();
  };
  return (
    <button
      type="button"
      data-pad="hold"
      aria-label={label}
      className="grid min-h-dvh w-full touch-none place-items-center select-none"
      style={{ background: isDark ? "#000" : groundOf(sign) }}
      onPointerDown={press}
      onPointerUp={lift}
      onPointerCancel={lift}
      onKeyDown={(event) => {
        if (event.repeat) return;
        if (event.key === "Escape") onStop();
        else if (event.key === " " || event.key === "Enter") {
          event.preventDefault();
          mark(event);
        }
      }}
    >
      <SignMark sign={sign} size={96} />
    </button>
  );
}

const SLAB =
  "flex min-h-[100px] w-full flex-col items-center justify-center rounded-2xl border-2 border-neutral-500 bg-neutral-900 px-3 text-center leading-tight text-white active:bg-neutral-700";

const ZERO_TO_TEN = Array.from({ length: 11 }, (_none, value) => value);

/** 0 to 10 in two rows, from the least below to the worst above; the last one has a foot, and is not chosen. */
type ScaleProps = { last: number | null; language: Language; onAnswer: (answer: string) => void };

function Scale({ last, language, onAnswer }: ScaleProps) {
  const row = (values: readonly number[]) => (
    <div className="grid grid-cols-6 gap-2">
      {values.map((value) => (
        <button
          key={value}
          type="button"
          onClick={() => onAnswer(String(value))}
          className={`grid min-h-[100px] place-items-center rounded-2xl border-2 bg-neutral-900 text-4xl font-bold text-white active:bg-neutral-700 ${value === last ? "border-b-8 border-neutral-300" : "border-neutral-500"}`}
        >
          {value}
        </button>
      ))}
    </div>
  );
  return (
    <div className="flex flex-col gap-2 text-xl">
      <span className="text-end">{patientText("tablet.worst", language)}</span>
      {row(ZERO_TO_TEN.slice(6))}
      {row(ZERO_TO_TEN.slice(0, 6))}
      <span>{patientText("tablet.no-pain", language)}</span>
    </div>
  );
}

type ChoicesProps = {
  choices: readonly PadChoice[];
  /** The safety question whose answers they are. */
  question: string | undefined;
  language: Language;
  onAnswer: (answer: string) => void;
};

function Choices({ choices, question, language, onAnswer }: ChoicesProps) {
  return (
    <div className={`grid gap-2 ${choices.length > 4 ? "grid-cols-2 text-2xl" : "text-3xl"}`}>
      {/* The first lies next to the thumb, at the bottom. */}
      {choices.toReversed().map(({ id, label, small }) => (
        <button key={id} type="button" data-choice={id} onClick={() => onAnswer(id)} className={SLAB}>
          <span className="font-semibold">{padChoice({ id, label }, language, question)}</span>
          {small && <span className="text-lg text-neutral-300">{small}</span>}
        </button>
      ))}
    </div>
  );
}

const LONG_WORDS = 70;

/** One question as large as it fits: what takes long to say is read, not glanced at. */
const Words = ({ children }: { children: string }) => (
  <h1 className={`leading-tight font-semibold ${children.length > LONG_WORDS ? "text-2xl" : "text-[40px]"}`}>
    {children}
  </h1>
);

/** A strip at the bottom edge in every state but that of the whole-screen button. */
const Stop = ({ label, onStop }: { label: string; onStop: () => void }) => (
  <button
    type="button"
    onClick={onStop}
    className="min-h-[72px] w-full rounded-2xl bg-[#b3261e] text-3xl font-bold text-white active:bg-[#7d1a14]"
  >
    {label}
  </button>
);

type Answered = { readonly to: string; readonly at: number };

/** What the person on the table holds in their hand: one thing at a time, and nothing that is about anybody. */
export function PadScreen({ sign, onEnd }: { sign: DeviceSign; onEnd: () => void }) {
  const { shown, show, isUp, say, leave } = useJoined(onEnd);
  const [answered, setAnswered] = useState<Answered | null>(null);
  const [language, setLanguage] = usePadLanguage();
  useWakeLock();
  const stop = () => {
    say({ says: "stop" });
    felt();
    show({ show: "stopped" });
  };
  const answer = (to: string, given: string) => {
    say({ says: "answer", to, answer: given });
    felt();
    setAnswered({ to, at: Date.now() });
  };
  /** Where it was is asked in words first, and on a picture for what is somewhere else. */
  const [pointing, setPointing] = useState<string | null>(null);
  const isPointing = pointing !== null && pointing === shown.id;
  const place = (given: string) =>
    given === ELSEWHERE && !isPointing ? setPointing(shown.id!) : answer(shown.id!, given);
  const done = shown.show === "ask" && answered?.to === shown.id ? answered : null;
  const isAnswered = done !== null;
  useEffect(() => {
    if (!isAnswered) return;
    const timer = setTimeout(() => setAnswered((one) => (one ? { ...one, at: 0 } : one)), UNDO_FOR_MS);
    return () => clearTimeout(timer);
  }, [isAnswered]);
  if (shown.show === "hold" || shown.show === "practise")
    return (
      <main lang={language} data-pad-shows={shown.show}>
        <h1 className="sr-only">{patientText("tablet.pad", language)}</h1>
        {shown.show === "practise" && (
          <p className="fixed inset-x-0 top-10 z-10 px-6 text-center text-3xl font-semibold text-white">
            {patientText("tablet.practise", language)}
          </p>
        )}
        <Hold sign={sign} label={patientText("tablet.hold", language)} say={say} onStop={stop} />
      </main>
    );
  if (shown.show === "stopped")
    return (
      <main lang={language} data-pad-shows="stopped" className="grid min-h-dvh place-items-center bg-[#9f1f18] p-6">
        <h1 role="status" className="text-center text-5xl font-bold text-white">
          {patientText("tablet.stopped", language)}
        </h1>
      </main>
    );
  return (
    <main
      lang={language}
      data-pad-shows={isAnswered ? "wait" : shown.show}
      className="flex min-h-dvh flex-col gap-4 bg-black p-4 text-white"
    >
      <header className="flex items-center justify-between text-neutral-300">
        <SignMark sign={sign} size={44} />
        {!isUp && <span role="status">{patientText("tablet.looking", language)}</span>}
        <span className="flex">
          {LANGUAGE_IDS.filter((id) => id !== language).map((id) => (
            <button
              key={id}
              type="button"
              lang={id}
              onClick={() => setLanguage(id)}
              className="min-h-11 px-3 text-lg underline"
            >
              {LANGUAGES[id]}
            </button>
          ))}
          <button type="button" onClick={leave} className="min-h-11 px-3 text-lg underline">
            {patientText("tablet.give-back", language)}
          </button>
        </span>
      </header>
      <div className="flex grow flex-col justify-end gap-4">
        {shown.show === "ask" && !isAnswered ? (
          <>
            <Words>{padQuestion(shown.words ?? "", language, shown.text)}</Words>
            {shown.scale ? (
              <Scale last={shown.scale.last} language={language} onAnswer={(given) => answer(shown.id!, given)} />
            ) : isPointing ? (
              <WherePicture
                offered={(shown.choices ?? []).map(({ id }) => id)}
                language={language}
                onPlace={place}
                onCannot={() => place(ELSEWHERE)}
              />
            ) : (
              <Choices
                choices={shown.choices ?? []}
                question={shown.text ? shown.id!.split(".", 1)[0] : undefined}
                language={language}
                onAnswer={place}
              />
            )}
          </>
        ) : (
          <h1 className="grow content-center text-center text-3xl text-neutral-300">
            {patientText("tablet.wait", language)}
          </h1>
        )}
        {done && done.at > 0 && (
          <button
            type="button"
            onClick={() => {
              say({ says: "not that", to: done.to });
              setAnswered(null);
            }}
            className="min-h-[72px] w-full rounded-2xl border-2 border-neutral-500 text-2xl"
          >
            {patientText("tablet.not-that", language)}
          </button>
        )}
      </div>
      <Stop label={patientText("tablet.stop", language)} onStop={stop} />
    </main>
  );
}
