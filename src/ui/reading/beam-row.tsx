"use client";

import type { Spread } from "@/core/reading/draws";
import type { FiguredReading } from "@/core/reading/reading";
import { firmness, ofHundred, percentText } from "@/core/reading/words";
import { SOURCES } from "@/core/vocabulary/sources";
import { Beam } from "../figures/beam";
import { FamilyMark } from "../figures/family-mark";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

/** "leaning towards, tentative"; the bare word while the interval is on its way. */
export function wordOf({ wording }: FiguredReading, spread: Spread | null): string {
  if (wording.word === "not examined" || !spread) return wording.word;
  return `${wording.word}, ${firmness(spread.inBand)}`;
}

/** One source, one side: its word, its beam, and what that means for 100 people. */
export function BeamRow({ figured, spread }: { figured: FiguredReading; spread: Spread | null }) {
  const { reading } = useExam();
  const { source, side, probability, start, wording } = figured;
  const word = wordOf(figured, spread);
  const examined = wording.word !== "not examined";
  const interval = spread
    ? `, 95 in 100 draws between ${percentText(spread.p95[0])} and ${percentText(spread.p95[1])}`
    : "";
  return (
    <div data-beam={side} data-probability={probability.toFixed(4)}>
      <div className="mb-1 flex items-center gap-2">
        <SideBadge side={side} />
        <FamilyMark family={SOURCES[source].family} />
        <span className="leading-tight">
          <span className="block text-sm text-soft">{SOURCES[source].label}</span>
          <strong>{word}</strong>
        </span>
        <span className={`ml-auto text-2xl whitespace-nowrap font-bold ${reading.underAge ? "text-soft" : ""}`}>
          {percentText(probability)}
        </span>
      </div>
      <Beam
        probability={probability}
        start={start.mean}
        spread={spread}
        likelyFrom={reading.settings.likelyFrom}
        unlikelyTo={reading.settings.unlikelyTo}
        greyed={reading.underAge}
        label={`${SOURCES[source].label} ${side}: ${word}, ${percentText(probability)}, started at ${percentText(start.mean)}${interval}`}
      />
      <p className="mt-1 text-sm text-soft">
        {examined
          ? reading.underAge
            ? "Figures come from adults: do not rely on them here."
            : `${ofHundred(probability)[0]?.toUpperCase()}${ofHundred(probability).slice(1)}.`
          : `Starts at ${percentText(start.mean)}: ${start.reason}.`}
      </p>
    </div>
  );
}
