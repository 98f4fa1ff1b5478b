import { protocolOf, type TestId } from "../knowledge";
import { testLabel } from "../reading";
import { broughtOn, effectiveRuns, END_REASONS } from "../record";
import { runKey, type Side, SIDES } from "../vocabulary";
import { beyondIn } from "./judge";
import { daysBetween, type SignCourse } from "./sign-course";
import { techniqueText } from "./course";
import { type FollowedSign, testOf } from "./signs";
import type { CourseVisit } from "./visit";

/** What a visit begins with when there was one before it. */

const FULL_AGAIN_DAYS = 28;

/** The question whose yes brings all the others again. */
export const ANYTHING_NEW = "Anything new since: an illness, a medicine, an injury, surgery?";

/**
 * Why every warning question is asked anew at this visit; empty: the grave ones
 * and whether anything is new will do.
 *
 * @param earlier the visits before this one, in their order
 * @param now the places they drew today
 * @example askedAllAgain([], { date: "2026-03-02", areas: [] }, []) // ["nothing was asked before"]
 */
export function askedAllAgain(
  earlier: readonly Pick<CourseVisit, "date" | "areas" | "guardAnswers">[],
  { date, areas }: Pick<CourseVisit, "date" | "areas">,
  signs: readonly Pick<SignCourse, "label" | "latest">[],
): readonly string[] {
  const last = earlier.findLast(({ guardAnswers }) => Object.keys(guardAnswers).length > 0);
  if (!last) return ["nothing was asked before"];
  const days = daysBetween(last.date, date);
  const before = new Set(earlier.flatMap((visit) => visit.areas.flatMap(({ places }) => places)));
  const isNew = areas.some(({ places }) => places.some((place) => !before.has(place)));
  const worse = signs.filter(({ latest }) => latest !== null && beyondIn(latest.verdict) === "worse");
  return [
    ...(days > FULL_AGAIN_DAYS ? [`they were last asked ${days} days ago`] : []),
    ...(days < 0 ? ["the last visit is dated after this one"] : []),
    ...(isNew && before.size > 0 ? ["they drew a new place"] : []),
    ...worse.map(({ label }) => `${label} is worse`),
  ];
}

/**
 * What the last visit found, did and left, a line each.
 *
 * @example sinceLast({ ...anyVisit, techniques: [] }).done // []
 */
export function sinceLast({ techniques, read, ended, runs }: CourseVisit): {
  readonly found: readonly string[];
  readonly done: readonly string[];
  readonly theirs: readonly string[];
  readonly ended: string | null;
} {
  const theirs = effectiveRuns(runs).filter(broughtOn);
  return {
    found: read.map(({ source, side, word }) => `${source} ${side ?? ""} ${word}`),
    done: techniques.map(techniqueText),
    theirs: theirs.map(({ test, side }) => testLabel({ test, testedSide: side })),
    ended: ended && ended.reason !== "answered" ? ended.note || END_REASONS[ended.reason] : null,
  };
}

/**
 * What a returning person is measured again by: the tests of the signs that are
 * followed, then what the last visit left, each run once. The order is by
 * position, so that nobody is turned twice for it.
 *
 * @example testsAgain([], undefined) // []
 */
export function testsAgain(
  signs: readonly FollowedSign[],
  last: Pick<CourseVisit, "left"> | undefined,
): readonly { readonly test: TestId; readonly side: Side | null }[] {
  const ofSigns = signs.flatMap((sign) => {
    const protocol = sign.kind === "measure" || sign.kind === "answer" ? testOf(sign) : null;
    if (!protocol) return [];
    return [{ test: protocol.id, side: protocol.sided ? (sign.side ?? SIDES[0]) : null }];
  });
  const all = new Map([...ofSigns, ...(last?.left ?? [])].map((run) => [runKey(run.test, run.side), run]));
  const positions = [...new Set([...all.values()].map(({ test }) => protocolOf(test).position))];
  return positions.flatMap((position) =>
    [...all.values()].filter(({ test }) => protocolOf(test).position === position),
  );
}
