"use client";

import { Button } from "../primitives/button";
import { ReasonForm } from "../primitives/reason-form";
import { useSync } from "../exam/exam-provider";

/** Each tap that is not with the server: what it was, why, and what can be done about it. */
export function WhereTapsAre() {
  const { sync, retry, offerAgain, discard, keepAsAmendment } = useSync();
  return (
    <>
      <p>
        {sync.state === "saved" && "Every tap is in the record on this machine's server."}
        {sync.state === "sending" && "The last taps are kept in this browser and are on their way."}
        {sync.state === "waiting" &&
          `${sync.waiting} kept in this browser, not with the server yet. ${sync.why ?? ""} They are sent by themselves as soon as it can be.`}
        {sync.state === "refused" &&
          "The server would not take these. They are kept here, and can be offered again once what they need is there."}
      </p>
      {sync.state === "refused" && (
        <Button look="main" onClick={() => void offerAgain()}>
          Offer them again
        </Button>
      )}
      {sync.refused.map((entry) => (
        <div key={entry.order} className="rounded-lg border border-stop p-3">
          <p className="font-medium">{entry.event.type.replaceAll("-", " ")}</p>
          <p className="text-sm">{entry.refused}</p>
          <pre
            className="mt-2 max-h-32 overflow-auto rounded bg-well p-2 text-xs"
            tabIndex={0}
            aria-label="What was entered"
          >
            {JSON.stringify(entry.event.body, null, 1)}
          </pre>
          {entry.refusal === "signed" && (
            <ReasonForm
              label="Keep it as an amendment: why is the signed record changed?"
              button="Keep as amendment"
              shortest={3}
              className="mt-2 gap-3"
              fieldClass="min-w-60"
              onGive={(reason) => void keepAsAmendment(entry.order, reason)}
            />
          )}
          <Button look="stop" className="mt-2" onClick={() => void discard(entry.order)}>
            Give this entry up
          </Button>
        </div>
      ))}
      {sync.state === "waiting" && (
        <Button look="main" onClick={retry}>
          Try now
        </Button>
      )}
    </>
  );
}
