"use client";

import { useMemo } from "react";
import { changesAtHand, NO_CHANGES, resolveEvidence } from "@/core/evidence";
import { percentText, readExam, readingDifferences, sourceKey } from "@/core/reading";
import { isShippedVersion, SHIPPED_VERSION } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { sourceName } from "./source-words";

const called = (version: string): string =>
  version === SHIPPED_VERSION
    ? "today's shipped figures"
    : isShippedVersion(version)
      ? "earlier shipped figures"
      : `version ${version}`;

function ReadAgain({ label }: { label: string }) {
  const { evidence, append } = useExam();
  return (
    <Button
      onClick={() =>
        void append({
          type: "evidence-chosen",
          body: { evidence: evidence.current, reason: "read again under the figures in force" },
        })
      }
    >
      {label}
    </Button>
  );
}

/** Instead of a reading: the figures the exam is read under are not here. */
export function NotHeld() {
  const { state } = useExam();
  return (
    <Card heading="Not read">
      <p role="alert" className="mb-3 font-medium text-stop">
        This exam is read under {called(state.evidenceVersion)} of the evidence, which this store does not hold. Import
        the exam again with its evidence, or the evidence file under Evidence, or read it under today&apos;s figures:
        that is recorded.
      </p>
      <ReadAgain label="Read it under today's figures" />
    </Card>
  );
}

/** Which figures the exam is read under, and what the ones in force today would change. */
export function EvidenceVersion() {
  const { state, evidence } = useExam();
  const reading = useReading();
  const { current } = evidence;
  const differences = useMemo(() => {
    if (state.evidenceVersion === current) return [];
    const other = readExam(state, resolveEvidence(changesAtHand(evidence.held, current) ?? NO_CHANGES));
    return readingDifferences(reading.sources, other.sources);
  }, [state, evidence, current, reading]);
  if (state.evidenceVersion === current) return null;
  return (
    <Card heading="Evidence">
      <p className="text-sm">
        Read under {called(state.evidenceVersion)}; today it is {called(current)}.
      </p>
      <ul className="my-2 text-sm" data-evidence-differences>
        {differences.length === 0 && <li>Read under today&apos;s figures, nothing here would change.</li>}
        {differences.map(({ before, after }) => (
          <li key={sourceKey(after.source, after.side)}>
            {sourceName(after)}: {before.wording.word} {percentText(before.probability)} → {after.wording.word}{" "}
            {percentText(after.probability)}
          </li>
        ))}
      </ul>
      <ReadAgain label="Read it under today's figures" />
    </Card>
  );
}
