"use client";

import { Link } from "../primitives/link";
import {
  examinedSources,
  percentText,
  raiseGaps,
  sourceKey,
  type SourceReading,
  testLabel,
  WORD_TRAITS,
} from "@/core/reading";
import { SOURCES } from "@/core/vocabulary";
import { FamilyMark } from "../drawing/family-mark";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { type Spreads, useSpreads } from "../exam/use-spreads";
import { NextTests } from "./next-card";
import { RuleCounters } from "./rule-counters";
import { SourceBeam } from "./source-beam";
import { sourceName, wordOf } from "./source-words";
import { later } from "../primitives/later";

/** Only where the exam's figures are not in this store. */
const NotHeld = later(() => import("./evidence-version").then((module) => module.NotHeld));

const CourseReading = later(() => import("../course/course-reading").then((module) => module.CourseReading));

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

/** What is said beside a source: severe, no thrust techniques. */
const notesOf = ({ outcomes }: SourceReading): string[] => [
  ...new Set(outcomes.flatMap(({ note }) => [...(note ? [note] : [])])),
];

/** One source on one side: its beam, or what its signs say. */
function Source({ source, spreads }: { source: SourceReading; spreads: Spreads }) {
  const spread = spreads[sourceKey(source.source, source.side)];
  const tests = source.outcomes.filter(({ outcome }) => outcome !== "not tested");
  return (
    <li
      data-source={source.source}
      data-beam={source.side ?? "midline"}
      data-probability={source.probability.toFixed(4)}
      data-word={source.wording.word}
      className="flex flex-col gap-0.5"
    >
      <span className="flex items-center gap-1.5 leading-tight">
        {source.side && <SideBadge side={source.side} size="sm" />}
        <FamilyMark family={SOURCES[source.source].family} size={16} />
        <span className="text-sm">{SOURCES[source.source].label}:</span>
        <strong className="text-sm">{wordOf(source, spread)}</strong>
        {source.figured && (
          <span className="ms-auto font-bold whitespace-nowrap">{percentText(source.probability)}</span>
        )}
      </span>
      {source.figured ? (
        <SourceBeam source={source} spread={spread} slim />
      ) : (
        <span className="text-sm text-soft">
          by sign only, no figure ({tests.map((outcome) => `${testLabel(outcome)} ${outcome.outcome}`).join(", ")})
        </span>
      )}
      {notesOf(source).map((note) => (
        <span key={note} className="text-sm text-caution">
          {note}
        </span>
      ))}
    </li>
  );
}

const MOST_AGAINST = 4;

/** The reading as it stands, beside the test. */
export function ReadingPanel() {
  const { exam, state, changes } = useExam();
  const reading = useReading();
  const spreads = useSpreads(reading.sources);
  const shown = examinedSources(reading);
  const against = shown
    .filter(({ wording }) => WORD_TRAITS[wording.word].against !== "nowhere")
    .flatMap((source) => source.against.slice(0, 2).map((line) => ({ source, line })))
    .slice(0, MOST_AGAINST);
  if (!changes) return <NotHeld />;
  return (
    <div className="flex flex-col gap-3 rounded-2xl border border-line bg-card p-3">
      {shown.length === 0 && !state.treated && <p className="text-soft">Nothing examined yet.</p>}
      {state.treated && <CourseReading />}
      <ul className="flex flex-col gap-2">
        {shown.map((source) => (
          <Source key={sourceKey(source.source, source.side)} source={source} spreads={spreads} />
        ))}
      </ul>
      <RuleCounters />
      <RaisesCompared />
      {against.length > 0 && (
        <section aria-label="What argues against">
          <h3 className="text-sm font-semibold text-soft">What argues against</h3>
          <ul className="flex flex-col gap-1 text-sm">
            {against.map(({ source, line }) => (
              <li key={`${sourceKey(source.source, source.side)} ${line}`} className="flex gap-1.5">
                {source.side && <SideBadge side={source.side} size="sm" />}
                <span>
                  <span className="text-soft">{sourceName({ ...source, side: null })}:</span> {line}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {!state.treated && (
        <section aria-label="What to test next">
          <h3 className="text-sm font-semibold text-soft">Would tell most next</h3>
          <NextTests short />
        </section>
      )}
      <Link href={`/exams/${exam}/reading`} className="flex min-h-11 items-center font-medium underline">
        Why? Open the reasoning
      </Link>
    </div>
  );
}
