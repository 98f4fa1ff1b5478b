import { canonicalJson, phrase, portableSha256, type Problem } from "../../base";
import type { EvidenceSet } from "../../evidence";
import {
  examinedSources,
  firmnessOf,
  percentText,
  posttest,
  readExam,
  type Reading,
  READING_VERSION,
  sourceKey,
  type SourceReading,
  type Spread,
} from "../../reading";
import type { ChainHead, ExamState, KeptReading, KeptSource } from "../../record";
import { assessGuard } from "../../safety";
import { RECORD_VERSION, sourceLabel } from "../../vocabulary";
import { noteText, type Spreads, writeNote } from "./note";

/** What is read of an exam, in the form that is signed and kept with it. */

const placesOf = (value: number, places: number): number => Number(value.toFixed(places));

/** A chance to three places that is printed as the whole one is: 0.1349 is 13 %, and so is 0.134. */
function threePlaces(chance: number): number {
  const rounded = placesOf(chance, 3);
  return percentText(rounded) === percentText(chance) ? rounded : Math.floor(chance * 1000) / 1000;
}

const intervalOf = ([low, high]: readonly [number, number]): [number, number] => [threePlaces(low), threePlaces(high)];

function keptSource(read: SourceReading, spread: Spread | undefined): KeptSource {
  const { source, side, figured, wording, probability, preferred, start, rules } = read;
  const given = figured ? spread : undefined;
  return {
    source,
    side,
    readBy: figured ? "figures" : "sign",
    word: wording.word,
    firmness: firmnessOf(wording, given),
    point: placesOf(probability, 4),
    ruleAlone: preferred?.ratio ? placesOf(posttest(start.mean, preferred.ratio), 4) : null,
    p50: given ? intervalOf(given.p50) : null,
    p95: given ? intervalOf(given.p95) : null,
    rules: rules.map(({ rule, positive, negative, open, verdict }) => ({
      rule: rule.id,
      positive,
      negative,
      open,
      verdict,
    })),
  };
}

/** What a kept reading says of the intervals, as far as a note prints them. */
const spreadsIn = (kept: KeptReading): Spreads =>
  Object.fromEntries(
    kept.sources.flatMap(({ source, side, point, p50, p95, firmness: firm }) =>
      p50 && p95
        ? [[sourceKey(source, side), { median: point, p50, p95, inBand: firm === "firm" ? 1 : 0 } as Spread]]
        : [],
    ),
  );

/**
 * The reading of an exam as it is signed: words, points, intervals, rules,
 * outcomes, what the guard said, and the hash of the note as it is shown.
 *
 * @param state the exam as it stands before the signature
 * @param head its end, as the signature names it
 * @param spreads the intervals by source and side; a source without one is kept without
 * @example keepReading(state, readExam(state), head, {}).sources[0].word // "leaning towards"
 */
export function keepReading(state: ExamState, reading: Reading, head: ChainHead, spreads: Spreads): KeptReading {
  const guard = assessGuard(state);
  return {
    catalogue: RECORD_VERSION,
    engine: READING_VERSION,
    evidence: reading.evidence.version,
    settings: portableSha256(canonicalJson(reading.settings)),
    note: portableSha256(noteText(writeNote(state, reading, head, spreads))),
    sources: examinedSources(reading).map((read) => keptSource(read, spreads[sourceKey(read.source, read.side)])),
    outcomes: reading.outcomes.map(({ test, testedSide, source, side, outcome, reason }) => ({
      test,
      testedSide,
      source,
      side,
      outcome,
      reason,
    })),
    blocks: guard.blocks.map(({ id }) => id),
    overrides: guard.blocks.flatMap(({ id, overridden }) => (overridden.length ? [id] : [])),
    referrals: guard.referrals.map(({ id }) => id),
  };
}

/** One thing that a kept reading and today's say otherwise. */
export type KeptDifference = {
  /** The source and side, or the test it is about; "" for the whole. */
  readonly about: string;
  readonly what: "word" | "chance" | "rule" | "outcome" | "guard" | "examined";
  readonly then: string;
  readonly now: string;
};

const labelOf = ({ source, side }: Pick<KeptSource, "source" | "side">): string => sourceLabel(source, side);
const chanceText = (chance: number): string => `${(chance * 100).toFixed(1)} %`;

/** What one source was read as and is read as today. */
function sourceDifferences(then: KeptSource, now: KeptSource, tolerance: number): KeptDifference[] {
  const about = labelOf(then);
  const rulesNow = new Map(now.rules.map((rule) => [rule.rule, rule]));
  return [
    ...(then.word === now.word ? [] : [{ about, what: "word", then: then.word, now: now.word } as const]),
    ...(Math.abs(then.point - now.point) <= tolerance
      ? []
      : [{ about, what: "chance", then: chanceText(then.point), now: chanceText(now.point) } as const]),
    ...then.rules.flatMap((rule): KeptDifference[] => {
      const today = rulesNow.get(rule.rule);
      const said = ({ positive, negative, open, verdict }: typeof rule) =>
        `${rule.rule}: ${verdict}, ${positive} positive, ${negative} negative, ${open} open`;
      if (today && said(today) === said(rule)) return [];
      return [{ about, what: "rule", then: said(rule), now: today ? said(today) : `${rule.rule}: not read` }];
    }),
  ];
}

type Outcome = KeptReading["outcomes"][number];
const outcomeKey = ({ test, testedSide, source, side }: Outcome): string =>
  `${test} ${testedSide ?? "-"} ${sourceKey(source, side)}`;

function outcomeDifferences(then: readonly Outcome[], now: readonly Outcome[]): KeptDifference[] {
  const today = new Map(now.map((outcome) => [outcomeKey(outcome), outcome.outcome]));
  return then.flatMap((outcome): KeptDifference[] => {
    const key = outcomeKey(outcome);
    return today.get(key) === outcome.outcome
      ? []
      : [{ about: key, what: "outcome", then: outcome.outcome, now: today.get(key) ?? "not read" }];
  });
}

const listed = (ids: readonly string[]): string => [...ids].sort().join(", ") || "none";

/** Two numbers of one reading are the same up to this. */
const SIGNED_TOLERANCE = 0.002;
/** Two readings say the same to a reader up to this. */
const SHOWN_TOLERANCE = 0.005;

/**
 * What a kept reading says otherwise than another of the same exam: words,
 * chances, rules, outcomes, and what the guard said. A rule, a source or an
 * outcome that only the other has is no difference: what came later was not
 * there to be read.
 *
 * @param then what was kept
 * @param now the same exam, read today
 * @param tolerance how far two chances may lie apart and still be the same
 * @example keptDifferences(kept, kept) // []
 */
export function keptDifferences(then: KeptReading, now: KeptReading, tolerance = SHOWN_TOLERANCE): KeptDifference[] {
  const today = new Map(now.sources.map((read) => [sourceKey(read.source, read.side), read]));
  return [
    ...then.sources.flatMap((read): KeptDifference[] => {
      const other = today.get(sourceKey(read.source, read.side));
      return other
        ? sourceDifferences(read, other, tolerance)
        : [{ about: labelOf(read), what: "examined", then: read.word, now: "not examined" }];
    }),
    ...outcomeDifferences(then.outcomes, now.outcomes),
    ...(["blocks", "overrides", "referrals"] as const).flatMap((list): KeptDifference[] =>
      listed(then[list]) === listed(now[list])
        ? []
        : [{ about: list, what: "guard", then: listed(then[list]), now: listed(now[list]) }],
    ),
  ];
}

/**
 * Why a reading that is to be signed is not what is read here, or null when it
 * is. The intervals are the signer's own: they are drawn where they are shown.
 *
 * @param state the exam as it stands before the signature
 * @example signedReadingProblem(state, FIRST_EVIDENCE, head, keepReading(state, readExam(state), head, {})) // null
 */
export function signedReadingProblem(
  state: ExamState,
  evidence: EvidenceSet,
  head: ChainHead,
  kept: KeptReading,
): Problem | null {
  const reading = readExam(state, evidence);
  const here = keepReading(state, reading, head, spreadsIn(kept));
  const todo = "Load the page again, so that it reads as this program does, look at the reading, then sign.";
  const [difference] = [
    ...keptDifferences(kept, here, SIGNED_TOLERANCE),
    ...keptDifferences(here, kept, SIGNED_TOLERANCE),
  ];
  if (difference)
    return {
      where: "body › reading",
      what: phrase`says "${difference.then}" of ${difference.about || "the whole"}, and here it is read as "${difference.now}"`,
      todo,
    };
  for (const field of ["catalogue", "engine", "evidence", "settings", "note"] as const)
    if (kept[field] !== here[field])
      return { where: `body › reading › ${field}`, what: "is not what is read here", todo };
  return null;
}
