"use client";

import { useState } from "react";
import { type EventBody, ONSETS, PROVOKED_BY } from "@/core/exam/events";
import { irritability } from "@/core/exam/irritability";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

type History = EventBody<"history-recorded">;

const EMPTY: History = {
  onset: "not known",
  onsetNote: "",
  weeks: null,
  provokedBy: null,
  settlesMinutes: null,
  eases: "",
};
const PROVOKED_LABELS = { little: "little", moderate: "a fair amount", much: "much" } as const;
const SETTLES = [
  [5, "minutes"],
  [30, "half an hour"],
  [60, "an hour"],
  [180, "hours"],
  [1440, "a day"],
] as const;

/** How it began, what brings it on, how long it lasts, what eases it, and whether it centralises. */
export function HistoryCard() {
  const { state, append } = useExam();
  const history = state.history ?? EMPTY;
  const [text, setText] = useState({
    onsetNote: history.onsetNote,
    weeks: history.weeks === null ? "" : String(history.weeks),
    eases: history.eases,
  });
  const record = (change: Partial<History>) =>
    void append({ type: "history-recorded", body: { ...history, ...change } });
  const keepText = (field: "onsetNote" | "eases") => text[field] !== history[field] && record({ [field]: text[field] });
  const keepWeeks = () => {
    const weeks = text.weeks.trim() === "" ? null : Number(text.weeks.replace(",", "."));
    if (weeks !== history.weeks) record({ weeks });
  };
  const { level, reason } = irritability(state);
  return (
    <Card heading="How it behaves">
      <div className="flex flex-col gap-4">
        <Choice
          label="How did it begin?"
          value={state.history ? history.onset : null}
          options={ONSETS.map((onset) => ({ value: onset, label: onset }))}
          onChoose={(onset) => record({ onset })}
        />
        <div className="grid gap-4 md:grid-cols-[1fr_9rem]">
          <Field label="What happened">
            {(ids) => (
              <input
                {...ids}
                className={inputClass}
                maxLength={1000}
                value={text.onsetNote}
                onChange={(event) => setText({ ...text, onsetNote: event.target.value })}
                onBlur={() => keepText("onsetNote")}
              />
            )}
          </Field>
          <Field label="Weeks ago">
            {(ids) => (
              <input
                {...ids}
                inputMode="decimal"
                className={inputClass}
                value={text.weeks}
                onChange={(event) => setText({ ...text, weeks: event.target.value })}
                onBlur={keepWeeks}
              />
            )}
          </Field>
        </div>
        <Choice
          label="How much does it take to bring it on?"
          value={history.provokedBy}
          options={PROVOKED_BY.map((amount) => ({ value: amount, label: PROVOKED_LABELS[amount] }))}
          onChoose={(provokedBy) => record({ provokedBy })}
        />
        <Choice
          label="Once there, how long until it settles?"
          value={history.settlesMinutes === null ? null : String(history.settlesMinutes)}
          options={[
            ...SETTLES.map(([minutes, label]) => ({ value: String(minutes), label })),
            ...(history.settlesMinutes !== null && !SETTLES.some(([minutes]) => minutes === history.settlesMinutes)
              ? [{ value: String(history.settlesMinutes), label: `${history.settlesMinutes} min` }]
              : []),
          ]}
          onChoose={(minutes) => record({ settlesMinutes: Number(minutes) })}
        />
        <Field label="What eases it">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              maxLength={1000}
              value={text.eases}
              onChange={(event) => setText({ ...text, eases: event.target.value })}
              onBlur={() => keepText("eases")}
            />
          )}
        </Field>
        <p className="rounded-lg bg-well p-3">
          <strong>Irritability{level ? ` ${level}` : " not known yet"}.</strong> {reason}
          {level ? "." : ""}
        </p>
        <Choice
          label="Do repeated movements draw it towards the spine, and does it stay there (centralise)?"
          value={state.centralisation}
          options={[
            { value: "yes", label: "yes" },
            { value: "no", label: "no" },
            { value: "not tested", label: "not tested" },
          ]}
          onChoose={(answer) => void append({ type: "centralisation-recorded", body: { answer } })}
        />
      </div>
    </Card>
  );
}
