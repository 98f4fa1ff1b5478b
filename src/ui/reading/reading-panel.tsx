"use client";

import Link from "next/link";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useSpreads } from "../exam/use-spreads";
import { BeamRow } from "./beam-row";
import { RuleCounters } from "./rule-counters";
import { Signs } from "./signs";

/** The reading as it stands, beside the test. */
export function ReadingPanel() {
  const { exam, reading } = useExam();
  const spreads = useSpreads(reading);
  const against = reading.figured.filter((figured) => figured.against.length > 0);
  return (
    <div className="flex flex-col gap-4 rounded-2xl border border-line bg-card p-3">
      {reading.figured.map((figured, index) => (
        <BeamRow key={figured.side} figured={figured} spread={spreads[index] ?? null} />
      ))}
      <RuleCounters onlyPreferred />
      <Signs />
      {against.length > 0 && (
        <section aria-label="What argues against">
          <h3 className="text-sm font-semibold text-soft">What argues against</h3>
          <ul className="flex flex-col gap-1 text-sm">
            {against.flatMap((figured) =>
              figured.against.slice(0, 3).map((line) => (
                <li key={`${figured.side} ${line}`} className="flex gap-1.5">
                  <SideBadge side={figured.side} size="sm" />
                  {line}
                </li>
              )),
            )}
          </ul>
        </section>
      )}
      <Link href={`/exams/${exam}/reading`} className="flex min-h-11 items-center font-medium underline">
        Why? Open the reasoning
      </Link>
    </div>
  );
}
