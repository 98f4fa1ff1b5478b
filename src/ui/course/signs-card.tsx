"use client";

import { Star, X } from "lucide-react";
import { useState } from "react";
import { v7 as newId } from "uuid";
import { type ProposedSign, proposedSigns, signLabel } from "@/core/course";
import { type EpisodeDraft, markersOf } from "@/core/record";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";
import { Activities } from "./since-last";
import { useCourse } from "./use-course";

type MarkerBody = Extract<EpisodeDraft, { type: "marker-set" }>["body"];

const NOTHING = { test: "", side: null, measure: "", neuro: null, level: "", words: "" } as const;

const bodyOf = (over: Partial<MarkerBody> & Pick<MarkerBody, "kind" | "isMain">): MarkerBody => ({
  ...NOTHING,
  marker: newId(),
  ...over,
});

const bodyOfProposed = ({ kind, test, side, measure }: ProposedSign, isMain: boolean): MarkerBody =>
  bodyOf({ kind, test, side, measure, isMain });

const isSame = (one: Pick<MarkerBody, "kind" | "test" | "side" | "measure">, other: ProposedSign): boolean =>
  one.kind === other.kind &&
  one.test === other.test &&
  (one.side ?? null) === other.side &&
  one.measure === other.measure;

/** Two or three signs to follow, and an activity in their own words: proposed here, decided by the practitioner. */
export function SignsCard() {
  const { state } = useExam();
  const { course, told, say, refusal } = useCourse();
  const [words, setWords] = useState("");
  if (!course || state.ended?.reason === "mistake") return null;
  const followed = markersOf(told);
  const proposed = proposedSigns(state).filter((sign) => !followed.some((one) => isSame(one, sign)));
  const isMain = followed.filter((one) => one.isMain).length < 2;
  const hasRest = followed.some(({ kind }) => kind === "rest");
  return (
    <Card heading="Signs to follow">
      <div className="flex flex-col gap-2" data-signs={followed.length}>
        {followed.length === 0 && <p className="text-soft">None yet. The next visit begins with them.</p>}
        <ul className="flex flex-col gap-1">
          {followed.map((sign) => (
            <li key={sign.marker} className="flex items-center justify-between gap-2">
              <span className="leading-tight">
                {signLabel(sign)} {sign.isMain && <strong>(main)</strong>}
              </span>
              <span className="flex shrink-0">
                <Button
                  look="quiet"
                  className="px-2.5!"
                  aria-pressed={sign.isMain}
                  aria-label={`${signLabel(sign)}: one of the two main signs`}
                  title="One of the two main signs"
                  onClick={() => {
                    const { at: _at, ...body } = sign;
                    void say({ type: "marker-set", body: { ...body, isMain: !sign.isMain } });
                  }}
                >
                  <Star aria-hidden size={18} fill={sign.isMain ? "currentColor" : "none"} />
                </Button>
                <Button
                  look="quiet"
                  className="px-2.5!"
                  aria-label={`${signLabel(sign)}: follow it no more`}
                  title="Follow it no more"
                  onClick={() => void say({ type: "marker-dropped", body: { marker: sign.marker, reason: "" } })}
                >
                  <X aria-hidden size={18} />
                </Button>
              </span>
            </li>
          ))}
        </ul>
        {proposed.map((sign) => (
          <Button
            key={`${sign.kind} ${sign.test} ${sign.side}`}
            className="h-auto! justify-start! py-2 text-start"
            data-propose={sign.test}
            onClick={() => void say({ type: "marker-set", body: bodyOfProposed(sign, isMain) })}
          >
            <span>
              Follow {signLabel({ ...bodyOfProposed(sign, isMain) })}
              <span className="block text-sm text-soft">{sign.why}</span>
            </span>
          </Button>
        ))}
        {!hasRest && state.rest && (
          <Button
            className="justify-start!"
            onClick={() => void say({ type: "marker-set", body: bodyOf({ kind: "rest", isMain: false }) })}
          >
            Follow pain at rest
          </Button>
        )}
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void say({
              type: "marker-set",
              body: bodyOf({ kind: "activity", isMain: false, words: words.trim() }),
            }).then((kept) => kept && setWords(""));
          }}
        >
          <Field label="An activity, in their words" className="grow">
            {(ids) => (
              <input
                {...ids}
                required
                maxLength={120}
                placeholder="put on my left sock"
                className={inputClass}
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
            )}
          </Field>
          <Button type="submit">Follow it</Button>
        </form>
        {!state.signed && <Activities told={told} />}
        {refusal && (
          <p role="alert" className="text-stop">
            {refusal}
          </p>
        )}
      </div>
    </Card>
  );
}
