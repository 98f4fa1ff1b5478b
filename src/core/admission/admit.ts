import { phrase } from "../base";
import {
  CRANIAL_ITEMS,
  FOLLOWS_THE_PLAN,
  GUARD_QUESTIONS,
  kindsAt,
  NEURO_SCALES,
  protocolOf,
  ROOT_LEVELS,
  UPPER_MOTOR_SIGNS,
} from "../knowledge";
import {
  type EventOf,
  type EventType,
  type ExamEvent,
  type ExamState,
  MOST_SYMPTOMS,
  SIGNATURES,
  symptomsOf,
  versionOfEvent,
} from "../record";
import { assessGuard, isReachedBy, questionsInForce } from "../safety";
import { currentId, segmentLabel, TECHNIQUE_REGIONS, wasThere } from "../vocabulary";
import { ASKS_ANEW } from "./agreement";
import { permissionProblem, SAYS_WHERE } from "./permission";
import { roomProblem } from "./room";
import {
  answer,
  answerPosition,
  type Check,
  findRun,
  isProblem,
  measure,
  onRunStage,
  problem,
  type Refusal,
  reported,
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
        : kind === "cranial"
          ? side === null && CRANIAL_ITEMS.some(({ id }) => id === level)
          : side !== null &&
            ROOT_LEVELS.some((known) => known.id === level && kindsAt(known).some((examined) => examined === kind));
    if (!known)
      return problem(
        where,
        phrase`${kind} at "${level}" ${side ?? "without a side"} is not examined`,
        "Use a level of the baseline with its side.",
      );
    if (!NEURO_SCALES[kind].steps.some((step) => step.value === value))
      return problem(
        `${where} › value`,
        phrase`${value} is not a step of ${NEURO_SCALES[kind].label.toLowerCase()}`,
        phrase`Use one of: ${NEURO_SCALES[kind].steps.map((step) => step.value).join(", ")}.`,
      );
  }
  return null;
};

const segmentExamined: Check<"segment-examined"> = (_state, { body }) => {
  if (body.play === null && body.pain === null && body.endFeel === null)
    return problem(
      "body",
      phrase`${segmentLabel(body.segment)}: neither play, pain nor end feel was recorded`,
      "Record one of the three, or leave the level out.",
    );
  return body.pain === "none" && (body.places.length > 0 || body.intensity !== null)
    ? problem(
        "body › pain",
        phrase`${segmentLabel(body.segment)}: there was no pain, and yet a place or a rating of it`,
        "Say which pain came, or leave place and rating out.",
      )
    : null;
};

/** The first version in which a block is overridden for one test. */
const FOR_ONE_TEST = 3;

const override: Check<"block-overridden"> = (state, event) => {
  const { body } = event;
  const block = assessGuard(state).blocks.find(({ id }) => id === body.block);
  if (!block)
    return problem(
      "body › block",
      phrase`"${body.block}" is not a block of this exam`,
      "Override a block that stands.",
    );
  if (block.final)
    return problem(
      "body › block",
      phrase`cannot be overridden: ${block.reason}`,
      block.awaitsShortExam
        ? "Record the short examination of the neck first."
        : "Only the answer that led to it can change it.",
    );
  if (versionOfEvent(event) < FOR_ONE_TEST) return null;
  if (body.test === null)
    return block.onceForRegion && versionOfEvent(event) >= FOLLOWS_THE_PLAN
      ? null
      : problem("body › test", "is missing", "Say for which test the block is overridden; each has its own reason.");
  return isReachedBy(block, protocolOf(body.test))
    ? null
    : problem(
        "body › test",
        phrase`${protocolOf(body.test).name} is not reached by this block`,
        "Name a test that it blocks.",
      );
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

const NOT_KNOWN = "not-known";

const guardAnswer: Check<"guard-answered"> = (state, event) => {
  const { body } = event;
  const asked = currentId(GUARD_QUESTIONS, body.question);
  const question = questionsInForce(state).find(({ id }) => id === asked);
  const v = versionOfEvent(event);
  if (!question || (v >= FOLLOWS_THE_PLAN && !wasThere(question, v)))
    return problem(
      "body › question",
      phrase`"${body.question}" is not asked in this exam`,
      "Use one of the guard's questions.",
    );
  if (!question.options.some(({ id }) => id === currentId(question.options, body.answer)))
    return problem(
      "body › answer",
      phrase`"${body.answer}" is not an answer to it`,
      phrase`Use one of: ${question.options.map(({ id }) => id).join(", ")}.`,
    );
  const unknown = body.parts?.find((id) => !question.parts.some((part) => part.id === id));
  if (unknown)
    return problem(
      "body › parts",
      phrase`"${unknown}" is not a part of "${question.heading}"`,
      phrase`Use some of: ${question.parts.map(({ id }) => id).join(", ")}.`,
    );
  return versionOfEvent(event) >= ASKS_ANEW &&
    body.by === "relative" &&
    question.private &&
    currentId(question.options, body.answer) !== NOT_KNOWN
    ? problem(
        "body › by",
        phrase`"${question.heading}" was answered through a relative`,
        "Find another way to ask, or answer that it is not known.",
      )
    : null;
};

const symptom: Check<"symptom-named"> = (state, { body }) => {
  if (!state.areas.some(({ area }) => area === body.area))
    return problem("body › area", "is not an area of this complaint", "Record the area first.");
  const named = symptomsOf(state);
  return named.length < MOST_SYMPTOMS || named.some(({ area }) => area === body.area)
    ? null
    : problem(
        "body › area",
        phrase`is a fourth symptom, and a complaint holds ${MOST_SYMPTOMS}`,
        "Drop one, or join two areas into one.",
      );
};

const first: Check<"symptom-first"> = (state, { body }) =>
  symptomsOf(state).some(({ area }) => area === body.area)
    ? null
    : problem("body › area", "is not named as a symptom of theirs", "Name it in their words first.");

/** The first version whose visits say on which day they are held, and are held to it. */
const KNOWS_COURSES = 5;

function openingProblem(event: EventOf<"exam-opened">): Refusal | null {
  const { visit, person } = event.body;
  return versionOfEvent(event) >= KNOWS_COURSES && visit && visit.date < person.birthDate
    ? problem(
        "body › visit › date",
        phrase`${visit.date} is before the day of birth, ${person.birthDate}`,
        "Correct the day, or the birth date on the roster.",
      )
    : null;
}

const CHECKS: { [T in EventType]?: Check<T> } = {
  "familiar-chosen": (state, { body }) =>
    state.areas.some(({ area }) => area === body.area)
      ? null
      : problem("body › area", "is not an area of this complaint", "Record the area first."),
  "symptom-named": symptom,
  "symptom-first": first,
  "guard-answered": guardAnswer,
  "block-overridden": override,
  "referral-acknowledged": (state, { body }) =>
    assessGuard(state).referrals.some(({ id }) => id === body.referral)
      ? null
      : problem(
          "body › referral",
          phrase`"${body.referral}" is not a referral of this exam`,
          "Answer one that stands.",
        ),
  "run-started": startRun,
  "response-recorded": respond,
  "answer-recorded": answer,
  "measure-recorded": measure,
  "answer-reported": reported,
  "sign-recorded": signNoted,
  "soreness-recorded": (state, { body }) => {
    const run = findRun(state, body.run);
    return isProblem(run) ? run : null;
  },
  "neuro-recorded": neuro,
  "segment-examined": segmentExamined,
  "position-answered": answerPosition,
  "felt-recorded": stageCheck,
  "dose-recorded": stageCheck,
  "stage-skipped": (state, { body }) => onRunStage(state, body.run, body.stage).problem,
  "technique-logged": (_state, event) =>
    versionOfEvent(event) >= SAYS_WHERE && event.body.region === undefined
      ? problem("body › region", "is missing", phrase`Say where it is done: ${TECHNIQUE_REGIONS.join(", ")}.`)
      : null,
  "run-counted": (state, { body }) => {
    const run = findRun(state, body.run);
    return isProblem(run) ? run : null;
  },
  "run-stopped": (state, { body }) => {
    const run = body.run === null ? null : findRun(state, body.run);
    return run && isProblem(run) ? run : null;
  },
  "event-retracted": retract,
};

/**
 * Whether an event makes sense after what the exam holds: its ids, its place on
 * the ladder, the signature before it. Asked of every event from every door,
 * also of what was recorded elsewhere.
 *
 * @example shapeProblem(signedState, ratingWithoutAmendment)?.what // "this record is signed"
 */
export function shapeProblem(state: ExamState, event: ExamEvent): Refusal | null {
  if (!state.opened)
    return event.type === "exam-opened"
      ? openingProblem(event)
      : problem("event", "comes before the exam was opened", "Send the exam-opened event first.", "depends");
  if (event.exam !== state.id)
    return problem("exam", "belongs to another exam", phrase`Send it to exam ${event.exam}.`);
  if (event.type === "exam-opened") return problem("type", "opens an exam that is open already", "Leave it out.");
  if (SIGNATURES.has(event.type)) return signatureProblem(state, event);
  if (state.signed && !event.amendment)
    return problem("event", "this record is signed", "Send the change as an amendment, with the reason.", "signed");
  if (!state.signed && event.amendment)
    return problem("amendment", "amends a record that is not signed", "Leave the amendment reason out.");
  return (CHECKS[event.type] as Check<EventType> | undefined)?.(state, event) ?? null;
}

/** A record is signed once; after that its amendments are. */
function signatureProblem(state: ExamState, event: ExamEvent): Refusal | null {
  const { reading } = event.body as { readonly reading: object | null };
  if (event.amendment) return problem("amendment", "stands on a signature", "Leave the amendment reason out.");
  if (event.type === "exam-signed" && state.signed)
    return problem("type", "signs a record that is signed already", "Leave it out; changes are amendments.", "signed");
  if (event.type === "amendment-signed" && !state.signed)
    return problem("type", "signs amendments of a record that is not signed", "Sign the record first.");
  if (event.type === "amendment-signed" && state.amendments.length === state.amendmentsClosed)
    return problem("type", "signs no amendment: every one is signed already", "Leave it out.");
  if (reading === null && versionOfEvent(event) > 1)
    return problem("body › reading", "is missing", "Send what was read when it was signed.");
  return null;
}

/**
 * Can this event follow what the exam holds, now? Null when it can; else what
 * is wrong and what may become of it. The same answer in the browser and on the
 * server; for an event that was made before it knew of another device's, see
 * `appendGated`.
 *
 * @example admit(signedState, ratingWithoutAmendment)?.what // "this record is signed"
 */
export const admit = (state: ExamState, event: ExamEvent): Refusal | null =>
  shapeProblem(state, event) ?? roomProblem(state, event) ?? permissionProblem(state, event);
