"use client";

import { useEffect, useRef, useState } from "react";
import { unfinishedRun } from "@/core/admission";
import { NO_CHANGES } from "@/core/evidence";
import { protocolOf } from "@/core/knowledge";
import { editsOf, planDraft } from "@/core/planning";
import type { EventBody } from "@/core/record";
import { runKey } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";
import { askWorker } from "../exam/reading-worker";

const keysOf = (tests: EventBody<"plan-set">["tests"]): string[] => tests.map(({ test, side }) => runKey(test, side));
const named = (key: string): string => {
  const [test, side] = key.split(".");
  return `${protocolOf(test as "slump").name}${side ? ` ${side}` : ""}`;
};

/** Whether somebody is about to be turned, or nothing is left where they lie. */
function useIsTurn(): boolean {
  const { sheet, state } = useExam();
  const last = state.runs.at(-1);
  if (!state.plan || state.plan.again || !last || state.ended || state.signed || unfinishedRun(state)) return false;
  return !sheet.next || sheet.next.protocol.position !== protocolOf(last.test).position;
}

/**
 * Plans anew at a turn, with what was answered so far: what comes after it may
 * change, what is under the hands never does.
 *
 * @returns what changed, in a line; null when nothing did
 */
export function useReplan(): string | null {
  const { state, changes, events, append } = useExam();
  const [said, setSaid] = useState<{ readonly text: string; readonly afterRuns: number } | null>(null);
  const isTurn = useIsTurn();
  const key = isTurn ? `${events.length} ${events.at(-1)?.id}` : null;
  const latest = useRef({ state, changes, append });
  useEffect(() => {
    latest.current = { state, changes, append };
  });
  useEffect(() => {
    if (key === null) return;
    let isOver = false;
    const { state: now, changes: figures, append: keep } = latest.current;
    void askWorker((worker) => worker.plan(now, editsOf(now), figures ?? NO_CHANGES)).then((plan) => {
      if (isOver || !plan || !now.plan) return;
      const draft = planDraft(plan, editsOf(now), now);
      const done = new Set(now.runs.map(({ test, side }) => runKey(test, side)));
      const [was, is] = [now.plan.tests, draft.body.tests].map((tests) =>
        keysOf(tests).filter((one) => !done.has(one)),
      );
      if (was!.join() === is!.join()) return;
      const added = is!.filter((one) => !was!.includes(one));
      const gone = was!.filter((one) => !is!.includes(one));
      const lines = [
        ...(is![0] ? [`next: ${named(is![0])}`] : ["nothing left is worth the soreness"]),
        ...(added.length > 0 ? [`new: ${added.map(named).join(", ")}`] : []),
        ...(gone.length > 0 ? [`no longer needed: ${gone.map(named).join(", ")}`] : []),
      ];
      void keep(draft).then(
        (taken) => taken && setSaid({ text: `Plan changed: ${lines.join("; ")}.`, afterRuns: now.runs.length }),
      );
    });
    return () => {
      isOver = true;
    };
  }, [key]);
  /** Gone once the next test is begun: by then it is no news. */
  return said?.afterRuns === state.runs.length ? said.text : null;
}
