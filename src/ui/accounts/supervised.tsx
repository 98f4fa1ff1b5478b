"use client";

import { type ReactNode, useEffect, useState } from "react";
import type { Supervisor } from "@/wire/accounts";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { useExam } from "../exam/exam-provider";
import { inputClass } from "../primitives/field";
import { AskedForm } from "./asked-form";
import { ShortCodeLine } from "./text-line";

/** Who can say so at a trainee's table; null until that is known. */
export function useSupervisors(exam: string): readonly Supervisor[] | null {
  const [all, setAll] = useState<readonly Supervisor[] | null>(null);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.supervisors, { exam }, {}).then((told) => isHere && told.ok && setAll(told.value.supervisors));
    return () => void (isHere = false);
  }, [exam]);
  return all;
}

/** What a trainee may not do alone: once the supervisor has entered their short code here, it is shown. */
export function Supervised({
  otherwise,
  children,
}: {
  /** What is said where nobody can. */
  otherwise: string;
  children: (supervisor: { practitioner: string; name: string }) => ReactNode;
}) {
  const { exam, state } = useExam();
  const all = useSupervisors(exam);
  const [given, setGiven] = useState<Supervisor | null>(null);
  const [chosen, setChosen] = useState("");
  const [code, setCode] = useState("");
  const supervisor = chosen || (state.visit?.supervisor?.practitioner ?? all?.[0]?.id ?? "");
  if (given) return children({ practitioner: given.id, name: given.name });
  if (all !== null && all.length === 0) return <p className="text-sm">{otherwise}</p>;
  return (
    <div className="mt-2 flex flex-col gap-2 text-ink" data-supervised>
      <p className="font-medium">Your supervisor enters their short code here.</p>
      <AskedForm
        label="I have looked, and say so"
        send={() => call(ROUTES.supervise, { exam }, { supervisor, code })}
        onOk={setGiven}
      >
        <label className="flex flex-wrap items-center gap-2">
          Supervisor
          <select className={inputClass} value={supervisor} onChange={(event) => setChosen(event.target.value)}>
            {(all ?? []).map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <ShortCodeLine label="Their short code" value={code} onChange={setCode} />
      </AskedForm>
    </div>
  );
}
