"use client";

import type { ReactNode } from "react";
import { decidedEarly, isBegun, memberKey, ruleAsks, ruleCounter, type RuleVerdict } from "@/core/reading";
import { blockedRules } from "@/core/planning";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";

const MARK = {
  positive: "bg-ink",
  negative: "bg-transparent",
  open: "bg-transparent border-dashed opacity-60",
} as const;
const ORDER = ["positive", "negative", "open"];

/** One cell a member: filled positive, empty negative, dashed still open. */
function Cells({ verdict }: { verdict: RuleVerdict }) {
  return (
    <span aria-hidden className="flex gap-1">
      {verdict.members
        .toSorted((a, b) => ORDER.indexOf(a.result) - ORDER.indexOf(b.result))
        .map(({ member, result }) => (
          <span key={memberKey(member)} className={`size-3 rounded-sm border border-ink ${MARK[result]}`} />
        ))}
    </span>
  );
}

/** A rule's cells and counter on one side. */
export function Counter({ verdict }: { verdict: RuleVerdict }) {
  const early = decidedEarly(verdict);
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      {verdict.side && <SideBadge side={verdict.side} size="sm" />}
      <Cells verdict={verdict} />
      <span className={verdict.verdict === "met" ? "font-bold" : ""}>{ruleCounter(verdict)}</span>
      {early && <span className="w-full ps-7 text-sm">{early}</span>}
      {verdict.condition && <span className="w-full ps-7 text-sm text-caution">{verdict.condition}</span>}
    </span>
  );
}

/** The rules that count and have begun, both sides. */
export function RuleCounters({ framed }: { framed?: (counters: ReactNode) => ReactNode }) {
  const { state, guard } = useExam();
  const reading = useReading();
  const begun = new Map<string, RuleVerdict[]>();
  for (const { preferred, examined } of reading.sources)
    if (preferred && examined && isBegun(preferred))
      begun.set(preferred.rule.id, [...(begun.get(preferred.rule.id) ?? []), preferred]);
  if (begun.size === 0) return null;
  const counters = (
    <ul className="flex flex-col gap-3">
      {[...begun].map(([id, verdicts]) => (
        <li key={id} data-rule={id}>
          <strong>
            {verdicts[0]!.rule.label}: {ruleAsks(verdicts[0]!.rule)}
          </strong>
          <div className="flex flex-col gap-1">
            {verdicts.map((verdict) => (
              <Counter key={verdict.side ?? "midline"} verdict={verdict} />
            ))}
          </div>
        </li>
      ))}
      {blockedRules(state, reading, guard).map((line) => (
        <li key={line} className="text-sm text-caution" data-blocked-rule>
          {line}
        </li>
      ))}
    </ul>
  );
  return framed ? framed(counters) : counters;
}
