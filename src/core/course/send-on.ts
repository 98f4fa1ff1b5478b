import { beyondIn } from "./judge";
import { daysBetween, type SignCourse } from "./sign-course";
import { type CourseVisit, sayDay } from "./visit";

/** When a course says: send them on. */

export type SendOnSettings = {
  /** Nothing better after so many visits, or so many weeks. */
  readonly visits: number;
  readonly weeks: number;
};

/** Conventions, to be changed by the practitioner. */
export const USUAL_SEND_ON: SendOnSettings = { visits: 4, weeks: 6 };

/** Visits say something about a course only when they span as long. */
const SPAN_WEEKS = 3;
const WEEK = 7;

export type SendOn = {
  readonly id: "red-flag" | "deficit" | "worse" | "not-better";
  readonly text: string;
  /** The visit whose answers or findings ask for it; null: the course as a whole. */
  readonly exam: string | null;
};

/** Of the baseline: a deficit that is new or has grown. */
const isDeficit = ({ id }: { readonly id: string }): boolean => id.startsWith("baseline.");

function fromGuard(visits: readonly CourseVisit[]): readonly SendOn[] {
  return visits.flatMap(({ exam, date, referrals }) => {
    const grave = referrals.filter(({ urgency }) => urgency !== "soon");
    return grave.map((referral): SendOn => ({
      id: isDeficit(referral) ? "deficit" : "red-flag",
      text: `${sayDay(date)}: ${referral.text}`,
      exam,
    }));
  });
}

/** Worse than the first value, beyond the error, at two visits running. */
function fromWorse(signs: readonly SignCourse[]): readonly SendOn[] {
  return signs.flatMap(({ label, points }): SendOn[] => {
    const byVisit = new Map(points.filter(({ isAfter }) => !isAfter).map((point) => [point.exam, point]));
    const [before, last] = [...byVisit.values()].slice(-2);
    const isWorse = (point: typeof last) =>
      point?.judged !== null && point !== undefined && beyondIn(point.judged.verdict) === "worse";
    return isWorse(before) && isWorse(last)
      ? [
          {
            id: "worse",
            text: `${label} is worse than at the start, beyond the error, at two visits running.`,
            exam: null,
          },
        ]
      : [];
  });
}

const MOST_MAIN = 2;

/** The signs that decide: those named as main, else the first. */
export const mainSigns = (signs: readonly SignCourse[]): readonly SignCourse[] => {
  const named = signs.filter(({ sign }) => sign.isMain);
  return (named.length > 0 ? named : signs).slice(0, MOST_MAIN);
};

/** At the latest visit none of the main signs is better than its first value, beyond the error. */
function fromNotBetter(
  signs: readonly SignCourse[],
  visits: readonly CourseVisit[],
  settings: SendOnSettings,
): readonly SendOn[] {
  const [first, last] = [visits[0], visits.at(-1)];
  const main = mainSigns(signs).filter(({ points }) => points.length > 0);
  if (!first || !last || main.length === 0) return [];
  const days = daysBetween(first.date, last.date);
  const isLong = days >= settings.weeks * WEEK || (visits.length >= settings.visits && days >= SPAN_WEEKS * WEEK);
  const isBetter = main.some(({ latest }) => latest !== null && beyondIn(latest.verdict) === "better");
  return isLong && !isBetter
    ? [
        {
          id: "not-better",
          text: `After ${visits.length} visits over ${Math.round(days / WEEK)} weeks neither main sign is better than at the start, beyond the error: ${main.map(({ label }) => label).join("; ")}.`,
          exam: null,
        },
      ]
    : [];
}

/**
 * Why somebody is to be sent on, the gravest first. It proposes; nobody is sent by it.
 *
 * @param visits in their order
 * @example sendOn([], [], USUAL_SEND_ON) // []
 */
export const sendOn = (
  signs: readonly SignCourse[],
  visits: readonly CourseVisit[],
  settings: SendOnSettings,
): readonly SendOn[] => [...fromGuard(visits), ...fromWorse(signs), ...fromNotBetter(signs, visits, settings)];
