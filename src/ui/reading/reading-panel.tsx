"use client";

import Link from "next/link";
import { sheetTests } from "@/core/exam/sheet";
import { protocolOf } from "@/core/knowledge/protocols";
import { raiseGaps } from "@/core/reading/raises";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useSpreads } from "../exam/use-spreads";
import { BeamRow } from "./beam-row";
import { RuleCounters } from "./rule-counters";
import { Signs } from "./signs";

/** Seated against supine raise: they should agree, and a gap asks for a repeat. */
function RaisesCompared() {
  const { state } = useExam();
  const gaps = raiseGaps(state.runs);
  return gaps.map(({ side, seated, supine }) => (
    <p key={side} className="flex gap-1.5 text-sm text-caution">
      <SideBadge side={side} size="sm" />
      Seated raise {seated}°, supine {supine}°: differs, repeat. The seated one is the less sensitive.
    </p>
  ));
}

/** The reading as it stands, beside the test. */
export function ReadingPanel() {
  const { exam, reading, state } = useExam();
  const spreads = useSpreads(reading);
  const onSheet = sheetTests(state).some((test) => protocolOf(test).tissueGroup === "sacroiliac-provocation");
  const examined = reading.figured.some(({ wording }) => wording.word !== "not examined");
  /** What was not examined does not stand before what was. */
  const shown = examined || (onSheet && reading.signs.length === 0);
  const against = reading.figured.filter((figured) => figured.against.length > 0);
  return (
    <div className="flex flex-col gap-4 rounded-2xl border border-line bg-card p-3">
      {shown &&
        reading.figured.map((figured, index) => (
          <BeamRow key={figured.side} figured={figured} spread={spreads[index] ?? null} />
        ))}
      {shown && <RuleCounters onlyPreferred />}
      {!shown && reading.signs.length === 0 && <p className="text-soft">Nothing examined yet.</p>}
      <Signs />
      <RaisesCompared />
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
