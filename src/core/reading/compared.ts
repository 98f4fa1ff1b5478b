import { protocolOf } from "../knowledge";
import { changeOf, type ClinicError, errorOf, formatted, type Measure } from "../measurement";
import { isLike, kindOf, ladderOf, type MeasuredHow, restOf, type Run, type StageRecord } from "../record";
import { limbText, placeParts, type SiteId } from "../vocabulary";
import { doseMismatch } from "./dose-shortfall";

/** A sign before a technique and the same sign after it: better, worse, or not to be compared. */

export const VERDICTS = {
  "better beyond": "better, beyond the error",
  "better within": "better, within the error",
  better: "better",
  unchanged: "unchanged",
  "worse within": "worse, within the error",
  "worse beyond": "worse, beyond the error",
  worse: "worse",
  gone: "gone",
  new: "new: it stops that technique for the day",
  nearer: "nearer",
  "further out": "further out",
  shown: "shown, not judged",
  "cannot be compared": "cannot be compared",
} as const;
export type VerdictId = keyof typeof VERDICTS;

export type Compared = {
  /** The measure, or "the test", "how bad", "how far it spreads". */
  readonly id: string;
  readonly sign: string;
  readonly before: string;
  readonly after: string;
  readonly verdict: VerdictId;
  /** Why it is not to be compared, or what the error is. */
  readonly because: string | null;
};

/** From so many points at rest on, a test starts from another place. */
const SORER_BY = 2;
/** What people call a change of pain, 0 to 10: Farrar 2001, Childs 2005. It is not the error of one rating. */
export const PAIN_POINTS = 2;
/** A first value this low has no room to get better. */
const NO_ROOM = 1;
/** Effort of the active leg lift. */
const EFFORT_POINTS = 1;

/** How far out a symptom is, from the spine to the end of the limb. */
const OUTWARDS: Partial<Record<SiteId, number>> = {
  "low-back": 0,
  thoracic: 0,
  "si-area": 1,
  "central-buttock": 1,
  groin: 1,
  "lateral-hip": 1,
  "posterior-thigh": 2,
  "anterior-thigh": 2,
  "inner-thigh": 2,
  knee: 3,
  "medial-knee-shin": 3,
  "lateral-calf": 3,
  "posterior-calf": 3,
  "dorsum-foot": 4,
  "lateral-foot": 4,
  sole: 4,
  neck: 0,
  "upper-trapezius-scapula": 1,
  shoulder: 1,
  "lateral-upper-arm": 2,
  "inner-upper-arm": 2,
  "radial-forearm": 3,
  "ulnar-forearm": 3,
  "thumb-index": 4,
  "middle-finger": 4,
  "ring-little-finger": 4,
};

type Felt = { readonly record: StageRecord; readonly rest: number };

/** Where theirs came, and how it was at rest before. */
export function feltIn(run: Run): Felt | null {
  const rung = ladderOf(run).rungs.find(
    ({ stage, record }) => kindOf(stage) === "provoke" && record?.response === "familiar",
  );
  return rung?.record ? { record: rung.record, rest: restOf(run.rest, rung.record.symptom).intensity } : null;
}

/** Clear to its end: nothing, or a stretch, at every stage. */
export const isClear = (run: Run): boolean => {
  const { ended, rungs } = ladderOf(run);
  const main = rungs.filter(({ stage }) => kindOf(stage) === "provoke");
  return (
    ended !== null &&
    ended !== "stopped" &&
    main.length > 0 &&
    main.every(({ record }) => record?.response === "nothing" || record?.response === "stretch")
  );
};

const furthest = ({ places }: StageRecord): number | null => {
  const out = places.flatMap((place) => OUTWARDS[placeParts(place).site] ?? []);
  return out.length > 0 ? Math.max(...out) : null;
};

/** Which way is better: more of an angle, less of a deficit or an effort; null: neither is known to be. */
export const lessIsBetter = ({ unit, falling }: Measure): boolean | null => {
  if (falling || unit === "of 5") return true;
  return unit === "°" || unit === "s" ? false : null;
};

/** What a comparison is made under. */
type Comparing = {
  readonly isSorer: boolean;
  readonly clinic: readonly ClinicError[];
  /** Within a visit, or between two. */
  readonly apart: ClinicError["apart"];
};

type Judged = { readonly verdict: VerdictId; readonly because: string | null };
const judged = (verdict: VerdictId, because: string | null = null): Judged => ({ verdict, because });
const SORER = judged("cannot be compared", "started sorer");

/** From a sorer rest it may be called better, and never worse. */
const fairly = (verdict: Judged, isSorer: boolean): Judged =>
  isSorer && verdict.verdict.startsWith("worse") ? SORER : verdict;

/** With what the two were measured: two devices each err in their own way, and two ways of marking a moment are not one. */
type Measured = readonly [before: MeasuredHow | undefined, after: MeasuredHow | undefined];

/** Why two numbers cannot be compared for how they were taken; null where they can. */
function takenOtherwise([before, after]: Measured): string | null {
  if (before?.tooQuick || after?.tooQuick)
    return `moved too quickly ${before?.tooQuick && after?.tooQuick ? "both times" : before?.tooQuick ? "then" : "now"}`;
  const [was, is] = [before, after].map((how) => how?.method ?? "read and typed");
  return was === is ? null : `${was} then, ${is} now`;
}

function judgeNumber(
  test: string,
  measure: Measure,
  [before, after]: Pair,
  how: Measured,
  { clinic, apart }: Pick<Comparing, "clinic" | "apart">,
): Judged {
  const otherwise = takenOtherwise(how);
  if (otherwise) return judged("cannot be compared", otherwise);
  if (before === after) return judged("unchanged");
  const isLess = lessIsBetter(measure);
  if (isLess === null) return judged("shown");
  const way = after < before === isLess ? "better" : "worse";
  const known = {
    ...measure,
    test,
    ...(measure.mdc === undefined && measure.unit === "of 5" ? { mdc: EFFORT_POINTS } : {}),
  };
  const semOf = (one: MeasuredHow | undefined) =>
    errorOf(known, one?.device ?? null, one?.method ?? null, clinic, apart).sem;
  const [sem, semAfter] = [semOf(how[0]), semOf(how[1])];
  const { mdc, beyond } = changeOf({
    before,
    after,
    sem,
    ...(semAfter === null ? {} : { semAfter }),
  });
  if (mdc === null) return judged("shown", "no error of it is known");
  return judged(`${way} ${beyond ? "beyond" : "within"}`, `error ${formatted(measure, Number(mdc.toFixed(1)))}`);
}

type Pair = readonly [before: number, after: number];

function numbers(before: Run, after: Run, comparing: Comparing): readonly Compared[] {
  return protocolOf(after.test).measures.flatMap((measure): Compared[] => {
    const [was, is] = [before.measures[measure.id], after.measures[measure.id]];
    if (was === undefined || is === undefined) return [];
    const said = {
      id: measure.id,
      sign: measure.label.toLowerCase(),
      before: formatted(measure, was),
      after: formatted(measure, is),
    };
    const how = [before.measured[measure.id], after.measured[measure.id]] as const;
    return [{ ...said, ...fairly(judgeNumber(after.test, measure, [was, is], how, comparing), comparing.isSorer) }];
  });
}

/** How bad, as the rise over rest where the rests differ. */
function howBad(was: Felt, is: Felt, isSorer: boolean): readonly Compared[] {
  const [before, after] = [was.record.intensity, is.record.intensity];
  if (before === null || after === null) return [];
  const isRise = was.rest !== is.rest;
  const by = isRise ? after - is.rest - (before - was.rest) : after - before;
  const verdict =
    by === 0
      ? judged("unchanged")
      : by < 0 && before <= NO_ROOM
        ? judged("shown", "too low at first to show better")
        : judged(
            `${by < 0 ? "better" : "worse"} ${Math.abs(by) >= PAIN_POINTS ? "beyond" : "within"}`,
            `error ${PAIN_POINTS} points${isRise ? ", as the rise over rest" : ""}`,
          );
  return [
    { id: "how bad", sign: "how bad", before: `${before} of 10`, after: `${after} of 10`, ...fairly(verdict, isSorer) },
  ];
}

function spread(was: Felt, is: Felt): readonly Compared[] {
  const [before, after] = [furthest(was.record), furthest(is.record)];
  if (before === null || after === null || before === after) return [];
  return [
    {
      id: "how far it spreads",
      sign: "how far it spreads",
      before: "",
      after: "",
      ...judged(after < before ? "nearer" : "further out"),
    },
  ];
}

/**
 * A run before a technique and the same test after it, sign by sign. Nothing of
 * it moves a probability.
 *
 * @param clinic errors that were measured here; left out: those that ship
 * @param apart how far apart the two are: within a visit minutes, else days
 * @returns none where neither run holds a sign; one that cannot be compared says why
 * @example comparedRuns(raiseBefore, raiseAfter)[0]?.verdict // "better beyond"
 */
export function comparedRuns(
  before: Run,
  after: Run,
  clinic: readonly ClinicError[] = [],
  apart: ClinicError["apart"] = "days",
): readonly Compared[] {
  const whole = (verdict: Judged): readonly Compared[] => [
    { id: "the test", sign: "the test", before: "", after: "", ...verdict },
  ];
  if (!isLike(before, after) || before.inChair !== after.inChair)
    return whole(judged("cannot be compared", "done another way"));
  if (limbsIn(before) !== limbsIn(after))
    return whole(judged("cannot be compared", `limb not as before: ${limbsIn(before)}, then ${limbsIn(after)}`));
  if (after.stopped) return whole(judged("cannot be compared", "stopped before it was finished"));
  const [was, is] = [feltIn(before), feltIn(after)];
  const isSorer = (after.rest?.intensity ?? 0) - (before.rest?.intensity ?? 0) >= SORER_BY;
  const answer = (): readonly Compared[] => {
    if (was && is) return [...howBad(was, is, isSorer), ...spread(was, is)];
    if (was && isClear(after))
      return whole(doseMismatch(after) ? judged("cannot be compared", "too little force to count") : judged("gone"));
    if (is && isClear(before)) return whole(isSorer ? SORER : judged("new"));
    return [];
  };
  return [...answer(), ...numbers(before, after, { isSorer, clinic, apart })];
}

const limbsIn = ({ limbs }: Run): string => limbs.map(limbText).toSorted().join(" and ") || "as usual";

/**
 * A compared sign in words.
 *
 * @example sayCompared({ id: "onset", sign: "onset", before: "42°", after: "50°", verdict: "better beyond", because: "error 6°" }) // "onset 42° → 50°: better, beyond the error (error 6°)"
 */
export const sayCompared = ({ sign, before, after, verdict, because }: Compared): string =>
  `${sign}${before ? ` ${before} → ${after}` : ""}: ${VERDICTS[verdict]}${because ? ` (${because})` : ""}`;
