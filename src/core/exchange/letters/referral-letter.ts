import { NEURO_SCALES, protocolOf } from "../../knowledge";
import { interpretExam, testLabel } from "../../reading";
import { type ChainHead, type ExamState, settingsOf } from "../../record";
import { assessGuard, overriddenText, type Referral } from "../../safety";
import { SOURCES } from "../../vocabulary";
import { lossLines, requestLines } from "./lead";
import { complaintLines, endLines, type Note, personLine, recordLine, techniqueLines } from "./note";
import { answerLines, saidYes, shortExamLines } from "./safety-section";

const URGENCY = {
  emergency: "EMERGENCY referral",
  urgent: "Urgent referral: today",
  soon: "Referral: within days",
} as const;
const ORDER = ["emergency", "urgent", "soon"] as const;

/** What led to the referrals: the answers, the baseline and the tests that opened them. */
function whatLedToIt(state: ExamState, referrals: readonly Referral[]): string[] {
  const { questions } = assessGuard(state);
  const asked = questions.flatMap((question) => {
    const answer = question.options.find(({ id }) => id === state.guardAnswers[question.id]);
    return answer && referrals.some(({ from }) => from.kind === "answer" && from.question === question.id)
      ? [`${saidYes(state, question, answer.label)}.`]
      : [];
  });
  const baseline = referrals.some(({ from }) => from.kind === "baseline")
    ? state.neuro
        .filter(({ kind, value }) => value !== NEURO_SCALES[kind].normal)
        .map(
          ({ kind, level, side, value, before }) =>
            `${NEURO_SCALES[kind].label}, ${level.toUpperCase()}${side ? ` ${side}` : ""}: ${value}${before === undefined ? "" : ` (last visit ${before})`}.`,
        )
    : [];
  const outcomes = interpretExam(state.runs, settingsOf(state));
  const tests = outcomes
    .filter(({ test, source }) =>
      referrals.some(({ from }) => from.kind === "outcome" && from.test === test && from.source === source),
    )
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
 * @param end the record's end and the journal's, to be compared with a later copy
 * @example writeReferral(numbSaddleState)?.title // "EMERGENCY referral"
 */
export function writeReferral(state: ExamState, end?: { head: ChainHead; anchor?: string | undefined }): Note | null {
  const { referrals, blocks } = assessGuard(state);
  const [first] = referrals.toSorted((a, b) => ORDER.indexOf(a.urgency) - ORDER.indexOf(b.urgency));
  if (!first) return null;
  const sections = [
    { heading: "Asked of you", lines: requestLines(state) },
    { heading: "What led to it", lines: [...lossLines(state), ...whatLedToIt(state, referrals)] },
    { heading: "Complaint", lines: complaintLines(state) },
    { heading: "Asked, positive and denied", lines: answerLines(state, assessGuard(state).questions) },
    {
      heading: "Done so far",
      lines: [
        ...endLines(state),
        ...shortExamLines(state),
        ...techniqueLines(state),
        ...blocks.map((block) =>
          block.overridden.length ? `${block.reason} ${overriddenText(block)}` : `Not tested: ${block.reason}`,
        ),
        ...(state.runs.length === 0 ? ["No test was done."] : []),
      ],
    },
  ];
  return {
    title: URGENCY[first.urgency],
    who: personLine(state),
    when: state.opened?.at.slice(0, 10) ?? "",
    sections: sections.filter(({ lines }) => lines.length > 0),
    signature: [
      state.signed
        ? `${state.signed.body.name}${state.signed.body.registration ? ` (${state.signed.body.registration})` : ""}`
        : `From ${state.opened?.actor.name ?? ""}; the record is not signed yet.`,
      ...(end ? [recordLine(end.head, end.anchor)] : []),
    ],
    footer: "Findings of a manual examination, for medical assessment. Licensed judgement and local rules come first.",
  };
}
