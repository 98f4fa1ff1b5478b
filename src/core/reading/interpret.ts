import {
  type Condition,
  type EarlierCondition,
  findSchool,
  ON_THIS_SIDE,
  optionIn,
  protocolOf,
  PROTOCOLS,
  type ReadingLine,
  type SourceInterpretation,
  type TestId,
} from "../knowledge";
import { sideDifference, formatted } from "../measurement";
import {
  answerOf,
  effectiveRuns,
  effectOf,
  type Facts,
  feltAt,
  isMet,
  ladderOf,
  likeOther,
  runsAfterTreatment,
  runsRead,
  type ReadingSettings,
  type Run,
  schoolIn,
} from "../record";
import { otherSide, type Outcome, type Side, SIDES, type SourceId, SOURCES } from "../vocabulary";
import { doseMismatch } from "./dose-shortfall";
import { provocationResult, type ProvocationResult, isVerdict, type Verdict } from "./provocation";

/** What one run says about one side of one source. */
export type TestOutcome = {
  readonly test: TestId;
  readonly run: string;
  readonly testedSide: Side | null;
  readonly source: SourceId;
  /** Null: a source without sides. */
  readonly side: Side | null;
  readonly outcome: Outcome;
  readonly reason: string;
  /** Said beside it: severe, no thrust techniques, a direction for treatment. */
  readonly note: string | null;
  /** Where treatment may begin, as the finding has it; it stands in the note as well. */
  readonly direction: string | null;
  /** False: their symptom came, and the step that tells nerve from other tissue was not done. */
  readonly differentiated: boolean;
  /** The test whose figures belong to it: a crossed raise is not a plain one. */
  readonly figuresOf: TestId;
  /** Read in words only, also where a record exists. */
  readonly noFigure: boolean;
  /** Marked beside the result; null when the dose was as asked or not measured. */
  readonly doseMismatch: string | null;
  /** A stage was left out: read in words, moves no figure. */
  readonly modified: boolean;
  /**
   * Our outcome for a joint is negative by where it was felt, yet the symptom was
   * reproduced on this side: the studies would have counted it.
   */
  readonly reproducedElsewhere: boolean;
  /** The same run made both sides of the source positive. */
  readonly bilateral: boolean;
  /** Negative before a technique in this exam, positive after it. */
  readonly newSinceTechnique: boolean;
};

/** Answers what a condition asks of earlier tests. */
export const earlierIn =
  (runs: readonly Run[], settings: ReadingSettings) =>
  (condition: EarlierCondition, side: Side | null): boolean =>
    runs.some((run) => {
      if (run.test !== condition.test) return false;
      if (condition.side === "same side" && run.side !== side) return false;
      if (condition.side === "other side" && (side === null || run.side !== otherSide(side))) return false;
      const heard = provocationResult(run, settings.restRise);
      if (condition.heard && (isVerdict(heard) || !condition.heard.includes(heard.heard))) return false;
      if (condition.felt && (isVerdict(heard) || !feltAt(condition.felt, heard.places, side))) return false;
      if (
        condition.seen &&
        !Object.entries(condition.seen).every(([id, options]) => options.includes(answerOf({ run }, id)))
      )
        return false;
      const { outcome } = condition;
      return (
        !outcome ||
        interpretRun(run, settings, runs).some(
          (other) => other.source === outcome.source && outcome.is.includes(other.outcome),
        )
      );
    });

const NOTHING_HEARD: ProvocationResult = { heard: "done", at: null, places: [], qualities: [] };

/** All that the lines of a run's reading can ask about, seen from no side yet. */
function factsFor(
  run: Run,
  hearing: ProvocationResult | null,
  settings: ReadingSettings,
  runs: readonly Run[],
  otherRun: Run | null,
): Facts {
  const { heard, at, places, qualities } = hearing ?? NOTHING_HEARD;
  return {
    protocol: protocolOf(run.test),
    run,
    heard: hearing ? heard : null,
    at,
    places,
    qualities,
    side: null,
    school: (id) => (findSchool(id)?.kind === "doing" ? optionIn(run.variant, id) : schoolIn(settings, id)),
    otherRun,
    earlier: earlierIn(runs, settings),
  };
}

/**
 * Whether a run meets a condition, seen from one side of a source: for rules and
 * records that have their own definition of positive.
 *
 * @example meets({ measure: [{ id: "rotation", under: 60 }] }, flexionRotationRight, "right", settings, runs) // true
 */
export function meets(
  condition: Condition,
  run: Run,
  side: Side | null,
  settings: ReadingSettings,
  runs: readonly Run[],
): boolean {
  const heard = provocationResult(run, settings.restRise);
  const facts = factsFor(run, isVerdict(heard) ? null : heard, settings, runs, likeOther(run, runs));
  return isMet(condition, { ...facts, side });
}

function sidesSpokenFor({ sides }: SourceInterpretation, testedSide: Side | null): readonly (Side | null)[] {
  if (sides === "midline") return [null];
  if (sides === "both sides" || testedSide === null) return SIDES;
  return [sides === "other side" ? otherSide(testedSide) : testedSide];
}

type LineSays = Pick<ReadingLine, "note" | "noFigure" | "direction" | "differentiated">;
type Found = Pick<TestOutcome, "outcome" | "reason" | "note" | "noFigure" | "direction" | "differentiated">;

const joined = (...notes: readonly (string | false | null | undefined)[]): string | null =>
  notes.filter(Boolean).join("; ") || null;

const foundBy = ({ outcome, reason, note, noFigure, direction, differentiated }: Verdict & LineSays): Found => ({
  outcome,
  reason,
  note: joined(note, direction && `direction: ${direction}`),
  noFigure: noFigure ?? false,
  direction: direction ?? null,
  differentiated: differentiated ?? true,
});

/** The first line that holds; what was not tested, or cannot be told, is so for every source but those only pointed to. */
function interpretSource(
  reading: SourceInterpretation,
  heard: ProvocationResult | Verdict,
  facts: Facts,
): Found | null {
  if (isVerdict(heard)) return reading.pointsOnly ? null : foundBy(heard);
  const line = reading.lines.find((candidate) => isMet(candidate, facts));
  if (line) return foundBy(line);
  return reading.pointsOnly ? null : foundBy({ outcome: "not tested", reason: "what it needs is not recorded yet" });
}

/**
 * One run → an outcome for each side of each source its test speaks about.
 *
 * @param runs the exam's runs that count, for tests that look at the other side or at earlier ones
 * @returns outcomes in the protocol's order; a source the test can only point
 * to is left out unless it did
 * @example interpretRun(thighThrustFeltInGroin, settings).map((o) => [o.source, o.outcome])
 * // [["sacroiliac", "negative"], ["hip", "positive"]]
 */
export function interpretRun(
  run: Run,
  settings: ReadingSettings,
  runs: readonly Run[] = [run],
): readonly TestOutcome[] {
  const around = lookedAt(run, runs);
  const kept = read.get(run);
  if (kept && kept.settings === settings && kept.around === around) return kept.outcomes;
  const outcomes = readRun(run, settings, runs);
  read.set(run, { settings, around, outcomes });
  return outcomes;
}

type Kept = { readonly settings: ReadingSettings; readonly around: unknown; readonly outcomes: readonly TestOutcome[] };

/** A run never changes in place, so what is read of it holds until the settings or what it is compared with change. */
const read = new WeakMap<Run, Kept>();

const asks = (field: "earlier" | "difference", condition: Condition): boolean =>
  condition[field] !== undefined ||
  (condition.any ?? []).some((alternative) => asks(field, alternative)) ||
  (condition.not !== undefined && asks(field, condition.not));
const looks = new Map(
  PROTOCOLS.map(({ id, readings, measures }) => {
    const lines = readings.flatMap((reading) => reading.lines);
    const asksOf = (field: "earlier" | "difference") => lines.some((line) => asks(field, line));
    return [
      id,
      asksOf("earlier")
        ? "all runs"
        : asksOf("difference") || measures.some(({ mdc: error }) => error)
          ? "other side"
          : "itself",
    ] as const;
  }),
);

/**
 * Whether a test is read against the other side: a difference between the sides,
 * or a number whose error is known.
 *
 * @example comparesSides("straight-leg-raise") // true
 */
export const comparesSides = (test: Run["test"]): boolean => looks.get(test) === "other side";

/** What beside itself a run's reading depends on. */
function lookedAt(run: Run, runs: readonly Run[]): unknown {
  const look = looks.get(run.test);
  return look === "all runs" ? runs : look === "other side" ? likeOther(run, runs) : null;
}

/** What a side difference beyond the error of measuring adds: support for a positive; alone it is stiffness. */
function differenceNote(run: Run, other: Run | null, { outcome }: Found): string | null {
  if (!other || run.bothSore || (outcome !== "positive" && outcome !== "negative")) return null;
  const beyond = protocolOf(run.test).measures.find(({ id, mdc: error = null }) => {
    const [here, there] = [run.measures[id], other.measures[id]];
    return here !== undefined && there !== undefined && sideDifference(here, there, error).beyondMdc === true;
  });
  if (!beyond) return null;
  const [here, there] = [run.measures[beyond.id]!, other.measures[beyond.id]!];
  /** The side that moves less; a deficit is the larger there. */
  const stiffer = beyond.falling ? here > there : here < there;
  /** On the freer side a difference speaks for nothing. */
  if (!stiffer) return null;
  const by = formatted(beyond, Math.abs(here - there));
  return outcome === "positive"
    ? `supported by a side difference of ${by} in ${beyond.label.toLowerCase()}`
    : `side difference of ${by} in ${beyond.label.toLowerCase()}: alone it is stiffness, not a positive`;
}

/**
 * What a release that takes load off made worse, in words; null when none did.
 * Whatever the other answers say, this one does not fit.
 */
function worseOnRelease(facts: Facts): string | null {
  const worse = facts.protocol.stages.find(
    (stage) => stage.kind === "release" && !stage.addsLoad && effectOf(stage.id, facts) === "worse",
  );
  return worse ? `worse on "${worse.name.toLowerCase()}", which takes load off: the answer does not fit` : null;
}

const IN_CHAIR = "done in their wheelchair: no study did it so";

const isDecided = ({ outcome }: Found): boolean => outcome === "positive" || outcome === "negative";

function readRun(run: Run, settings: ReadingSettings, runs: readonly Run[]): TestOutcome[] {
  const protocol = protocolOf(run.test);
  const heard = provocationResult(run, settings.restRise);
  const hearing = isVerdict(heard) ? null : heard;
  const mismatch = doseMismatch(run);
  const { modified } = ladderOf(run);
  const other = protocol.measures.length ? likeOther(run, runs) : null;
  const facts = factsFor(run, hearing, settings, runs, other);
  const misfit = hearing?.heard === "reproduced" ? worseOnRelease(facts) : null;
  const outcomes = protocol.readings.flatMap((reading) =>
    sidesSpokenFor(reading, run.side).flatMap((side): TestOutcome[] => {
      const found = interpretSource(reading, heard, { ...facts, side });
      if (!found || (misfit && reading.pointsOnly)) return [];
      const judged =
        misfit && isDecided(found) ? foundBy({ outcome: "equivocal", reason: misfit, noFigure: true }) : found;
      const difference = side === run.side ? differenceNote(run, other, judged) : null;
      return [
        {
          test: run.test,
          run: run.id,
          testedSide: run.side,
          source: reading.source,
          side,
          ...judged,
          noFigure: judged.noFigure || run.inChair,
          note: joined(judged.note, difference, run.inChair && IN_CHAIR),
          figuresOf: reading.figuresOf ?? run.test,
          doseMismatch: mismatch,
          modified,
          reproducedElsewhere:
            SOURCES[reading.source].family === "joint" &&
            hearing?.heard === "reproduced" &&
            judged.outcome === "negative" &&
            feltAt(ON_THIS_SIDE, hearing.places, side),
          bilateral: false,
          newSinceTechnique: false,
        },
      ];
    }),
  );
  if (!outcomes.some(({ outcome, side }) => outcome === "positive" && side !== null)) return outcomes;
  return outcomes.map((outcome) => ({
    ...outcome,
    bilateral:
      outcome.outcome === "positive" &&
      outcome.side !== null &&
      outcomes.some(
        (other) =>
          other.source === outcome.source && other.side === otherSide(outcome.side!) && other.outcome === "positive",
      ),
  }));
}

/** Positive now, and negative in the last run before a technique. */
function isNewSinceTechnique(outcome: TestOutcome, run: Run, runs: readonly Run[], settings: ReadingSettings): boolean {
  if (outcome.outcome !== "positive" || run.techniquesBefore === 0) return false;
  const before = runs.findLast(
    ({ test, side, techniquesBefore }) =>
      test === run.test && side === run.side && techniquesBefore < run.techniquesBefore,
  );
  return (
    before !== undefined &&
    interpretRun(before, settings).some(
      ({ source, side, outcome: was }) => source === outcome.source && side === outcome.side && was === "negative",
    )
  );
}

/** A test first done after treatment began speaks only when it is positive: treatment may have cleared it. */
const readAs = (run: Run, outcomes: readonly TestOutcome[]): readonly TestOutcome[] =>
  run.isCounted
    ? outcomes
        .filter(({ outcome }) => outcome === "positive")
        .map((outcome) => ({ ...outcome, note: joined(outcome.note, "first done after treatment began") }))
    : outcomes;

/**
 * Every outcome of an exam before treatment, in the order the tests were first done. Guard and
 * reading ask for the same one after the other, so the last answer is kept.
 *
 * @example interpretExam(runs, settings).map(({ outcome }) => outcome).includes("positive") // true
 */
export function interpretExam(runs: readonly Run[], settings: ReadingSettings): readonly TestOutcome[] {
  const known = interpreted.get(runs);
  if (known?.settings === settings) return known.outcomes;
  const counted = runsRead(runs);
  const outcomes = counted.flatMap((run) => readAs(run, interpretRun(run, settings, counted)));
  interpreted.set(runs, { settings, outcomes });
  return outcomes;
}

/**
 * What the runs after a technique came to: response to treatment, beside the
 * findings and never instead of them. The guard hears both.
 *
 * @example interpretResponses(runs, settings) // []
 */
export function interpretResponses(runs: readonly Run[], settings: ReadingSettings): readonly TestOutcome[] {
  const later = runsAfterTreatment(runs);
  if (later.length === 0) return NO_RESPONSES;
  const around = effectiveRuns(runs);
  return later.flatMap((run) =>
    interpretRun(run, settings, around).map((outcome) =>
      isNewSinceTechnique(outcome, run, runs, settings) ? { ...outcome, newSinceTechnique: true } : outcome,
    ),
  );
}

const NO_RESPONSES: readonly TestOutcome[] = [];

type Interpreted = { readonly settings: ReadingSettings; readonly outcomes: readonly TestOutcome[] };
const interpreted = new WeakMap<readonly Run[], Interpreted>();
