"use client";

import clsx from "clsx";
import {
  examinedByFamily,
  oneSourceEach,
  percentText,
  qualityLetters,
  restsOn,
  sayOneSource,
  sourceKey,
  type SourceReading,
  type SourceRows,
  testLabel,
  WORD_TRAITS,
} from "@/core/reading";
import { SOURCES } from "@/core/vocabulary";
import { FamilyMark } from "../drawing/family-mark";
import { SideBadge } from "../primitives/side-badge";
import { useReading } from "../exam/use-reading";
import type { Spreads } from "../exam/use-spreads";
import { SourceBeam } from "./source-beam";
import { beamLabel, sourceName, wordOf } from "./source-words";

type Choosing = { spreads: Spreads; chosen: string | null; onChoose: (key: string) => void };

/** One side of a source: a beam where figures moved it, else what the signs say. Opens its reasoning. */
function Half({ source, mirrored, ...choosing }: { source: SourceReading; mirrored: boolean } & Choosing) {
  const reading = useReading();
  const key = sourceKey(source.source, source.side);
  const spread = choosing.spreads[key];
  const word = wordOf(source, spread);
  const tests = source.outcomes.filter(({ outcome }) => outcome !== "not tested");
  return (
    <button
      type="button"
      data-source={source.source}
      data-beam={source.side ?? "midline"}
      data-probability={source.probability.toFixed(4)}
      data-word={source.wording.word}
      aria-pressed={choosing.chosen === key}
      onClick={() => choosing.onChoose(key)}
      className={clsx(
        "grid min-h-11 items-center gap-2 rounded-lg border px-1.5 py-0.5 hover:bg-well",
        choosing.chosen === key ? "border-ink bg-well" : "border-transparent",
        mirrored ? "grid-cols-[6.6rem_1fr_auto] text-end" : "grid-cols-[auto_1fr_6.6rem] text-start",
      )}
    >
      <span className="sr-only">
        {source.figured ? beamLabel(source, spread) : `${sourceName(source)}${source.examined ? ", by sign only" : ""}`}
      </span>
      {!mirrored && source.side && <SideBadge side={source.side} size="sm" />}
      {!source.side && <Midline />}
      {mirrored && <Said source={source} word={word} />}
      {source.figured ? (
        <SourceBeam source={source} spread={spread} mirrored={mirrored} slim silent />
      ) : (
        <span className="text-xs leading-tight text-soft">
          {source.examined
            ? `by sign: ${tests.map((outcome) => `${testLabel(outcome)} ${outcome.outcome}`).join(", ") || "baseline"}`
            : reading.underAge
              ? "not examined"
              : `starts at ${percentText(source.start.mean)}`}
        </span>
      )}
      {!mirrored && <Said source={source} word={word} />}
      {mirrored && source.side && <SideBadge side={source.side} size="sm" />}
    </button>
  );
}

/** In the place of a side's badge, so that a source without sides is not taken for a left one. */
const Midline = () => (
  <span className="rounded-full border border-edge px-1.5 text-xs leading-5 text-soft">midline</span>
);

const Said = ({ source, word }: { source: SourceReading; word: string }) => (
  <span className="leading-tight">
    {source.figured && <span className="block text-base font-bold">{percentText(source.probability)}</span>}
    <span className={clsx("block text-xs", WORD_TRAITS[source.wording.word].loud ? "font-bold" : "text-soft")}>
      {word}
    </span>
    {source.figured && <Quality source={source} />}
  </span>
);

/** Beside the probability: how far the studies behind it can be trusted. */
function Quality({ source }: { source: SourceReading }) {
  const { evidence } = useReading();
  const letters = qualityLetters(restsOn(source, evidence));
  return letters === "" ? null : (
    <span className="block text-xs text-soft" data-quality={letters}>
      <span className="sr-only">study quality </span>
      {letters}
    </span>
  );
}

/** A source's row: the right half mirrored against the left, or one beam across for a source without sides. */
function Row({ source, rows, ...choosing }: SourceRows & Choosing) {
  const [first, second] = rows;
  return (
    <li className="grid items-center gap-x-2 md:grid-cols-[1fr_8.5rem_1fr]" data-row={source}>
      {second ? (
        <>
          <Half source={first!} mirrored {...choosing} />
          <span className="order-first px-1 text-center text-sm leading-tight font-medium md:order-none">
            {SOURCES[source].label}
          </span>
          <Half source={second} mirrored={false} {...choosing} />
        </>
      ) : (
        <>
          <span className="max-md:hidden" />
          <span className="order-first px-1 text-center text-sm leading-tight font-medium md:order-none">
            {SOURCES[source].label}
          </span>
          <Half source={first!} mirrored={false} {...choosing} />
        </>
      )}
    </li>
  );
}

/** Every examined source, grouped by family, what matters most first. */
export function BeamsCard(choosing: Choosing) {
  const reading = useReading();
  const { families, notExamined } = examinedByFamily(reading);
  const oneEach = oneSourceEach(reading.sources);
  return (
    <section aria-label="Sources" className="rounded-2xl border border-line bg-card p-3">
      {families.length === 0 && <p className="p-2 text-soft">Nothing examined yet.</p>}
      <div className="flex flex-col gap-1.5">
        {families.map(({ family, sources }) => (
          <section key={family} aria-label={family}>
            <h2 className="flex items-center gap-2 border-b border-line pb-0.5 text-sm font-semibold capitalize">
              <FamilyMark family={family} /> {family}
            </h2>
            <ul>
              {sources.map((rows) => (
                <Row key={rows.source} {...rows} {...choosing} />
              ))}
            </ul>
          </section>
        ))}
      </div>
      {oneEach && (
        <p className="mt-2 text-sm" data-one-source>
          {sayOneSource(oneEach)}
        </p>
      )}
      {notExamined.length > 0 && (
        <details className="no-print mt-2">
          <summary className="flex min-h-11 items-center text-sm text-soft">
            Not examined ({new Set(notExamined.map(({ source }) => source)).size} sources with figures)
          </summary>
          <ul className="grid gap-x-6 sm:grid-cols-2">
            {notExamined.map((source) => (
              <li
                key={sourceKey(source.source, source.side)}
                data-not-examined={sourceKey(source.source, source.side)}
                className="text-sm"
              >
                {sourceName(source)}
                {!reading.underAge && `: starts at ${percentText(source.start.mean)}, ${source.start.reason}`}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
