"use client";

import { useState } from "react";
import { offeredPlaces, painfulSides } from "@/core/planning";
import { testLabel } from "@/core/reading";
import { restQuestion } from "@/core/knowledge";
import type { Place, Position } from "@/core/vocabulary";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Score } from "../primitives/score";
import { AskingCard } from "../guard/asking-card";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";
import { PlaceName } from "../drawing/place-name";
import { SymptomName } from "./symptom-name";
import { useRestRating } from "./use-rest-rating";
import { useRatingKeys } from "./use-rating-keys";
import { counted } from "../plan/stones";
import { ConsentWords, useConsentStatements } from "../complaint/consent-words";

/** What the whole sheet needs at hand, and which side goes to the edge, before the person lies down. */
function Needed() {
  const { sheet, state } = useExam();
  const needed = [...new Set(sheet.steps.flatMap(({ protocol }) => protocol.equipment))];
  const sides = painfulSides(state);
  const lying = sheet.steps.some(
    ({ protocol }) => protocol.position === "supine" || protocol.position === "side-lying",
  );
  const edge = lying && sides.length === 1 ? `the ${sides[0]} side near the edge of the table` : null;
  const list = [...needed, ...(edge ? [edge] : [])];
  if (list.length === 0) return null;
  return (
    <p className="mb-3 text-soft" data-needed>
      At hand for the whole sheet: {list.join(", ")}.
    </p>
  );
}

/** Rated before the first stage: only a rise over it, or a further spread, counts. One press keeps it. */
export function RestPanel({ position, onDone }: { position?: Position | undefined; onDone?: () => void }) {
  const said = useSaid();
  const { state } = useExam();
  const own = state.areas.find(({ area }) => area === state.familiar?.area)?.places ?? [];
  const [places, setPlaces] = useState<readonly Place[]>(state.rest?.places.length ? state.rest.places : own);
  const toggle = (place: Place) =>
    setPlaces(places.includes(place) ? places.filter((other) => other !== place) : [...places, place]);
  const rating = useRestRating(position, places);
  const rate = (intensity: number) => void rating.rate(intensity).then((isDone) => isDone && onDone?.());
  useRatingKeys(rate);
  return (
    <Card heading="At rest first">
      <Needed />
      <p className="mb-3 text-xl">
        {rating.of && <SymptomName symptom={rating.of} />}&ldquo;{said(restQuestion(position))}&rdquo;
      </p>
      <Score label="At rest, 0 to 10" hideLabel value={rating.last} onChoose={rate} big digits={onDone !== undefined} />
      <div role="group" aria-label="Where, at rest" className="mt-4 flex flex-wrap gap-1.5">
        <span className="flex min-h-14 items-center pe-1 font-semibold">There at rest, if any:</span>
        {offeredPlaces(state, null).map((place) => (
          <Button
            key={place}
            big
            aria-pressed={places.includes(place)}
            onClick={() => toggle(place)}
            className="gap-1.5 px-2.5! text-sm"
          >
            <PlaceName place={place} />
          </Button>
        ))}
      </div>
    </Card>
  );
}

/** What has to be there before anybody is touched; null when it all is. */
export function BeforeTesting({ position }: { position?: Position | undefined }) {
  const { exam, state, guard, append } = useExam();
  const told = useConsentStatements();
  if (state.consent && !state.consent.agreed) {
    return (
      <Card heading="Consent declined">
        <p>Testing is not possible without consent. You can change this under Complaint.</p>
      </Card>
    );
  }
  /** A changed list asks only what is new, where they are. */
  if (guard.unanswered.length > 0 && !guard.askAgain && state.runs.length > 0) return <AskingCard />;
  if (guard.unanswered.length > 0 || guard.askAgain) {
    return (
      <Card
        heading={
          guard.newSigns.length
            ? "A new sign since the treatment"
            : guard.askAgain
              ? "A test was stopped"
              : "Safety questions first"
        }
      >
        {guard.newSigns.length > 0 && (
          <p className="mb-2 font-medium">
            {[...new Set(guard.newSigns.map(testLabel))].join(", ")}: positive now, negative before. Baseline and guard
            come up again.
          </p>
        )}
        <p className="mb-4">
          {guard.askAgain
            ? "Repeat the safety questions before you continue."
            : `${counted(guard.unanswered.length, "safety question is", "safety questions are")} not answered yet. They decide what may be tested.`}
        </p>
        <ButtonLink look="main" big href={`/exams/${exam}/guard`}>
          Continue to safety screen
        </ButtonLink>
        {guard.newSigns.length > 0 && (
          <ButtonLink big className="ms-2" href={`/exams/${exam}/baseline`}>
            To the baseline
          </ButtonLink>
        )}
      </Card>
    );
  }
  if (!state.consent) {
    return (
      <Card heading="Consent given?">
        <p className="mb-4 text-xl">
          <ConsentWords />
        </p>
        <Button
          look="main"
          big
          onClick={() =>
            void append({
              type: "consent-recorded",
              body: { explained: true, agreed: true, others: "", told: [...told] },
            })
          }
        >
          Explained, patient agreed
        </Button>
      </Card>
    );
  }
  return state.rest ? null : <RestPanel position={position} />;
}
