import { ladderOf } from "../exam/ladder";
import type { ReadingSettings } from "../exam/settings";
import type { Run, StageRecord } from "../exam/state";
import {
  type FeltCondition,
  type Protocol,
  protocolOf,
  type ReadingLine,
  type SourceReading,
} from "../knowledge/protocols";
import { convertForce } from "../measurement/force";
import type { Outcome } from "../vocabulary/examination";
import { type Place, placeParts } from "../vocabulary/sites";
import { otherSide, type Side, SIDES } from "../vocabulary/sides";
import type { SourceId } from "../vocabulary/sources";

/** What one run says about one side of one source. */
export type TestOutcome = {
  readonly test: Protocol["id"];
  readonly run: string;
  readonly testedSide: Side | null;
  readonly source: SourceId;
  readonly side: Side;
  readonly outcome: Outcome;
  readonly reason: string;
  /** Marked beside the result; null when the dose was as asked or not measured. */
  readonly doseMismatch: string | null;
  /** A stage was left out: read in words, moves no figure. */
  readonly modified: boolean;
  /** Our outcome is negative, yet the symptom was reproduced on this side: the studies would have counted it. */
  readonly reproducedElsewhere: boolean;
  /** The same run made both sides of the source positive. */
  readonly bilateral: boolean;
};

/** Below this share of the dose asked, a clear test has not shown that it is clear. */
export const DOSE_MISMATCH_SHARE = 0.6;
/** At rest this bad, there is no room left to rise. */
const NO_ROOM_TO_RISE = 9;

type Verdict = { outcome: Outcome; reason: string };
type Heard = { when: ReadingLine["when"]; places: readonly Place[] };

const verdict = (outcome: Outcome, reason: string): Verdict => ({ outcome, reason });

/** Whether the familiar symptom rose over rest or spread; only then was it reproduced. */
function reproduction(record: StageRecord, rest: Run["rest"], restRise: number): Heard | Verdict {
  if (record.places.length === 0)
    return verdict("equivocal", "their symptom, but where it was felt is not recorded yet");
  const heard: Heard = { when: "reproduced", places: record.places };
  if (!rest || rest.intensity === 0) return heard;
  const spread = record.places.some((place) => !rest.places.includes(place));
  if (spread) return heard;
  if (rest.intensity >= NO_ROOM_TO_RISE)
    return verdict(
      "not interpretable",
      `${rest.intensity} of 10 at rest leaves no room to rise, and it did not spread`,
    );
  if (record.intensity === null)
    return verdict("equivocal", `it was there at rest (${rest.intensity} of 10); say how bad it became`);
  if (record.intensity - rest.intensity >= restRise) return heard;
  return { when: "not reproduced", places: record.places };
}

/** What the ladder as a whole brought on, or why that cannot be said. */
function hear(run: Run, settings: ReadingSettings): Heard | Verdict {
  const ladder = ladderOf(run);
  const familiar = ladder.rungs.find(({ record }) => record?.response === "familiar");
  if (familiar?.record) return reproduction(familiar.record, run.rest, settings.restRise);
  const answered = ladder.rungs.filter(({ record }) => record?.response);
  if (ladder.ended === "stopped" && answered.length < ladder.rungs.length)
    return verdict("not interpretable", `stopped before it was finished: ${run.stopped?.reason}`);
  if (answered.length === 0)
    return verdict("not tested", ladder.modified ? "every stage was left out" : "not answered yet");
  if (ladder.here)
    return verdict(
      "not tested",
      `${answered.length} of ${ladder.rungs.length} stages done: clear only after every one`,
    );
  const worst = (["other", "stretch", "nothing"] as const).find((response) =>
    answered.some(({ record }) => record?.response === response),
  );
  return { when: worst ?? "nothing", places: [] };
}

function matchesFelt(condition: FeltCondition, places: readonly Place[], side: Side): boolean {
  return places.some((place) => {
    const felt = placeParts(place);
    if (condition.sites !== "anywhere" && !condition.sites.includes(felt.site)) return false;
    if (condition.side === "any side") return true;
    return felt.side === side || (condition.side === "same side or central" && felt.side === "central");
  });
}

const lineHolds = (line: ReadingLine, heard: Heard, side: Side, settings: ReadingSettings): boolean =>
  line.when === heard.when &&
  (!line.school || settings.feltWhere === line.school.option) &&
  (!line.felt || matchesFelt(line.felt, heard.places, side)) &&
  (!line.notFelt || !matchesFelt(line.notFelt, heard.places, side));

/** The dose given, when it fell short of the dose asked by more than the share allowed. */
function doseMismatch(run: Run): string | null {
  for (const { stage, record } of ladderOf(run).rungs) {
    const { force = null, seconds = null, thrusts = null } = record?.dose ?? {};
    const { kgf, holdSeconds, thrusts: asked } = stage.dose;
    const given = force && convertForce(force, "kgf");
    if (kgf && given !== null && given < kgf[0] * DOSE_MISMATCH_SHARE)
      return `${given.toFixed(0)} kgf given, ${kgf[0]} asked`;
    if (holdSeconds && seconds !== null && seconds < holdSeconds * DOSE_MISMATCH_SHARE)
      return `held ${seconds} s, ${holdSeconds} asked`;
    if (asked && thrusts !== null && thrusts < asked[0] * DOSE_MISMATCH_SHARE)
      return `${thrusts} thrusts given, ${asked[0]} asked`;
  }
  return null;
}

const sidesSpokenFor = (reading: SourceReading, testedSide: Side | null): readonly Side[] =>
  reading.sides === "tested side" && testedSide ? [testedSide] : SIDES;

function readSource(
  reading: SourceReading,
  heard: Heard | Verdict,
  side: Side,
  settings: ReadingSettings,
): Verdict | null {
  if ("outcome" in heard) return reading.pointsOnly ? null : heard;
  return reading.lines.find((line) => lineHolds(line, heard, side, settings)) ?? null;
}

const ON_THIS_SIDE: FeltCondition = { sites: "anywhere", side: "same side or central" };

const isReproducedElsewhere = (heard: Heard | Verdict, outcome: Outcome, side: Side): boolean =>
  "when" in heard &&
  heard.when === "reproduced" &&
  outcome === "negative" &&
  matchesFelt(ON_THIS_SIDE, heard.places, side);

/**
 * One run → an outcome for each side of each source its test speaks about.
 *
 * @returns outcomes in the protocol's order; a source the test can only point
 * to is left out unless it did
 * @example interpretRun(thighThrustRightFeltInRightGroin, settings).map((o) => [o.source, o.outcome])
 * // [["sacroiliac", "negative"], ["hip", "positive"]]
 */
export function interpretRun(run: Run, settings: ReadingSettings): TestOutcome[] {
  const protocol = protocolOf(run.test);
  const heard = hear(run, settings);
  const mismatch = doseMismatch(run);
  const { modified } = ladderOf(run);
  const outcomes = protocol.readings.flatMap((reading) =>
    sidesSpokenFor(reading, run.side).flatMap((side): TestOutcome[] => {
      const found = readSource(reading, heard, side, settings);
      if (!found) return [];
      const { outcome, reason } = found;
      return [
        {
          test: run.test,
          run: run.id,
          testedSide: run.side,
          source: reading.source,
          side,
          outcome,
          reason,
          doseMismatch: mismatch,
          modified,
          reproducedElsewhere: isReproducedElsewhere(heard, outcome, side),
          bilateral: false,
        },
      ];
    }),
  );
  return outcomes.map((outcome) => ({
    ...outcome,
    bilateral:
      outcome.outcome === "positive" &&
      outcomes.some(
        (other) =>
          other.source === outcome.source && other.side === otherSide(outcome.side) && other.outcome === "positive",
      ),
  }));
}

/** A run that holds an answer; one that was only begun does not replace an earlier one. */
const isAnswered = (run: Run): boolean =>
  run.stopped !== null || Object.values(run.stages).some(({ response, skipped }) => response ?? skipped);

/**
 * The runs a reading uses: of a repeated test and side, the last one with an
 * answer. The others stay in the record.
 */
export function effectiveRuns(runs: readonly Run[]): Run[] {
  const last = new Map<string, Run>();
  for (const run of runs) {
    const key = `${run.test} ${run.side ?? ""}`;
    if (isAnswered(run) || !last.has(key)) last.set(key, run);
  }
  return [...last.values()];
}

/** Every outcome of an exam, in the order the tests were first done. */
export const interpretExam = (runs: readonly Run[], settings: ReadingSettings): TestOutcome[] =>
  effectiveRuns(runs).flatMap((run) => interpretRun(run, settings));
