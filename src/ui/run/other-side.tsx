"use client";

import type { SheetStep } from "@/core/planning";
import { ladderOf } from "@/core/record";
import { otherSide, RESPONSE_LABELS } from "@/core/vocabulary";
import { ResponseMark } from "../drawing/response-mark";
import { SideBadge } from "../primitives/side-badge";
import { choicesOf } from "./answer-buttons";
import type { TestActions } from "./use-test";

/** What the other side brought on and measured, while this one is done. */
export function OtherSide({ step, test }: { step: SheetStep; test: TestActions }) {
  const { otherRun } = test;
  if (!step.side || !otherRun) return null;
  const last = ladderOf(otherRun).rungs.findLast(({ record }) => record?.response ?? record?.answer);
  const { response, answer } = last?.record ?? {};
  const numbers = step.protocol.measures.flatMap(({ id, unit }) =>
    otherRun.measures[id] === undefined ? [] : [`${otherRun.measures[id]}${unit === "°" ? "°" : ` ${unit}`}`],
  );
  if (!response && !answer && numbers.length === 0) return null;
  return (
    <p className="flex items-center gap-1.5 text-sm text-soft">
      <SideBadge side={otherSide(step.side)} size="sm" />
      {response && (
        <>
          <ResponseMark response={response} size={14} /> {RESPONSE_LABELS[response]}
        </>
      )}
      {!response && answer && last && (choicesOf(last.stage).find(({ id }) => id === answer)?.label ?? answer)}
      {numbers.length > 0 && <span className="font-semibold text-ink">{numbers.join(" / ")}</span>}
    </p>
  );
}
