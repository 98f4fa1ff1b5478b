import { InputError, type Problem } from "../base";
import { NEURO_SCALES, ROOT_LEVELS, UPPER_MOTOR_SIGNS } from "../knowledge";
import type { EventType, ExamEvent, ExamState } from "../record";
import { assessGuard } from "../safety";
import {
  answer,
  type Check,
  findRun,
  isProblem,
  measure,
  onRunStage,
  problem,
  respond,
  signNoted,
  stageCheck,
  startRun,
} from "./admit-run";

const neuro: Check<"neuro-recorded"> = (_state, { body }) => {
  for (const [index, { kind, level, side, value }] of body.findings.entries()) {
    const where = `body › findings › ${index + 1}`;
    const known =
      kind === "upper-motor"
        ? UPPER_MOTOR_SIGNS.some(({ id, sided }) => id === level && sided === (side !== null))
        : side !== null && ROOT_LEVELS.some(({ id, reflex }) => id === level && (kind !== "reflex" || reflex));
    if (!known)
      return problem(
        where,
        `${kind} at "${level}" ${side ?? "without a side"} is not examined`,
        "Use a level of the baseline with its side.",
      );
    if (!NEURO_SCALES[kind].steps.some((step) => step.value === value))
      return problem(
        `${where} › value`,
        `${value} is not a step of ${NEURO_SCALES[kind].label.toLowerCase()}`,
        `Use one of: ${NEURO_SCALES[kind].steps.map((step) => step.value).join(", ")}.`,
      );
  }
  return null;
};

const override: Check<"block-overridden"> = (state, { body }) => {
  const block = assessGuard(state).blocks.find(({ id }) => id === body.block);
  if (!block)
    return problem("body › block", `"${body.block}" is not a block of this exam`, "Override a block that stands.");
  return block.final
    ? problem("body › block", `cannot be overridden: ${block.reason}`, "Only the answer that led to it can change it.")
    : null;
};

const retract: Check<"event-retracted"> = (state, { body }) => {
  if (!state.known.has(body.event))
    return problem("body › event", "is not an event of this exam", "Retract an event that was recorded here.");
  return body.event === state.opened?.id || body.event === state.signed?.id
    ? problem(
        "body › event",
        "is the opening or the signature of the exam, which cannot be taken back",
        "Write a note, or make an amendment.",
      )
    : null;
};

const sign: Check<"exam-signed"> = (state) => {
  const open = assessGuard(state).referrals.find(
    ({ urgency, acknowledged }) => urgency === "emergency" && !acknowledged,
  );
  return open
    ? problem(
        "body",
        `an emergency referral is not answered: ${open.text}`,
        "Say on the guard page what was done about it, then sign.",
      )
    : null;
};

const guardAnswer: Check<"guard-answered"> = (state, { body }) => {
  const question = assessGuard(state).questions.find(({ id }) => id === body.question);
  if (!question)
    return problem(
      "body › question",
      `"${body.question}" is not asked in this exam`,
      "Use one of the guard's questions.",
    );
  if (!question.options.some(({ id }) => id === body.answer))
    return problem(
      "body › answer",
      `"${body.answer}" is not an answer to it`,
      `Use one of: ${question.options.map(({ id }) => id).join(", ")}.`,
    );
  return null;
};

const CHECKS: { [T in EventType]?: Check<T> } = {
  "familiar-chosen": (state, { body }) =>
    state.areas.some(({ area }) => area === body.area)
      ? null
      : problem("body › area", "is not an area of this complaint", "Record the area first."),
  "guard-answered": guardAnswer,
  "block-overridden": override,
  "referral-acknowledged": (state, { body }) =>
    assessGuard(state).referrals.some(({ id }) => id === body.referral)
      ? null
      : problem("body › referral", `"${body.referral}" is not a referral of this exam`, "Answer one that stands."),
  "run-started": startRun,
  "response-recorded": respond,
  "answer-recorded": answer,
  "measure-recorded": measure,
  "sign-recorded": signNoted,
  "soreness-recorded": (state, { body }) => {
    const found = findRun(state, body.run);
    return isProblem(found) ? found : null;
  },
  "neuro-recorded": neuro,
  "felt-recorded": stageCheck,
  "dose-recorded": stageCheck,
  "stage-skipped": (state, { body }) => onRunStage(state, body.run, body.stage).problem,
  "run-stopped": (state, { body }) => {
    const found = body.run === null ? null : findRun(state, body.run);
    return found && isProblem(found) ? found : null;
  },
  "event-retracted": retract,
  "exam-signed": sign,
};

/**
 * Can this event follow what the exam holds? Null when it can; else what is
 * wrong. The same answer in the browser, on the server and in the importer.
 *
 * @example admit(signedState, ratingWithoutAmendment)?.what // "this record is signed"
 */
export function admit(state: ExamState, event: ExamEvent): Problem | null {
  if (!state.opened)
    return event.type === "exam-opened"
      ? null
      : problem("event", "comes before the exam was opened", "Send the exam-opened event first.");
  if (event.exam !== state.id) return problem("exam", "belongs to another exam", `Send it to exam ${event.exam}.`);
  if (event.type === "exam-opened") return problem("type", "opens an exam that is open already", "Leave it out.");
  if (state.signed && event.type === "exam-signed")
    return problem("type", "signs a record that is signed already", "Leave it out; changes are amendments.");
  if (state.signed && !event.amendment)
    return problem("event", "this record is signed", "Send the change as an amendment, with the reason.");
  if (!state.signed && event.amendment)
    return problem("amendment", "amends a record that is not signed", "Leave the amendment reason out.");
  return (CHECKS[event.type] as Check<EventType> | undefined)?.(state, event) ?? null;
}

/** Throws `InputError` when the event cannot follow. */
export function assertAdmitted(state: ExamState, event: ExamEvent, where: string): void {
  const wrong = admit(state, event);
  if (wrong) throw new InputError([{ ...wrong, where: `${where} › ${wrong.where}` }]);
}
