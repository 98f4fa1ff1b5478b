import { type Course, endWord, sayDay } from "../../course";
import { URGENCIES, URGENCY_LABELS } from "../../knowledge";
import { REACTIONS_TOLD } from "../../record";
import type { Note } from "./note";
import { answerLines } from "./safety-section";

/** One page on how a complaint goes: what was complained of, the signs first and last, what was done, what stays open. */

const FOOTER =
  "Changes are judged against the error of measuring; getting better after treatment moves no probability of a cause. This letter lists what was measured, done and asked; licensed judgement comes first.";

const NOTHING_ASKED = { guardAnswers: {}, guardGiven: {} };

const numbered = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

function signLines({ signs, activities }: Course): readonly string[] {
  if (signs.length === 0) return ["No sign was followed."];
  return [
    ...signs.map(({ label, latest, bandText, problem, points }) =>
      latest
        ? `${label}: ${latest.before}, then ${latest.after} on ${sayDay(latest.date)}: ${endWord({ latest, problem })} (error ${bandText}).`
        : `${label}: ${points[0]?.text ?? problem ?? "not measured"}, measured once.`,
    ),
    ...(activities ? [`The mean of ${activities.count} activities: ${activities.verdict}.`] : []),
  ];
}

function doneLines({ techniques, visits }: Course): readonly string[] {
  const byText = new Map<string, string[]>();
  for (const { text, date } of techniques) byText.set(text, [...(byText.get(text) ?? []), sayDay(date)]);
  const reactions = visits.flatMap(({ date, reactions: told }) =>
    told
      .filter(({ what }) => what !== "none")
      .map(
        ({ what, where, hours }) =>
          `Told on ${sayDay(date)}: ${[REACTIONS_TOLD[what], where, hours === null ? "" : `${hours} h`].filter(Boolean).join(", ")}.`,
      ),
  );
  return [
    ...(byText.size > 0
      ? [...byText].map(([text, days]) => `${text}: ${[...new Set(days)].join(", ")}.`)
      : ["Nothing was logged."]),
    ...reactions,
  ];
}

/** What the reader is asked for since the last visit, the most urgent first; then what the course so far asks for. */
function referralLines({ visits, sendOn }: Course): readonly string[] {
  const last = visits.at(-1);
  const asked = URGENCIES.flatMap((urgency) => (last?.referrals ?? []).filter((one) => one.urgency === urgency));
  return [
    ...asked.map(({ urgency, request }) => `${URGENCY_LABELS[urgency]}: ${request}`),
    ...sendOn.filter(({ exam }) => exam === null || exam !== last?.exam).map(({ text }) => text),
  ];
}

/** Whose course it is, who writes, and to whom. */
export type ProgressAsked = {
  readonly person: { readonly name: string; readonly number: string; readonly birthDate: string };
  readonly writer: { readonly name: string; readonly registration: string };
  /** YYYY-MM-DD */
  readonly today: string;
  /** What is asked of whoever reads it; empty: nothing in particular. */
  readonly asked: string;
};

/**
 * The progress letter of a course, on one page: each line stands for what was
 * measured, done or told, and says no more.
 *
 * @example writeProgress(courseFrom({ episode: anyEpisode, events: [], visits: [], today: "2026-11-26" }), progressAsked).title // "Progress"
 */
export function writeProgress(course: Course, { person, writer, today, asked }: ProgressAsked): Note {
  const [first, last] = [course.visits[0], course.visits.at(-1)];
  const read = course.visits.find(({ read: told, isCourse }) => told !== null && !isCourse);
  const reasons = referralLines(course);
  const span =
    first && last
      ? `${numbered(course.visits.length, "visit", "visits")}, ${sayDay(first.date)} to ${sayDay(last.date)}`
      : "no visit";
  return {
    title: "Progress",
    who: `${person.name}, ${person.number}, born ${sayDay(person.birthDate)}`,
    when: sayDay(today),
    sections: [
      ...(reasons.length > 0 ? [{ heading: "In short", lines: [...reasons, course.neurologySaid] }] : []),
      {
        heading: "Complaint",
        lines: [
          `"${course.name}"; ${span}.`,
          ...(read ? [`Read on ${sayDay(read.date)}, before treatment: ${read.read}.`] : []),
        ],
      },
      { heading: "Signs, first and latest", lines: signLines(course) },
      ...(reasons.length > 0 ? [] : [{ heading: "Neurology", lines: [course.neurologySaid] }]),
      {
        heading: "Safety, at the last visit",
        lines: [...answerLines(last ?? NOTHING_ASKED, null), ...(last?.referrals ?? []).map(({ text }) => text)],
      },
      { heading: "What was done", lines: doneLines(course) },
      ...(reasons.length > 0 ? [] : [{ heading: "What stays open", lines: ["No referral is due."] }]),
      ...(asked.trim() ? [{ heading: "What is asked of you", lines: [asked.trim()] }] : []),
    ],
    signature: [[writer.name, writer.registration].filter(Boolean).join(", ")],
    footer: FOOTER,
  };
}
