import { assessGuard, type Block, blocksOn } from "../guard/assess";
import { ALL_CLEAR_OPTION } from "../knowledge/guard-questions";
import { DOSE_SCHOOLS, type Protocol, protocolOf, type Stage, stagesOf } from "../knowledge/protocols";
import { InputError, type Problem } from "../problem";
import { type Side, SIDES } from "../vocabulary/sides";
import type { EventOf, EventType, ExamEvent } from "./events";
import { ladderOf } from "./ladder";
import type { ExamState, Run } from "./state";

type Check<T extends EventType> = (state: ExamState, event: EventOf<T>) => Problem | null;

const problem = (where: string, what: string, todo: string): Problem => ({ where, what, todo });

function findRun(state: ExamState, id: string): Run | Problem {
  return (
    state.runs.find((run) => run.id === id) ??
    problem("body › run", "is not a run of this exam, or it was retracted", "Start the test again and record it there.")
  );
}

const isProblem = (value: Run | Problem): value is Problem => "todo" in value;

function onRunStage(
  state: ExamState,
  run: string,
  stage: string,
): { run: Run; problem: null } | { run: null; problem: Problem } {
  const found = findRun(state, run);
  if (isProblem(found)) return { run: null, problem: found };
  const stages = stagesOf(protocolOf(found.test), found.variant.dose);
  if (stages.some((candidate) => candidate.id === stage)) return { run: found, problem: null };
  return {
    run: null,
    problem: problem(
      "body › stage",
      `"${stage}" is not a stage of this test as it is being run`,
      `Use one of: ${stages.map(({ id }) => id).join(", ")}.`,
    ),
  };
}

const stageCheck = (state: ExamState, event: EventOf<"felt-recorded" | "dose-recorded">): Problem | null =>
  onRunStage(state, event.body.run, event.body.stage).problem;

/** The options a test has for one school; which side lies up is asked of side-lying tests only. */
function optionsOf(protocol: Protocol, school: string): readonly string[] {
  if (school === "dose") return DOSE_SCHOOLS;
  if (school === "sideUp") return protocol.position === "side-lying" ? SIDES : [];
  return protocol.schools.find(({ id }) => id === school)?.options.map(({ id }) => id) ?? [];
}

/** The blocks in force on a stage; a guard that was answered "no" throughout has none to look for. */
const blocksNow = (state: ExamState, stage: Stage, side: Side | null): readonly Block[] =>
  Object.values(state.guardAnswers).every((answer) => answer === ALL_CLEAR_OPTION)
    ? []
    : blocksOn(assessGuard(state), stage, side);

const startRun: Check<"run-started"> = (state, { body }) => {
  const protocol = protocolOf(body.test);
  if (protocol.sided && body.side === null)
    return problem("body › side", `${protocol.name} is done on one side`, "Choose right or left.");
  if (!protocol.sided && body.side !== null)
    return problem("body › side", `${protocol.name} has no side of its own`, "Send null for the side.");
  if (state.runs.some((run) => run.id === body.run))
    return problem("body › run", "is the id of a run that exists already", "Make a new id for a new run.");
  for (const [school, chosen] of Object.entries(body.variant)) {
    const options = optionsOf(protocol, school);
    if (chosen !== undefined && !options.includes(chosen))
      return problem(
        `body › variant › ${school}`,
        `"${chosen}" is not a way ${protocol.name} is done`,
        options.length ? `Use one of: ${options.join(", ")}.` : "Leave it out.",
      );
  }
  const stage = stagesOf(protocol, body.variant.dose)[0];
  const blocks = stage ? blocksNow(state, stage, body.side) : [];
  if (blocks.length)
    return problem(
      "body › test",
      `${protocol.name} is blocked: ${blocks[0]?.reason}`,
      "Leave it out, or override the block with a typed reason first.",
    );
  return null;
};

const respond: Check<"response-recorded"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const ladder = ladderOf(run);
  const rung = ladder.rungs.find(({ stage }) => stage.id === body.stage);
  if (rung?.status === "to come")
    return problem(
      "body › stage",
      "comes after a stage that is not answered yet",
      "Answer the stages in order, or mark the one before as skipped.",
    );
  if (rung?.status === "not reached")
    return problem(
      "body › stage",
      "comes after the test had ended",
      "Retract the answer that ended it, or repeat the test.",
    );
  if (rung && !rung.record?.response) {
    const blocks = blocksNow(state, rung.stage, run.side);
    if (blocks.length)
      return problem(
        "body › stage",
        `is blocked: ${blocks[0]?.reason}`,
        "Skip the stage, or override the block with a typed reason first.",
      );
  }
  return null;
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
  "block-overridden": (state, { body }) =>
    assessGuard(state).blocks.some(({ id }) => id === body.block)
      ? null
      : problem("body › block", `"${body.block}" is not a block of this exam`, "Override a block that stands."),
  "referral-acknowledged": (state, { body }) =>
    assessGuard(state).referrals.some(({ id }) => id === body.referral)
      ? null
      : problem("body › referral", `"${body.referral}" is not a referral of this exam`, "Answer one that stands."),
  "run-started": startRun,
  "response-recorded": respond,
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
