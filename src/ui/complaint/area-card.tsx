"use client";

import { type Area, MOST_SYMPTOMS, SYMPTOM_LETTERS, symptomsOf } from "@/core/record";
import { placeLabel, QUALITIES, type Quality } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field } from "../primitives/field";
import { KeptInput } from "../primitives/kept-input";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";

type AreaCardProps = { area: Area; number: number; isCurrent: boolean; onSelect: () => void };

const SCORES = [
  ["now", "Now"],
  ["best", "At its best"],
  ["worst", "At its worst"],
] as const;

/** A symptom of theirs in their words: the first, or one beside it. */
function SymptomWords({ area }: { area: string }) {
  const { state, append } = useExam();
  const named = symptomsOf(state);
  const symptom = named.find((one) => one.area === area);
  return (
    <Field
      label={
        symptom
          ? named.length === 1
            ? "This is the familiar symptom. In their words:"
            : `Symptom ${symptom.letter}, theirs. In their words:`
          : named.length === 0
            ? "Is this the pain they came with? In their words:"
            : `Is this theirs too, symptom ${SYMPTOM_LETTERS[named.length] ?? ""}? In their words:`
      }
      hint={
        named.length > 1
          ? "Leave it empty when it is not theirs."
          : "Every later question refers to it; left empty, to its places."
      }
    >
      {(ids) => (
        <KeptInput
          {...ids}
          maxLength={300}
          placeholder="a deep ache when I turn in bed"
          recorded={symptom?.words ?? ""}
          onKeep={(words) =>
            words !== ""
              ? append({ type: "symptom-named", body: { area, words } })
              : symptom && append({ type: "symptom-dropped", body: { area } })
          }
        />
      )}
    </Field>
  );
}

/** Of several symptoms one matters most today: what it asks comes first, and is kept longest when time is short. */
function MattersMost({ area, isFirst }: { area: string; isFirst: boolean }) {
  const { append } = useExam();
  return (
    <Button
      className="mb-3"
      aria-pressed={isFirst}
      onClick={() => void (isFirst || append({ type: "symptom-first", body: { area } }))}
    >
      Matters most today
    </Button>
  );
}

export function AreaCard({ area, number, isCurrent, onSelect }: AreaCardProps) {
  const { state, appendFrom } = useExam();
  const record = (change: (latest: Area) => Partial<Area>) =>
    void appendFrom((latest) => {
      const now = latest.areas.find((candidate) => candidate.area === area.area) ?? area;
      return [{ type: "area-recorded", body: { ...now, ...change(now) } }];
    });
  const toggleQuality = (quality: Quality) =>
    record(({ qualities }) => ({
      qualities: qualities.includes(quality) ? qualities.filter((other) => other !== quality) : [...qualities, quality],
    }));
  const symptoms = symptomsOf(state);
  const symptom = symptoms.find((one) => one.area === area.area);
  const canBeNamed = symptom !== undefined || symptoms.length < MOST_SYMPTOMS;
  return (
    <Card
      className={isCurrent ? "border-lantern! border-2" : ""}
      heading={`Area ${number}${symptom ? (symptoms.length > 1 ? ` · symptom ${symptom.letter}` : " · familiar symptom") : ""}`}
      aside={
        isCurrent ? (
          <span className="text-sm text-soft">being drawn</span>
        ) : (
          <Button onClick={onSelect}>Draw this one</Button>
        )
      }
    >
      {symptoms.length > 1 && symptom && (
        <MattersMost area={area.area} isFirst={symptom.letter === SYMPTOM_LETTERS[0]} />
      )}
      <p className="mb-3">{area.places.map(placeLabel).join(" · ")}</p>
      <div className="flex flex-col gap-3">
        <div role="group" aria-label="What it feels like" className="flex flex-wrap gap-1.5">
          {QUALITIES.map((quality) => (
            <Button
              key={quality}
              aria-pressed={area.qualities.includes(quality)}
              onClick={() => toggleQuality(quality)}
            >
              {quality}
            </Button>
          ))}
        </div>
        {SCORES.map(([field, label]) => (
          <Score
            digits
            key={field}
            label={label}
            value={area[field]}
            onChoose={(value) => record(() => ({ [field]: value }))}
          />
        ))}
        {canBeNamed && <SymptomWords area={area.area} />}
      </div>
    </Card>
  );
}
