"use client";

import { comparedRuns, type TreatmentResponse, responsesTo, sayCompared, sayResponse } from "@/core/reading";
import { describeRun } from "@/core/exchange";
import type { Run } from "@/core/record";
import { Button } from "../primitives/button";
import { useHere } from "../shell/here";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";

const said = (run: Run): string => describeRun(run) || "nothing brought on";
const keyOf = ({ run }: TreatmentResponse): string => run.id;

/** What was done again after a technique: beside the findings, never instead of them. */
export function ResponsesCard() {
  const { state, append } = useExam();
  const { here } = useHere();
  const responses = responsesTo(state);
  if (responses.length === 0) return null;
  return (
    <Card heading="Response to treatment" className="p-3!">
      <ul className="flex flex-col gap-1 text-sm">
        {responses.map((response) => (
          <li key={keyOf(response)} data-response-to={response.run.test}>
            {sayResponse(response, said)}
            {response.before && (
              <ul className="ms-3" data-compared={response.run.test}>
                {comparedRuns(response.before, response.run, here?.errors, "minutes").map((compared) => (
                  <li key={compared.sign} className="font-medium">
                    {sayCompared(compared)}
                  </li>
                ))}
              </ul>
            )}
            {!response.before && !response.isOfCourse && !response.run.isCounted && !state.signed && (
              <Button
                big
                className="mt-1 text-sm"
                onClick={() => void append({ type: "run-counted", body: { run: response.run.id } })}
              >
                Add it to the reading: it then counts if it was positive
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-soft">
        Compared, and counted in no reading: improvement after a technique moves no probability, since nothing published
        allows it; a test first done after treatment began can be added by hand.
      </p>
    </Card>
  );
}
