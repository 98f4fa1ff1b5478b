"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { SignatureStanding } from "@/wire/countersigning";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { ReasonForm } from "../primitives/reason-form";
import { useHere } from "../shell/here";

type BarProps = { exam: string; head: string };

/** What stands on a signed record about the trainee who signed it; nothing where none did. */
export function CountersignBar({ exam, head }: BarProps) {
  const { here, reload } = useHere();
  const [standing, setStanding] = useState<SignatureStanding | null>(null);
  const [isReturning, setReturning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.signature, { exam }, {}).then((told) => isHere && told.ok && setStanding(told.value));
    return () => void (isHere = false);
  }, [exam, head]);
  if (!standing || standing.state === "none") return null;
  const say = async (reason: string | null) => {
    const said = await call(ROUTES.countersign, { exam }, { head, reason });
    setProblem(said.ok ? null : said.message);
    if (!said.ok) return;
    setStanding(said.value);
    setReturning(false);
    await reload();
  };
  if (standing.state !== "waits")
    return (
      <p
        role="status"
        className={
          standing.state === "returned"
            ? "rounded-2xl border-2 border-edge bg-caution-well p-3 text-caution"
            : "rounded-2xl border border-line bg-card p-3"
        }
      >
        {standing.state === "countersigned"
          ? `Countersigned by ${standing.by} on ${dayText(standing.at)}.`
          : `Given back by ${standing.by} on ${dayText(standing.at)}: ${standing.reason ?? ""} Amend it and sign the amendment; it then waits again.`}
      </p>
    );
  const mayCountersign = here?.acts.includes("countersign") && here.profile?.id !== standing.byId;
  return (
    <section
      aria-label="Countersignature"
      className="rounded-2xl border-2 border-edge bg-caution-well p-3 text-caution"
      data-countersign
    >
      <p>
        Signed by <strong>{standing.by}</strong>, a trainee. It waits for its countersignature.
      </p>
      {mayCountersign && (
        <div className="no-print mt-2 flex flex-wrap items-start gap-2">
          <Button look="main" onClick={() => void say(null)}>
            Countersign
          </Button>
          {isReturning ? (
            <ReasonForm
              label="Why is it given back?"
              button="Give it back"
              shortest={3}
              className="gap-3"
              fieldClass="min-w-72"
              onGive={(reason) => void say(reason)}
            />
          ) : (
            <Button onClick={() => setReturning(true)}>Give it back…</Button>
          )}
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
    </section>
  );
}
