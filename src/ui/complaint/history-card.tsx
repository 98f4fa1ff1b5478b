"use client";

import { readNumber } from "@/core/base";
import { AGGRAVATING, EASING, type EventBody, irritability, ONSETS, PROVOKED_BY } from "@/core/record";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field } from "../primitives/field";
import { KeptInput } from "../primitives/kept-input";
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
  { minutes: 5, label: "minutes" },
  { minutes: 30, label: "half an hour" },
  { minutes: 60, label: "an hour" },
  { minutes: 180, label: "hours" },
  { minutes: 1440, label: "a day" },
] as const;

/** The usual times, and the recorded one when it is none of them. */
const settleOptions = (recorded: number | null) => {
  const unusual = recorded !== null && !SETTLES.some(({ minutes }) => minutes === recorded);
  return [...SETTLES, ...(unusual ? [{ minutes: recorded, label: `${recorded} min` }] : [])].map(
    ({ minutes, label }) => ({
      value: String(minutes),
      label,
    }),
  );
};

type Told<T extends string> = readonly (T | undefined)[];

type MovementsProps<T extends string> = {
  legend: string;
  all: readonly T[];
  /** Left out: not asked yet. */
  told: Told<T> | undefined;
  onTell: (tell: (told: Told<T>) => T[]) => void;
};

/** One tap for each movement or posture; that it is none of them is an answer too. */
function Movements<T extends string>({ legend, all, told, onTell }: MovementsProps<T>) {
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 font-medium">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {all.map((movement) => (
          <Button
            key={movement}
            aria-pressed={told?.includes(movement) ?? false}
            look={told?.includes(movement) ? "main" : "plain"}
            onClick={() =>
              onTell((now) =>
                all.filter((other) => (other === movement ? !now.includes(movement) : now.includes(other))),
              )
            }
          >
            {movement}
          </Button>
        ))}
        <Button look="quiet" aria-pressed={told?.length === 0} onClick={() => onTell(() => [])}>
          none of these
        </Button>
      </div>
    </fieldset>
  );
}

/** How it began, what brings it on, how long it lasts, what eases it, and whether it centralises. */
export function HistoryCard() {
  const { state, append, appendFrom } = useExam();
  const history = state.history ?? EMPTY;
  const record = (change: Partial<History>) =>
    appendFrom((latest) => [{ type: "history-recorded", body: { ...EMPTY, ...latest.history, ...change } }]);
  const keepWeeks = (text: string) => record({ weeks: readNumber(text) });
  const { level, reason } = irritability(state);
  const hasHeadPain = state.areas.some(({ places }) => places.some((place) => place.startsWith("head-occiput")));
  return (
    <Card heading="How it behaves">
      <div className="flex flex-col gap-4">
        <Choice
          label="How did it begin?"
          value={state.history ? history.onset : null}
          options={ONSETS.map((onset) => ({ value: onset, label: onset }))}
          onChoose={(onset) => void record({ onset })}
        />
        <div className="grid gap-4 md:grid-cols-[1fr_9rem]">
          <Field label="What happened">
            {(ids) => (
              <KeptInput
                {...ids}
                maxLength={1000}
                recorded={history.onsetNote}
                onKeep={(onsetNote) => record({ onsetNote })}
              />
            )}
          </Field>
          <Field label="Weeks ago">
            {(ids) => (
              <KeptInput
                {...ids}
                inputMode="decimal"
                recorded={history.weeks === null ? "" : String(history.weeks)}
                onKeep={keepWeeks}
              />
            )}
          </Field>
        </div>
        <Choice
          label="How much does it take to bring it on?"
          value={history.provokedBy}
          options={PROVOKED_BY.map((amount) => ({ value: amount, label: PROVOKED_LABELS[amount] }))}
          onChoose={(provokedBy) => void record({ provokedBy })}
        />
        <Choice
          label="Once there, how long until it settles?"
          value={history.settlesMinutes === null ? null : String(history.settlesMinutes)}
          options={settleOptions(history.settlesMinutes)}
          onChoose={(minutes) => void record({ settlesMinutes: Number(minutes) })}
        />
        <Movements
          legend="What brings it on? Each that does"
          all={AGGRAVATING}
          told={history.aggravatedBy}
          onTell={(tell) =>
            void appendFrom((latest) => [
              {
                type: "history-recorded",
                body: { ...EMPTY, ...latest.history, aggravatedBy: tell(latest.history?.aggravatedBy ?? []) },
              },
            ])
          }
        />
        <Movements
          legend="What eases it? Each that does"
          all={EASING}
          told={history.easedBy}
          onTell={(tell) =>
            void appendFrom((latest) => [
              {
                type: "history-recorded",
                body: { ...EMPTY, ...latest.history, easedBy: tell(latest.history?.easedBy ?? []) },
              },
            ])
          }
        />
        {hasHeadPain && (
          <Choice
            label="Head pain thought to come from the neck: on one side, brought on by neck movement or posture, spreading from the neck?"
            value={history.headFromNeck ?? null}
            options={(["yes", "no"] as const).map((answer) => ({ value: answer, label: answer }))}
            onChoose={(headFromNeck) => void record({ headFromNeck })}
          />
        )}
        <Field label="What else eases it">
          {(ids) => (
            <KeptInput {...ids} maxLength={1000} recorded={history.eases} onKeep={(eases) => record({ eases })} />
          )}
        </Field>
        <p className="rounded-lg bg-well p-3">
          <strong>Irritability{level ? ` ${level}` : " not known yet"}.</strong> {reason}
          {level ? "." : ""}
        </p>
        <Choice
          label="Do repeated movements draw it towards the spine, and does it stay there (centralise)?"
          value={state.centralisation}
          options={(["yes", "no", "not tested"] as const).map((answer) => ({ value: answer, label: answer }))}
          onChoose={(answer) => void append({ type: "centralisation-recorded", body: { answer } })}
        />
      </div>
    </Card>
  );
}
