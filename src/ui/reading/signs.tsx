"use client";

import { testLabel } from "@/core/reading/steps";
import { SOURCES } from "@/core/vocabulary/sources";
import { FamilyMark } from "../figures/family-mark";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

/** Sources read by rule alone: no figure, so no beam. */
export function Signs() {
  const { reading } = useExam();
  if (reading.signs.length === 0) return null;
  return (
    <ul className="flex flex-col gap-1.5">
      {reading.signs.map(({ source, side, word, outcomes }) => (
        <li key={`${source} ${side}`} data-sign-of={`${source} ${side ?? ""}`} className="flex items-center gap-2">
          {side ? <SideBadge side={side} size="sm" /> : <span aria-hidden className="size-5 shrink-0" />}
          <FamilyMark family={SOURCES[source].family} size={16} />
          <span className="leading-tight">
            {SOURCES[source].label}: <strong>{word}</strong>
            <span className="block text-sm text-soft">
              by sign only, no figure (
              {outcomes.map((outcome) => `${testLabel(outcome)} ${outcome.outcome}`).join(", ")})
            </span>
            {[
              ...new Set(
                outcomes.flatMap(({ note, newSinceTechnique }) => [
                  ...(note ? [note] : []),
                  ...(newSinceTechnique ? ["new since the technique"] : []),
                ]),
              ),
            ].map((note) => (
              <span key={note} className="block text-sm text-caution">
                {note}
              </span>
            ))}
          </span>
        </li>
      ))}
    </ul>
  );
}
