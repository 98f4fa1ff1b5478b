"use client";

import { CITATIONS } from "@/core/knowledge/citations";
import { describeVerdict, type RuleVerdict } from "@/core/reading/rules";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

const MARK = {
  positive: "bg-ink",
  negative: "bg-transparent",
  open: "bg-transparent border-dashed opacity-60",
} as const;

/** One cell a member: filled positive, empty negative, dashed still open. */
function Cells({ verdict }: { verdict: RuleVerdict }) {
  return (
    <span aria-hidden className="flex gap-1">
      {verdict.members
        .toSorted(
          (a, b) =>
            ["positive", "negative", "open"].indexOf(a.standing) - ["positive", "negative", "open"].indexOf(b.standing),
        )
        .map(({ member, testedSide, standing }) => (
          <span
            key={`${member.test} ${testedSide}`}
            className={`size-3 rounded-sm border border-ink ${MARK[standing]}`}
          />
        ))}
    </span>
  );
}

function Counter({ verdict }: { verdict: RuleVerdict }) {
  const [said, early] = describeVerdict(verdict).split("; ");
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      <SideBadge side={verdict.side} size="sm" />
      <Cells verdict={verdict} />
      <span className={verdict.verdict === "met" ? "font-bold" : ""}>{said}</span>
      {early && <span className="w-full pl-7 text-sm">{early}</span>}
      {verdict.condition && <span className="w-full pl-7 text-sm text-caution">{verdict.condition}</span>}
    </span>
  );
}

/** Every sacroiliac rule, both sides; the preferred one first and marked. */
export function RuleCounters({ onlyPreferred = false }: { onlyPreferred?: boolean }) {
  const { reading } = useExam();
  const [right, left] = reading.figured;
  if (!right || !left) return null;
  const preferredId = reading.settings.preferredRule;
  const pairs = right.rules
    .map((verdict, index) => ({ right: verdict, left: left.rules[index]! }))
    .toSorted((a, b) => Number(b.right.rule.id === preferredId) - Number(a.right.rule.id === preferredId));
  const shown = onlyPreferred ? pairs.filter((pair) => pair.right.rule.id === preferredId) : pairs;
  return (
    <ul className="flex flex-col gap-3">
      {shown.map((pair) => (
        <li key={pair.right.rule.id} data-rule={pair.right.rule.id}>
          <p className="flex flex-wrap items-baseline justify-between gap-x-2">
            <strong>
              {pair.right.rule.label}: {pair.right.rule.k} of {pair.right.rule.members.length}
            </strong>
            {pair.right.rule.id === preferredId ? (
              <span className="rounded bg-ink px-1.5 text-xs font-semibold text-paper">counts</span>
            ) : (
              <span className="text-xs text-soft">shown, not counted</span>
            )}
          </p>
          <div className="flex flex-col gap-1">
            <Counter verdict={pair.right} />
            <Counter verdict={pair.left} />
          </div>
          {!onlyPreferred && (
            <p className="mt-1 text-sm text-soft">
              {CITATIONS[pair.right.rule.citation]} ({pair.right.rule.standing}, check before clinical reliance).{" "}
              {pair.right.rule.remark} Pooled over studies: LR+ {pair.right.rule.pooled.lrPositive}, LR-{" "}
              {pair.right.rule.pooled.lrNegative} ({CITATIONS[pair.right.rule.pooled.citation]};{" "}
              {pair.right.rule.pooled.standing}).
            </p>
          )}
        </li>
      ))}
    </ul>
  );
}
