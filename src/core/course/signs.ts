import { formatted, type Measure } from "../measurement";
import { NEURO_SCALES, type Protocol, PROTOCOLS, type TestId } from "../knowledge";
import { feltIn, isClear } from "../reading";
import { holdsAnswer, type Marker, type Run } from "../record";
import { currentId } from "../vocabulary";
import { shortLevel } from "./short-level";
import type { CourseVisit } from "./visit";

/** Signs that are followed: where their values come from. */

export type FollowedSign = Omit<Marker, "at">;

/** One value of a sign. */
export type SignPoint = {
  readonly exam: string;
  readonly date: string;
  /** What it is judged by; null: it was asked, and there is no number. */
  readonly value: number | null;
  readonly text: string;
  /** After a technique of the same visit. */
  readonly isAfter: boolean;
  /** The run it was read in; null where it was not read in a test. */
  readonly run: Run | null;
};

const PROTOCOL_IDS = PROTOCOLS.map(({ id, name }) => ({ id, name }));

/** The test of a sign as it is called today; null: no test goes or went by its name. */
export function testOf({ test }: Pick<FollowedSign, "test">): Protocol | null {
  const id = currentId(PROTOCOL_IDS, test);
  return PROTOCOLS.find((protocol) => protocol.id === id) ?? null;
}

/** The measure of a sign as it is called today. */
export function measureOf(sign: Pick<FollowedSign, "test" | "measure">): Measure | null {
  const measures = testOf(sign)?.measures ?? [];
  const id = currentId(measures, sign.measure);
  return measures.find((measure) => measure.id === id) ?? null;
}

const sided = (text: string, side: FollowedSign["side"]): string => (side ? `${text} ${side}` : text);

/**
 * What a sign is called on a screen.
 *
 * @example signLabel({ ...anySign, kind: "rest" }) // "Pain at rest"
 */
export function signLabel(sign: FollowedSign): string {
  switch (sign.kind) {
    case "measure":
      return `${sided(testOf(sign)?.name ?? sign.test, sign.side)}, ${(measureOf(sign)?.label ?? sign.measure).toLowerCase()}`;
    case "answer":
      return `${sided(testOf(sign)?.name ?? sign.test, sign.side)}, how bad`;
    case "neuro":
      return sign.neuro ? shortLevel({ kind: sign.neuro, level: sign.level, side: sign.side ?? null }) : sign.level;
    case "rest":
      return "Pain at rest";
    default:
      return sign.words;
  }
}

/** The last run with an answer of each stretch between two techniques, in order. */
function runsOf({ runs }: Pick<CourseVisit, "runs">, test: TestId, side: FollowedSign["side"]): readonly Run[] {
  const byStretch = new Map<number, Run>();
  for (const run of runs)
    if (run.test === test && run.side === side && holdsAnswer(run)) byStretch.set(run.techniquesBefore, run);
  return [...byStretch.entries()].toSorted(([a], [b]) => a - b).map(([, run]) => run);
}

type Read = { readonly value: number | null; readonly text: string };

const OF_TEN = "of 10";

function readRun(sign: FollowedSign, run: Run): Read | null {
  if (run.stopped) return { value: null, text: "stopped" };
  if (sign.kind === "measure") {
    const measure = measureOf(sign);
    const value = measure ? run.measures[measure.id] : undefined;
    if (measure && value !== undefined) return { value, text: formatted(measure, value) };
    return isClear(run) ? { value: null, text: "nothing came" } : null;
  }
  const felt = feltIn(run);
  if (felt) {
    const { intensity } = felt.record;
    if (intensity === null) return { value: null, text: "not rated" };
    /** From different rests only the rise says anything. */
    const rise = intensity - felt.rest;
    return {
      value: rise,
      text: felt.rest === 0 ? `${intensity} ${OF_TEN}` : `${intensity} ${OF_TEN}, ${rise} above rest`,
    };
  }
  return isClear(run) ? { value: 0, text: "nothing came" } : null;
}

function ofTest(sign: FollowedSign, visit: CourseVisit): readonly SignPoint[] {
  const protocol = testOf(sign);
  const runs = protocol ? runsOf(visit, protocol.id, sign.side ?? null) : [];
  const before = visit.treated?.techniques ?? 0;
  return runs.flatMap((run) => {
    const read = readRun(sign, run);
    return read ? [{ exam: visit.exam, date: visit.date, ...read, isAfter: run.techniquesBefore > before, run }] : [];
  });
}

function ofNeuro(sign: FollowedSign, { neuro }: CourseVisit): Read | null {
  const found = neuro.find(
    ({ kind, level, side }) => kind === sign.neuro && level === sign.level && (side ?? null) === (sign.side ?? null),
  );
  if (!found) return null;
  const { steps } = NEURO_SCALES[found.kind];
  return { value: found.value, text: steps.find(({ value }) => value === found.value)?.label ?? String(found.value) };
}

/**
 * The values of a sign at a visit, those before a technique first.
 *
 * @example pointsAt({ ...anySign, kind: "rest" }, visitOf(openedState)) // []
 */
export function pointsAt(sign: FollowedSign, visit: CourseVisit): readonly SignPoint[] {
  if (sign.kind === "measure" || sign.kind === "answer") return ofTest(sign, visit);
  const read = ((): Read | null => {
    if (sign.kind === "neuro") return ofNeuro(sign, visit);
    if (sign.kind === "rest")
      return visit.rest ? { value: visit.rest.intensity, text: `${visit.rest.intensity} ${OF_TEN}` } : null;
    const rated = visit.activities.find(({ activity }) => activity === sign.marker);
    return rated ? { value: rated.value, text: `${rated.value} ${OF_TEN}` } : null;
  })();
  return read ? [{ exam: visit.exam, date: visit.date, ...read, isAfter: false, run: null }] : [];
}
