"use client";

import { useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Card } from "../primitives/card";
import { ReasonForm } from "../primitives/reason-form";

const SHORTEST_REASON = 10;

/** The door of a record outside of one's care: taken over, or opened for a reason that stays on the record. */
export function OutsideCare({ person, onIn }: { person: string; onIn: () => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const enter = async (what: "take over" | "open with a reason", reason: string | null) => {
    const said = await call(ROUTES.changeCare, { person }, { what, practitioner: null, reason });
    setProblem(said.ok ? null : said.message);
    if (said.ok) onIn();
  };
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-4 p-6" data-outside-care>
      <h1 className="text-2xl font-bold">This person is not in your care</h1>
      <p>
        Records here are seen by those who look after somebody. Whichever way you take, it stands in the log of access.
      </p>
      <Card heading="You look after them from now on">
        <p className="mb-2">Your reason stands with the patient, for everybody who looks after them.</p>
        <ReasonForm
          label={`Why you take them over (at least ${SHORTEST_REASON} characters)`}
          button="Take them over"
          shortest={SHORTEST_REASON}
          className="gap-2"
          fieldClass="min-w-64"
          onGive={(reason) => void enter("take over", reason)}
        />
      </Card>
      <Card heading="You need to see it now">
        <p className="mb-2">
          It opens for twelve hours. Your reason stands on the record, for everybody who looks after them.
        </p>
        <ReasonForm
          label={`Why you open it (at least ${SHORTEST_REASON} characters)`}
          button="Open it with this reason"
          shortest={SHORTEST_REASON}
          className="gap-2"
          fieldClass="min-w-64"
          onGive={(reason) => void enter("open with a reason", reason)}
        />
      </Card>
      {problem && (
        <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
          {problem}
        </p>
      )}
    </main>
  );
}
