import type { TestId } from "../knowledge";
import { leftOver } from "../planning";
import { endedShort, type ExamState, type KeptSource } from "../record";
import { assessGuard, type Referral } from "../safety";
import type { ExamRegion, Side } from "../vocabulary";

/** A visit as the course knows it. */

/** What of an examination the course looks at. */
export type CourseFacts = Pick<
  ExamState,
  | "runs"
  | "techniques"
  | "treated"
  | "readAnew"
  | "reactions"
  | "activities"
  | "neuro"
  | "rest"
  | "visit"
  | "areas"
  | "familiar"
  | "alsoTheirs"
  | "ended"
  | "guardAnswers"
  | "guardGiven"
  | "history"
>;

export type CourseVisit = CourseFacts & {
  readonly exam: string;
  /** The day it was held, YYYY-MM-DD. */
  readonly date: string;
  readonly openedAt: string;
  readonly region: ExamRegion;
  /** What of its sheet or plan was left when it ended short; none when the question was answered. */
  readonly left: readonly { readonly test: TestId; readonly side: Side | null }[];
  readonly signedAt: string | null;
  /** The visit that its device knew before it. */
  readonly before: string | null;
  readonly referrals: readonly Pick<Referral, "id" | "urgency" | "text" | "request">[];
  /** What was read when it was signed; none while it is open, and of one signed before readings were kept. */
  readonly read: readonly Pick<KeptSource, "source" | "side" | "word" | "firmness" | "readBy">[];
};

/** The day a visit was held. */
export const dayOfVisit = ({ opened }: Pick<ExamState, "opened">): string =>
  opened?.body.visit?.date ?? opened?.at.slice(0, 10) ?? "";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/**
 * A day in words.
 *
 * @param day YYYY-MM-DD
 * @example sayDay("2026-11-03") // "3 Nov 2026"
 */
export function sayDay(day: string): string {
  const [year, month, date] = day.split("-");
  return `${Number(date)} ${MONTHS[Number(month) - 1] ?? month} ${year}`;
}

/**
 * What the course keeps of an examination.
 *
 * @example visitOf(openedState).date // "2026-03-02"
 */
export function visitOf(state: ExamState): CourseVisit {
  const { runs, techniques, treated, readAnew, reactions, activities, neuro, rest, visit, areas } = state;
  const { familiar, alsoTheirs, ended, guardAnswers, guardGiven, history, opened, signed } = state;
  return {
    exam: state.id,
    date: dayOfVisit(state),
    openedAt: opened?.at ?? "",
    region: opened?.body.region ?? "lumbopelvic",
    left: endedShort(state) === null ? [] : leftOver(state),
    signedAt: signed?.at ?? null,
    before: opened?.body.visit?.before ?? null,
    referrals: assessGuard(state).referrals.map(({ id, urgency, text, request }) => ({ id, urgency, text, request })),
    read: (signed?.body.reading?.sources ?? []).map(({ source, side, word, firmness, readBy }) => ({
      source,
      side,
      word,
      firmness,
      readBy,
    })),
    ...{ runs, techniques, treated, readAnew, reactions, activities, neuro, rest, visit, areas },
    ...{ familiar, alsoTheirs, ended, guardAnswers, guardGiven, history },
  };
}

/** A visit with when this store received it: two of one day stand in that order. */
export type Received<V> = V & { readonly receivedAt?: string };

/**
 * Visits in their order: a visit comes after the one that it names, then by
 * day, then by receipt. A device's clock alone decides nothing; two that name
 * the same visit before them stand beside each other.
 *
 * @example inOrder([]) // []
 */
export function inOrder<V extends Pick<CourseVisit, "exam" | "date" | "before" | "openedAt">>(
  visits: readonly Received<V>[],
): readonly Received<V>[] {
  const when = ({ receivedAt, openedAt }: Received<V>) => receivedAt ?? openedAt;
  const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
  const waiting = visits.toSorted((a, b) => compare(a.date, b.date) || compare(when(a), when(b)));
  const known = new Set(visits.map(({ exam }) => exam));
  const placed = new Set<string>();
  const ordered: Received<V>[] = [];
  while (waiting.length > 0) {
    const free = waiting.findIndex(({ before }) => before === null || !known.has(before) || placed.has(before));
    /** Visits that name each other in a circle stand as their days do. */
    const [next] = waiting.splice(Math.max(free, 0), 1);
    ordered.push(next!);
    placed.add(next!.exam);
  }
  return ordered;
}

/**
 * What does not fit together about the order of visits, in sentences; nothing is changed by it.
 *
 * @param today YYYY-MM-DD
 * @param birthDate YYYY-MM-DD
 * @example oddOrder([], "2026-11-26", "1984-05-12") // []
 */
export function oddOrder(
  visits: readonly Pick<CourseVisit, "exam" | "date" | "before" | "signedAt" | "ended">[],
  today: string,
  birthDate: string,
): readonly string[] {
  const open = visits.filter(({ signedAt, ended }) => signedAt === null && ended === null);
  return [
    ...visits.flatMap((visit) => {
      const named = visits.find(({ exam }) => exam === visit.before);
      return named && named.date > visit.date
        ? [
            `The visit of ${sayDay(visit.date)} says it came after the one of ${sayDay(named.date)}: check the day on that device.`,
          ]
        : [];
    }),
    ...visits
      .filter(({ date }) => date > today)
      .map(({ date }) => `A visit is dated ${sayDay(date)}, which is still to come.`),
    ...visits
      .filter(({ date }) => date < birthDate)
      .map(({ date }) => `A visit is dated ${sayDay(date)}, before the day of birth: check both.`),
    ...(open.length > 1
      ? [
          `${open.length} visits are open at once (${open.map(({ date }) => sayDay(date)).join(", ")}): end or sign the earlier ones.`,
        ]
      : []),
  ];
}
