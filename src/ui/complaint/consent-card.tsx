"use client";

import { useRouter } from "next/navigation";
import { useDraftPlan } from "../plan/use-draft-plan";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field } from "../primitives/field";
import { KeptInput } from "../primitives/kept-input";
import { useExam } from "../exam/exam-provider";
import { ConsentWords, useConsentStatements } from "./consent-words";

/** That it was explained and agreed to, and who else was in the room. */
export function ConsentCard() {
  const { exam, state, appendFrom } = useExam();
  const { consent } = state;
  const router = useRouter();
  const draftPlan = useDraftPlan();
  const onwards = () => draftPlan().then(() => router.push(`/exams/${exam}/guard`));
  const others = consent?.others ?? "";
  /** What the words above say is what is recorded as explained. */
  const told = useConsentStatements();
  /** Who is present is kept with the answer; before there is one, with "explained, not yet agreed". */
  const record = (change: { agreed?: boolean; others?: string }) =>
    appendFrom((latest) => [
      {
        type: "consent-recorded",
        body: { explained: true, agreed: false, others: "", ...latest.consent, told: [...told], ...change },
      },
    ]);
  /** Once testing has begun, no agreement ends the examination; what was recorded stays. */
  const withdrawn = () =>
    appendFrom((latest) => [
      { type: "consent-recorded", body: { explained: true, others: "", ...latest.consent, agreed: false } },
      ...(latest.runs.length > 0 && !latest.ended
        ? [{ type: "exam-ended" as const, body: { reason: "wish" as const, note: "agreement taken back" } }]
        : []),
    ]);
  return (
    <Card heading="Consent">
      <p className="mb-3">
        <ConsentWords />
      </p>
      <div className="flex flex-col gap-4">
        <Field label="Others present" hint="Leave empty if none.">
          {(ids) => (
            <KeptInput {...ids} maxLength={300} recorded={others} onKeep={(next) => record({ others: next })} />
          )}
        </Field>
        <Choice
          label="I explained this. The patient"
          value={consent ? (consent.agreed ? "agreed" : "did not agree") : null}
          options={[
            { value: "agreed", label: "agreed" },
            { value: "did not agree", label: "declined" },
          ]}
          onChoose={(answer) => void (answer === "agreed" ? record({ agreed: true }) : withdrawn())}
        />
        {consent?.agreed ? (
          <Button look="main" big className="self-start" onClick={() => void onwards()}>
            Continue to safety screen
          </Button>
        ) : (
          <Button
            look="main"
            big
            className="self-start"
            onClick={() => void record({ agreed: true }).then((taken) => taken && onwards())}
          >
            Record consent and continue
          </Button>
        )}
      </div>
    </Card>
  );
}
