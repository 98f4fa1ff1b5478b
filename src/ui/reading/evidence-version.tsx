"use client";

import { useMemo } from "react";
import { NO_CHANGES, resolveEvidence } from "@/core/evidence/changes";
import { SHIPPED_VERSION } from "@/core/evidence/version";
import { readExam, sourceKey } from "@/core/reading/reading";
import { percentText } from "@/core/reading/words";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";
import { sourceName } from "./source-words";

const called = (version: string): string =>
  version === SHIPPED_VERSION ? "the shipped figures" : `version ${version}`;

/** Which figures the exam is read under, and what the ones in force today would change. */
export function EvidenceVersion() {
  const { state, reading, evidence, changes, append } = useExam();
  const { current } = evidence;
  const today = evidence.held[current] ?? NO_CHANGES;
  const differences = useMemo(() => {
    if (state.evidence === current) return [];
    const other = readExam(state, resolveEvidence(today));
    return other.sources.flatMap((one) => {
      const now = reading.sources.find(({ source, side }) => source === one.source && side === one.side);
      if (!now || !(one.examined || now.examined)) return [];
      const same = now.wording.word === one.wording.word && Math.abs(now.probability - one.probability) < 0.0005;
      return same ? [] : [{ one, now }];
    });
  }, [state, current, today, reading]);
  if (state.evidence === current && changes) return null;
  return (
    <Card heading="Evidence">
      {changes ? (
        <p className="text-sm">
          Read under {called(state.evidence)}; today it is {called(current)}.
        </p>
      ) : (
        <p role="alert" className="text-sm font-medium text-stop">
          This exam was read under {called(state.evidence)}, which this store does not hold. What stands here is read
          under the shipped figures. Import the exam again with its evidence, or read it under today&apos;s.
        </p>
      )}
      <ul className="my-2 text-sm" data-evidence-differences>
        {differences.length === 0 && <li>Read under today&apos;s figures, nothing here would change.</li>}
        {differences.map(({ one, now }) => (
          <li key={sourceKey(one.source, one.side)}>
            {sourceName(one)}: {now.wording.word} {percentText(now.probability)} → {one.wording.word}{" "}
            {percentText(one.probability)}
          </li>
        ))}
      </ul>
      <Button
        onClick={() =>
          void append({
            type: "evidence-chosen",
            body: { evidence: current, reason: "read again under the figures in force" },
          })
        }
      >
        Read it under today&apos;s figures
      </Button>
    </Card>
  );
}
