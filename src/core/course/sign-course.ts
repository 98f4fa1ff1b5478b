import { type ClinicError, semOfMdc, type Trend, trendOf } from "../measurement";
import { VERDICTS, type VerdictId } from "../reading";
import { bandOf, bandSourceOf, betterOf, type Judgement, judgePoints, sayBand } from "./judge";
import { pointsAt, type FollowedSign, signLabel, type SignPoint, testOf } from "./signs";
import type { CourseVisit } from "./visit";

/** A sign over all visits of a course. */

export type CoursePoint = Omit<SignPoint, "run"> & {
  /** Days from the first visit of the course. */
  readonly day: number;
  /** Beside the first value; null for the first itself. */
  readonly judged: Judgement | null;
};

export type SignCourse = {
  readonly sign: FollowedSign;
  readonly label: string;
  readonly better: "more" | "less" | null;
  /** A change from here on is beyond the error; null: none is known. */
  readonly band: number | null;
  readonly bandText: string;
  /** Where that error comes from; null: a convention, or none is known. */
  readonly bandSource: string | null;
  readonly points: readonly CoursePoint[];
  /** The latest visit's first value beside the first; null while there is only one. */
  readonly latest: (Judgement & { readonly before: string; readonly after: string; readonly date: string }) | null;
  readonly trend: Trend | null;
  /** Why nothing of it can be shown, in a sentence; null when something can. */
  readonly problem: string | null;
};

const DAY = 86_400_000;

/** Whole days from one day to another, both YYYY-MM-DD. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY);

const medicineOf = ({ visit }: CourseVisit): string => visit?.medicine ?? "not asked";

function problemOf(sign: FollowedSign, points: readonly CoursePoint[]): string | null {
  if ((sign.kind === "measure" || sign.kind === "answer") && !testOf(sign))
    return `No test of today goes by "${sign.test}": its values stay in the visits, and cannot be shown as a course.`;
  return points.length === 0 ? "Not measured yet." : null;
}

/**
 * A sign over the visits of a course: each value beside the first, the latest in
 * a word, and a line through three or more that can be compared.
 *
 * @param visits in their order
 * @param start the day of the first visit, YYYY-MM-DD
 * @example signCourse({ ...anySign, kind: "rest" }, [], "2026-03-02", []).latest // null
 */
export function signCourse(
  sign: FollowedSign,
  visits: readonly CourseVisit[],
  start: string,
  clinic: readonly ClinicError[],
): SignCourse {
  const found = visits.flatMap((visit) => pointsAt(sign, visit).map((point) => ({ point, visit })));
  const first = found.find(({ point }) => !point.isAfter) ?? found[0];
  const points = found.map(({ point: { run: _run, ...point }, visit }, index): CoursePoint => {
    const isFirst = found[index] === first;
    const differs = first !== undefined && medicineOf(first.visit) !== medicineOf(visit);
    return {
      ...point,
      day: daysBetween(start, point.date),
      judged: isFirst || !first ? null : judgePoints(sign, first.point, found[index]!.point, clinic, differs),
    };
  });
  const band = bandOf(sign, clinic);
  const latest = points.findLast((point) => !point.isAfter && point.exam !== first?.point.exam);
  const better = betterOf(sign);
  const comparable = points.flatMap(({ day, value, judged, isAfter }) =>
    value !== null && !isAfter && judged?.verdict !== "cannot be compared" ? [{ day, value }] : [],
  );
  return {
    sign,
    label: signLabel(sign),
    better,
    band,
    bandText: sayBand(sign, band),
    bandSource: bandSourceOf(sign, clinic),
    points,
    latest: latest?.judged
      ? { ...latest.judged, before: first!.point.text, after: latest.text, date: latest.date }
      : null,
    trend:
      better === null ? null : trendOf(comparable, sign.kind === "measure" && band !== null ? semOfMdc(band) : null),
    problem: problemOf(sign, points),
  };
}

/** What became of a sign, for the end of its line. */
export const endWord = ({ latest, problem }: Pick<SignCourse, "latest" | "problem">): string =>
  latest ? VERDICTS[latest.verdict satisfies VerdictId] : (problem ?? "first value");
