"use client";

import type { SheetStep } from "@/core/planning";
import { ladderOf, type Run } from "@/core/record";
import { otherSide, RESPONSE_LABELS } from "@/core/vocabulary";
import { ResponseMark } from "../drawing/response-mark";
import { SideBadge } from "../primitives/side-badge";
import { choicesOf } from "./answer-buttons";
import type { TestActions } from "./use-test";

/** The last answer of a run and its numbers, as they stand beside the one in hand. */
function lastOf(step: SheetStep, run: Run) {
  const last = ladderOf(run).rungs.findLast(({ record }) => record?.response ?? record?.answer);
  const { response, answer } = last?.record ?? {};
  const numbers = step.protocol.measures.flatMap(({ id, unit }) =>
    run.measures[id] === undefined ? [] : [`${run.measures[id]}${unit === "°" ? "°" : ` ${unit}`}`],
  );
  if (!response && !answer && numbers.length === 0) return null;
  return (
    <>
      {response && (
        <>
          <ResponseMark response={response} size={14} /> {RESPONSE_LABELS[response]}
        </>
      )}
      {!response && answer && last && (choicesOf(last.stage).find(({ id }) => id === answer)?.label ?? answer)}
      {numbers.length > 0 && <span className="font-semibold text-ink">{numbers.join(" / ")}</span>}
    </>
  );
}

const LINE = "flex flex-wrap items-center gap-1.5 text-sm text-soft";

/** What the same test came to before the technique: it is compared, and kept as it was. */
export function BeforeTechnique({ step, test }: { step: SheetStep; test: TestActions }) {
  const { before, run } = test;
  const last = before && lastOf(step, before);
  if (!last) return null;
  return (
    <p className={LINE} data-before-technique>
      Before the technique: {last}
      {!run && <span>· What is answered now is kept beside it.</span>}
    </p>
  );
}

/** What the other side brought on and measured, while this one is done. */
export function OtherSide({ step, test }: { step: SheetStep; test: TestActions }) {
  const { otherRun } = test;
  const last = step.side && otherRun ? lastOf(step, otherRun) : null;
  if (!step.side || !last) return null;
  return (
    <p className={LINE}>
      <SideBadge side={otherSide(step.side)} size="sm" />
      {last}
    </p>
  );
}
