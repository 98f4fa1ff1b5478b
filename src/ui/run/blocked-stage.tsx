"use client";

import { Ban } from "lucide-react";
import { stageBlocks } from "@/core/admission";
import type { SheetStep } from "@/core/planning";
import { isReachedBy, overriddenText } from "@/core/safety";
import { useMay } from "../accounts/use-may";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import { later } from "../primitives/later";
import type { TestActions } from "./use-test";

const Supervised = later(() => import("../accounts/supervised").then((module) => module.Supervised));
const ReasonForm = later(() => import("../primitives/reason-form").then((module) => module.ReasonForm));

/** Why this stage is not done now: a block of the guard, or a test that is not earned yet. */
export function BlockedStage({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard, append } = useExam();
  const blocks = stageBlocks(guard, test.stage, step, test.run);
  const [block] = blocks;
  const mayOverride = useMay("override a block");
  if (step.status === "not needed")
    return (
      <p role="status" className="rounded-xl border border-edge bg-well p-3">
        Not needed: it {step.because}. It can be done all the same.
      </p>
    );
  if (step.status === "not earned")
    return (
      <p role="status" className="rounded-xl border-2 border-edge bg-caution-well p-3 text-caution">
        Not offered yet: {step.because}.
      </p>
    );
  if (!block) {
    const region = guard.blocks.filter(
      ({ onceForRegion, overridden }) => onceForRegion && overridden.some(({ forRegion }) => forRegion),
    );
    const here = region.filter((one) => isReachedBy(one, step.protocol));
    return here.length > 0 ? (
      <p role="status" className="rounded-xl border border-edge bg-caution-well p-3 text-caution" data-region-override>
        {here.map((one) => `${one.reason} ${overriddenText(one)}`).join(" ")}
      </p>
    ) : null;
  }
  const lift = (reason: string, supervisor?: { practitioner: string; name: string }) =>
    void append(
      ...blocks
        .filter(({ final }) => !final)
        .map(({ id, onceForRegion }) => ({
          type: "block-overridden" as const,
          body: {
            block: id,
            test: onceForRegion ? null : step.protocol.id,
            reason,
            ...(supervisor ? { supervisor } : {}),
          },
        })),
    );
  const later = step.status !== "blocked" && (test.ladder === null || test.ladder.here !== null);
  return (
    <div role="status" className="rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
      <p className="flex items-center gap-2 font-semibold">
        <Ban aria-hidden size={20} className="shrink-0" /> Contraindicated: {block.reason}
      </p>
      <p className="text-sm">
        {block.awaitsShortExam
          ? "Record the short examination of the neck first, on the safety screen."
          : block.final
            ? "Cannot be overridden. Change the answer if it was wrong."
            : !mayOverride
              ? "A trainee needs the supervisor to override it, with a documented reason."
              : block.onceForRegion
                ? "One documented reason stands for all tests of this region today; a new safety answer ends it."
                : "It can be overridden for this test, with a reason that stays in the record; a new safety answer ends it."}
      </p>
      {!block.final && !mayOverride && (
        <Supervised otherwise="Only a practitioner may override it, with a reason: ask yours to.">
          {(supervisor) => (
            <ReasonForm
              className="mt-2 gap-2 text-ink"
              fieldClass="min-w-56"
              shortest={10}
              label="Reason (at least 10 characters)"
              button={`Override, as ${supervisor.name} says`}
              onGive={(reason) => lift(reason, supervisor)}
            />
          )}
        </Supervised>
      )}
      {!block.final && mayOverride && (
        <details className="mt-1 text-ink">
          <summary className="flex min-h-11 items-center text-sm underline">
            {block.onceForRegion ? "Override for this region with a reason" : "Override for this test with a reason"}
          </summary>
          <ReasonForm
            className="mt-2 gap-2"
            fieldClass="min-w-56"
            shortest={10}
            label="Reason (at least 10 characters)"
            button="Override"
            onGive={(reason) => lift(reason)}
          />
        </details>
      )}
      {later && (
        <Button big className="mt-2" onClick={() => test.leaveStageOut(block.reason)}>
          Leave this stage out: the test is then modified and moves no figure
        </Button>
      )}
    </div>
  );
}
