import type { ClinicError } from "../measurement";
import { isLoud, type VerdictId, VERDICTS } from "../reading";
import {
  type CourseOutcome,
  type EpisodeState,
  foldEpisode,
  markersOf,
  type ReactionReport,
  type StreamEvent,
  symptomsOf,
} from "../record";
import { type ExamRegion, type Place, shortSource } from "../vocabulary";
import { beyondIn, FEWEST_FOR_A_MEAN, judgeMean } from "./judge";
import { type NeuroCourse, neuroCourse, sayNeurology } from "./neuro-course";
import { mainSigns, type SendOn, sendOn, type SendOnSettings, USUAL_SEND_ON } from "./send-on";
import { daysBetween, type SignCourse, signCourse } from "./sign-course";
import { testedBefore } from "./tested-before";
import { type CourseVisit, sayDay } from "./visit";

/** The course of one complaint over its visits, ready to be shown. */

export type CourseTechnique = {
  readonly event: string;
  readonly exam: string;
  readonly date: string;
  readonly day: number;
  readonly letter: string;
  readonly text: string;
};

export type VisitShown = Pick<
  CourseVisit,
  "exam" | "date" | "signedAt" | "guardAnswers" | "guardGiven" | "referrals"
> & {
  readonly day: number;
  readonly isOpen: boolean;
  /** What was read there, as it was signed; null: it is not signed, or was signed before readings were kept. */
  readonly read: string | null;
  /** Its tests are course: compared, never counted. */
  readonly isCourse: boolean;
  readonly reactions: readonly ReactionReport[];
  readonly techniques: number;
};

export type Course = {
  readonly episode: string;
  /** What was said of it, for whoever says more. */
  readonly events: readonly StreamEvent[];
  readonly name: string;
  readonly visits: readonly VisitShown[];
  readonly span: number;
  readonly signs: readonly SignCourse[];
  readonly activities: { readonly count: number; readonly verdict: VerdictId } | null;
  readonly techniques: readonly CourseTechnique[];
  /** Done at a visit of this course, for another complaint. */
  readonly forAnother: readonly CourseTechnique[];
  readonly neurology: NeuroCourse;
  readonly neurologySaid: string;
  readonly bodies: { readonly first: readonly Place[]; readonly last: readonly Place[] };
  readonly sendOn: readonly SendOn[];
  readonly sentence: string;
  /** The one thing to do now; null: nothing in particular. */
  readonly next: string | null;
  readonly outcomes: readonly CourseOutcome[];
  readonly reviewOn: string | null;
  readonly letterWaits: string | null;
  readonly lettersSent: EpisodeState["lettersSent"];
  readonly ended: EpisodeState["ended"];
  /** What the next visit says in its opening to go on with this course. */
  readonly goesOn: {
    readonly before: string | null;
    readonly region: ExamRegion;
    readonly course: ReturnType<typeof testedBefore> & { readonly episode: string };
  };
};

const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/** A technique in words, with its dose. */
export function techniqueText({
  kind,
  region,
  level,
  side,
  grade,
  holdSeconds,
  repetitions,
  elsewhere,
}: CourseVisit["techniques"][number]): string {
  const dose = [
    ...(grade === null || grade === undefined ? [] : [`grade ${grade}`]),
    ...(holdSeconds === null || holdSeconds === undefined ? [] : [`${holdSeconds} s`]),
    ...(repetitions === null || repetitions === undefined ? [] : [`${repetitions} times`]),
  ];
  const where = [region, level, side].filter(Boolean).join(" ");
  const said = dose.length > 0 ? dose.join(", ") : "dose not noted";
  return `${[kind, where].filter(Boolean).join(", ")} (${said})${elsewhere ? ", done elsewhere" : ""}`;
}

/**
 * The visits of a course with the techniques that were for its complaint: where
 * a visit serves several, it says so with each, or it was said afterwards.
 *
 * @example forCourse([], foldEpisode([]), "019a0000-0000-7000-8000-000000000001").ours // []
 */
export function forCourse<V extends Pick<CourseVisit, "techniques">>(
  visits: readonly V[],
  { moved }: Pick<EpisodeState, "moved">,
  episode: string,
): { readonly ours: readonly V[]; readonly notOurs: readonly V[] } {
  const isOurs = ({ event, courses }: CourseVisit["techniques"][number]) =>
    moved.find(({ technique }) => technique === event)?.isOurs ?? courses?.includes(episode) ?? true;
  const only = (kept: boolean) =>
    visits.map((visit) => ({ ...visit, techniques: visit.techniques.filter((one) => isOurs(one) === kept) }));
  return { ours: only(true), notOurs: only(false) };
}

/** One letter a kind of technique, in the order they were first done. */
function techniquesOf(visits: readonly CourseVisit[], start: string): readonly CourseTechnique[] {
  const kinds = [...new Set(visits.flatMap(({ techniques }) => techniques.map(({ kind }) => kind)))];
  return visits.flatMap(({ exam, date, techniques }) =>
    techniques.map((technique) => ({
      event: technique.event,
      exam,
      date,
      day: daysBetween(start, date),
      letter: LETTERS[kinds.indexOf(technique.kind) % LETTERS.length]!,
      text: techniqueText(technique),
    })),
  );
}

const MOST_SAID = 3;

/** What was read at a visit, in its own frozen words. */
function readAt({ read, signedAt }: CourseVisit): string | null {
  if (signedAt === null || read.length === 0) return null;
  const told = read.filter(({ word }) => isLoud(word)).slice(0, MOST_SAID);
  return told.length > 0
    ? told.map(({ source, side, word }) => `${shortSource(source, side ?? null)}: ${word}`).join("; ")
    : "no source stood out";
}

/** The sentence at the head: how the main signs stand, and the neurology. */
function sentenceOf(signs: readonly SignCourse[], neurologySaid: string, visits: number): string {
  const main = mainSigns(signs);
  if (visits < 2) return "One visit so far: nothing to compare yet.";
  if (main.length === 0) return `No sign is followed yet. ${neurologySaid}`;
  const said = main.map(({ label, latest, problem }) => {
    if (!latest) return `${label}: ${problem ? problem.toLowerCase().replace(/\.$/, "") : "not measured again yet"}.`;
    const span = latest.before === latest.after ? latest.after : `${latest.before} → ${latest.after}`;
    const beyond = beyondIn(latest.verdict);
    if (latest.verdict === "cannot be compared")
      return `${label} cannot be compared (${latest.because ?? "no reason"}).`;
    if (latest.verdict === "gone") return `${label}: gone (${span}).`;
    if (latest.verdict === "new") return `${label}: new (${span}).`;
    return beyond === "better"
      ? `${label} is better than at the start, beyond the error (${span}).`
      : `${label}: ${VERDICTS[latest.verdict]} (${span}).`;
  });
  return `${said.join(" ")} ${neurologySaid}`;
}

function activitiesOf(signs: readonly SignCourse[]): Course["activities"] {
  const rated = signs.filter(({ sign, points }) => sign.kind === "activity" && points.length > 1);
  if (rated.length < FEWEST_FOR_A_MEAN) return null;
  const at = (index: number) => rated.flatMap(({ points }) => points.at(index)?.value ?? []);
  const verdict = judgeMean(at(0), at(-1));
  return verdict && { count: rated.length, verdict };
}

type CourseAsked = {
  readonly episode: string;
  readonly events: readonly StreamEvent[];
  /** In their order. */
  readonly visits: readonly CourseVisit[];
  readonly clinic?: readonly ClinicError[];
  readonly settings?: SendOnSettings;
  /** YYYY-MM-DD */
  readonly today: string;
};

function nextOf(reasons: readonly SendOn[], state: EpisodeState, visits: readonly CourseVisit[], today: string) {
  if (state.ended) return null;
  if (reasons.length > 0) return `Visit ${visits.length}: send on? ${reasons[0]!.text}`;
  if (state.letterWaits !== null) return `A letter is to be written: ${state.letterWaits || "to whom is not said"}.`;
  if (state.reviewOn !== null && state.reviewOn <= today) return `Due for a retest since ${sayDay(state.reviewOn)}.`;
  return markersOf(state).length === 0 ? "Choose two or three signs to follow." : null;
}

/**
 * The course of a complaint. What was read at a visit stands as it was signed;
 * nothing is read anew out of tests done after treatment.
 *
 * @example courseFrom({ episode: anyEpisode, events: [], visits: [], today: "2026-11-26" }).sentence // "One visit so far: nothing to compare yet."
 */
export function courseFrom({
  episode,
  events,
  visits: all,
  clinic = [],
  settings = USUAL_SEND_ON,
  today,
}: CourseAsked): Course {
  const state = foldEpisode(events);
  const { ours: visits, notOurs } = forCourse(all, state, episode);
  const [first, last] = [visits[0], visits.at(-1)];
  const start = first?.date ?? today;
  const signs = markersOf(state).map((sign) => signCourse(sign, visits, start, clinic));
  const neurology = neuroCourse(visits);
  const neurologySaid = sayNeurology(neurology, visits.length);
  const reasons = sendOn(signs, visits, settings);
  const placesOf = (visit: CourseVisit | undefined) => visit?.areas.flatMap(({ places }) => places) ?? [];
  const firstComplaint = visits.flatMap((visit) => symptomsOf(visit).map(({ words }) => words))[0];
  return {
    episode,
    events,
    name: state.name || firstComplaint || "no complaint was recorded",
    visits: visits.map((visit): VisitShown => ({
      exam: visit.exam,
      date: visit.date,
      signedAt: visit.signedAt,
      day: daysBetween(start, visit.date),
      isOpen: visit.signedAt === null && visit.ended === null,
      read: readAt(visit),
      isCourse: visit.treated !== null,
      reactions: visit.reactions,
      guardAnswers: visit.guardAnswers,
      guardGiven: visit.guardGiven,
      referrals: visit.referrals,
      techniques: visit.techniques.length,
    })),
    span: last ? daysBetween(start, last.date) : 0,
    signs,
    activities: activitiesOf(signs),
    techniques: techniquesOf(visits, start),
    forAnother: techniquesOf(notOurs, start),
    neurology,
    neurologySaid,
    bodies: { first: placesOf(first), last: placesOf(last) },
    sendOn: reasons,
    sentence: sentenceOf(signs, neurologySaid, visits.length),
    next: nextOf(reasons, state, visits, today),
    outcomes: state.outcomes,
    reviewOn: state.reviewOn,
    letterWaits: state.letterWaits,
    lettersSent: state.lettersSent,
    ended: state.ended,
    goesOn: {
      before: last?.exam ?? null,
      region: last?.region ?? "lumbopelvic",
      course: { episode, ...testedBefore(visits) },
    },
  };
}
