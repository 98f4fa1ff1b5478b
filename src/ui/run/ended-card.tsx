"use client";

import { leftAtEnd } from "@/core/planning";
import { END_REASONS } from "@/core/record";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";

/** The examination has ended: why, what was left, and the way on. */
export function EndedCard() {
  const { exam, state, append } = useExam();
  const { ended } = state;
  if (!ended) return null;
  const left = leftAtEnd(state);
  return (
    <Card heading="The examination has ended">
      <p className="text-xl">
        {END_REASONS[ended.reason]}
        {ended.note && `: ${ended.note}`}
      </p>
      <p className="mt-2 text-soft">
        {left.length ? `Left for another time: ${left.join("; ")}.` : "Nothing of the sheet was left."}
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <ButtonLink look="main" big href={`/exams/${exam}/sign`}>
          To the note
        </ButtonLink>
        <Button
          big
          onClick={() =>
            void append({ type: "event-retracted", body: { event: ended.event, reason: "going on after all" } })
          }
        >
          Go on after all
        </Button>
      </div>
    </Card>
  );
}
