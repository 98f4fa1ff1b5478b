"use client";

import { useState } from "react";
import { endOffer } from "@/core/planning";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";

/** Of a highly irritable symptom that tests leave sore: whether to go on at all is asked before the next one. */
export function EndOffer() {
  const { state, append } = useExam();
  const [goingOn, setGoingOn] = useState(0);
  const tests = endOffer(state, new Date().toISOString());
  if (tests.length <= goingOn) return null;
  return (
    <section
      aria-label="End here?"
      className="mb-2 flex flex-wrap items-center gap-2 rounded-xl bg-card p-3 outline-3 outline-lantern"
      data-end-offer
    >
      <p className="min-w-56 flex-1 text-lg">
        {tests.length} tests have not settled within 3 minutes ({tests.join(", ")}), and little brings it on. End here?
      </p>
      <Button big onClick={() => void append({ type: "exam-ended", body: { reason: "sore", note: "" } })}>
        End, too sore
      </Button>
      <Button look="quiet" big onClick={() => setGoingOn(tests.length)}>
        Go on
      </Button>
    </section>
  );
}
