import { NEURO_SCALES, protocolOf } from "../../knowledge";
import { interpretExam, testLabel } from "../../reading";
import { DEFAULT_READING_SETTINGS, type ExamState } from "../../record";
import { assessGuard, type Referral } from "../../safety";
import { placeLabel, SOURCES } from "../../vocabulary";
import { type Note, personLine } from "./note";

const URGENCY = { emergency: "EMERGENCY referral", urgent: "Urgent referral", soon: "Referral" } as const;
const ORDER = ["emergency", "urgent", "soon"] as const;

/** What led to the referrals: the answers, the baseline and the tests that opened them. */
function whatLedToIt(state: ExamState, referrals: readonly Referral[]): string[] {
  const { questions } = assessGuard(state);
  const asked = questions.flatMap((question) => {
    const answer = question.options.find(({ id }) => id === state.guardAnswers[question.id]);
    return answer && referrals.some(({ id }) => id.startsWith(`${question.id}.`))
      ? [`${question.ask} ${answer.label}.`]
      : [];
  });
  const baseline = referrals.some(({ id }) => id.startsWith("baseline."))
    ? state.neuro
        .filter(({ kind, value }) => value !== NEURO_SCALES[kind].normal)
        .map(
          ({ kind, level, side, value, before }) =>
            `${NEURO_SCALES[kind].label}, ${level.toUpperCase()}${side ? ` ${side}` : ""}: ${value}${before === undefined ? "" : ` (last visit ${before})`}.`,
        )
    : [];
  const outcomes = interpretExam(state.runs, state.settings ?? DEFAULT_READING_SETTINGS);
  const tests = outcomes
    .filter(({ test, source }) => referrals.some(({ id }) => id.startsWith(`after.${test}.${source}.`)))
    .map((outcome) => `${testLabel(outcome)}: ${SOURCES[outcome.source].label} ${outcome.outcome}, ${outcome.reason}.`);
  const stops = state.stops.map(
    ({ run, reason, note }) =>
      `Testing was stopped${run ? ` during ${protocolOf(state.runs.find(({ id }) => id === run)?.test ?? "slump").name}` : ""}: ${reason}${note ? `, ${note}` : ""}.`,
  );
  return [...asked, ...baseline, ...tests, ...stops];
}

/**
 * A short letter for whoever is referred to: what is asked, the findings that
 * led to it, what was done. Null when nothing is to be referred.
 *
 * @example writeReferral(state)?.title // "Urgent referral"
 */
export function writeReferral(state: ExamState): Note | null {
  const { referrals, blocks } = assessGuard(state);
  const [first] = referrals.toSorted((a, b) => ORDER.indexOf(a.urgency) - ORDER.indexOf(b.urgency));
  if (!first) return null;
  const complaint = state.areas.map(
    ({ places, qualities }) => `${places.map(placeLabel).join(", ")} (${qualities.join(", ") || "no quality noted"}).`,
  );
  const sections = [
    { heading: "Asked of you", lines: referrals.map(({ text }) => text) },
    { heading: "What led to it", lines: whatLedToIt(state, referrals) },
    {
      heading: "Complaint",
      lines: [...complaint, ...(state.familiar ? [`In their words: "${state.familiar.words}".`] : [])],
    },
    {
      heading: "Done so far",
      lines: [
        ...referrals.flatMap(({ acknowledged }) => (acknowledged ? [acknowledged] : [])),
        ...blocks.map(({ reason, overridden }) =>
          overridden ? `${reason} Overridden: ${overridden}` : `Not tested: ${reason}`,
        ),
      ],
    },
  ];
  return {
    title: URGENCY[first.urgency],
    who: personLine(state),
    when: state.opened?.at.slice(0, 10) ?? "",
    sections: sections.filter(({ lines }) => lines.length > 0),
    signature: [`From ${state.opened?.actor.name ?? ""}`],
    footer: "Findings of a manual examination, for medical assessment. Licensed judgement and local rules come first.",
  };
}
