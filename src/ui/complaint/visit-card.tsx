"use client";

import { CHAPERONES, INTERPRETERS, PAIN_MEDICINES, SIGNALS, USUAL_VISIT, type Visit } from "@/core/record";
import { POSITIONS } from "@/core/vocabulary";
import { useMay } from "../accounts/use-may";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field } from "../primitives/field";
import { later } from "../primitives/later";
import { KeptInput } from "../primitives/kept-input";
import { useExam } from "../exam/exam-provider";

const optionsOf = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.keys(words) as T[]).map((value) => ({ value, label: words[value] }));

type Several<T extends string> = {
  label: string;
  chosen: readonly T[];
  options: readonly { value: T; label: string }[];
  onToggle: (value: T) => void;
};

function SeveralOf<T extends string>({ label, chosen, options, onToggle }: Several<T>) {
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-1.5">
      <span className="font-medium">{label}</span>
      <div className="flex flex-wrap gap-1.5">
        {options.map(({ value, label: words }) => (
          <Button key={value} aria-pressed={chosen.includes(value)} onClick={() => onToggle(value)}>
            {words}
          </Button>
        ))}
      </div>
    </div>
  );
}

const flipped = <T,>(list: readonly (T | undefined)[], item: T): T[] => {
  const there = list.filter((one): one is T => one !== undefined);
  return there.includes(item) ? there.filter((one) => one !== item) : [...there, item];
};

type Note = <K extends keyof Visit>(field: K, value: (visit: Visit) => Visit[K]) => Promise<unknown>;

/** How they are spoken with, and how they answer. */
function Talking({ visit, note }: { visit: Visit; note: Note }) {
  return (
    <>
      <div className="flex flex-col gap-4">
        <Field label="Language, when it is another">
          {(ids) => (
            <KeptInput
              {...ids}
              maxLength={60}
              recorded={visit.language}
              onKeep={(language) => note("language", () => language)}
            />
          )}
        </Field>
        <Choice
          label="Interpreter"
          value={visit.interpreter}
          options={optionsOf(INTERPRETERS)}
          onChoose={(interpreter) => void note("interpreter", () => interpreter)}
        />
      </div>
      {(visit.interpreter === "relative" || visit.interpreter === "none") && (
        <p className="rounded-lg bg-caution-well p-2 text-sm text-caution">
          Bladder, saddle and what is private never through a relative, nothing through a child. What could not be asked
          counts as not known.
        </p>
      )}
      <SeveralOf
        label="Signals agreed before"
        chosen={visit.signals as (keyof typeof SIGNALS)[]}
        options={optionsOf(SIGNALS)}
        onToggle={(signal) => void note("signals", ({ signals }) => flipped(signals, signal))}
      />
      <Choice
        label="On a harmless touch, they say what they feel"
        value={visit.reports}
        options={[
          { value: "reliably", label: "reliably" },
          { value: "not reliably", label: "not reliably: only angles and neurology are read" },
        ]}
        onChoose={(reports) => void note("reports", () => reports)}
      />
    </>
  );
}

const SupervisorOfVisit = later(() => import("./supervisor-of-visit").then((module) => module.SupervisorOfVisit));
const BodyOfVisit = later(() => import("./body-card").then((module) => module.BodyOfVisit));

const hasBody = ({ limbs, chair, cord }: Visit): boolean =>
  (limbs?.length ?? 0) > 0 || (chair ?? null) !== null || (cord ?? null) !== null;

/** What holds for this visit: talking, who is there, medicine, positions. Nothing has to be filled in. */
export function VisitCard() {
  const { state, appendFrom } = useExam();
  const visit = state.visit ?? USUAL_VISIT;
  const mayAlone = useMay("override a block");
  const note: Note = (field, value) =>
    appendFrom((latest) => {
      const now = latest.visit ?? USUAL_VISIT;
      return [{ type: "visit-noted", body: { ...now, [field]: value(now) } }];
    });
  return (
    <Card heading="This visit">
      <div className="flex flex-col gap-4">
        {!mayAlone && (
          <SupervisorOfVisit visit={visit} onChange={(supervisor) => void note("supervisor", () => supervisor)} />
        )}
        <Choice
          label="Medicine for the pain today"
          value={visit.medicine}
          options={optionsOf(PAIN_MEDICINES)}
          onChoose={(medicine) => void note("medicine", () => medicine)}
        />
        {visit.medicine && visit.medicine !== "none" && (
          <Field label="Which, and when">
            {(ids) => (
              <KeptInput
                {...ids}
                maxLength={120}
                recorded={visit.medicineNote}
                onKeep={(medicineNote) => note("medicineNote", () => medicineNote)}
              />
            )}
          </Field>
        )}
        <SeveralOf
          label="Cannot take today"
          chosen={visit.cannotTake}
          options={POSITIONS.map((position) => ({ value: position, label: position }))}
          onToggle={(position) => void note("cannotTake", ({ cannotTake }) => flipped(cannotTake, position))}
        />
        {visit.cannotTake.length > 0 && (
          <Field label="Because of" hint="Breath, belly, shoulder, dizziness, pain.">
            {(ids) => (
              <KeptInput
                {...ids}
                maxLength={200}
                recorded={visit.cannotWhy}
                onKeep={(cannotWhy) => note("cannotWhy", () => cannotWhy)}
              />
            )}
          </Field>
        )}
        <Choice
          label="A chaperone"
          value={visit.chaperone}
          options={optionsOf(CHAPERONES)}
          onChoose={(chaperone) => void note("chaperone", () => chaperone)}
        />
        {visit.chaperone === "present" && (
          <Field label="Who, in what role">
            {(ids) => (
              <KeptInput
                {...ids}
                maxLength={120}
                recorded={visit.chaperoneName}
                onKeep={(chaperoneName) => note("chaperoneName", () => chaperoneName)}
              />
            )}
          </Field>
        )}
        <details open={hasBody(visit)}>
          <summary className="flex min-h-11 items-center font-semibold">
            Wheelchair, a part absent, artificial, stiff or without feeling
          </summary>
          <div className="mt-2">
            <BodyOfVisit
              visit={visit}
              onLimbs={(limbs) => void note("limbs", () => limbs)}
              onChair={(chair) => void note("chair", () => chair)}
              onCord={(cord) => void note("cord", () => cord)}
            />
          </div>
        </details>
        <details>
          <summary className="flex min-h-11 items-center font-semibold">
            Another language, hearing, sight, speech, memory
          </summary>
          <div className="mt-2 flex flex-col gap-4">
            <Talking visit={visit} note={note} />
          </div>
        </details>
      </div>
    </Card>
  );
}
