import { phrase } from "../base";
import { FOLLOWS_THE_PLAN, type GuardQuestion, type Protocol, protocolOf, type Stage, type TestId } from "../knowledge";
import { isEarned } from "../reading";
import {
  effectiveRuns,
  END_REASONS,
  holdsAnswer,
  isFirstOfItsTest,
  type EventOf,
  type ExamEvent,
  type ExamState,
  kindOf,
  ladderOf,
  measureToday,
  REPEAT_REASONS,
  type Run,
  runsNow,
  settingsOf,
  sheetTests,
  stageToday,
  versionOfEvent,
  type Treatments,
} from "../record";
import {
  answersThatHold,
  assessGuard,
  type Block,
  blocksOnTechnique,
  blocksOnTest,
  canBlock,
  openEmergency,
  questionsFor,
  unaskedByTechnique,
} from "../safety";
import { segmentLabel, spinePartOf } from "../vocabulary";
import { problem, type Refusal } from "./admit-run";
import { ASKS_ANEW, saddleAgreementProblem, techniqueAgreementProblem, testAgreementProblem } from "./agreement";
import { stageBlocks } from "./entry";
import { missingBeforeTesting } from "./readiness";
import { unfinishedRun } from "./unfinished";

/**
 * May this be begun now? Agreement, the guard, the symptom at rest, blocks and
 * unfinished work are asked here and nowhere else, whatever door an event comes
 * through.
 */

const MISSING = {
  agreement: ["their agreement is not recorded", "Explain the tests and record that they agree, then start."],
  guard: ["warning questions are not answered yet", "Answer the guard first."],
  "guard again": [
    "the last test was stopped for a reason that asks the guard again",
    "Answer the guard's questions again, then go on.",
  ],
  rest: ["the symptom at rest is not rated", "Rate it at rest, then start."],
} as const;

/** Questions that the loads of a test, done this way, call for and that nobody answered: it may stand on no list. */
function unaskedFor(
  state: ExamState,
  { test, variant }: Pick<Run, "test" | "variant">,
  v: number,
): readonly GuardQuestion[] {
  const answers = answersThatHold(state);
  return questionsFor(state, [{ test, variant }], v, answers).filter(({ id }) => answers[id] === undefined);
}

/** On the sheet or begun before: the guard, which has been gone through by now, asked what it brings. */
const isPlanned = (state: ExamState, test: TestId): boolean =>
  sheetTests(state).includes(test) || state.runs.some((run) => run.test === test);

/** The first version in which a repeat says why. */
const SAYS_WHY_AGAIN = 3;

/**
 * Whether beginning this test now repeats a run that holds an answer, with no
 * technique between: a second try at a clear test may not take its place unsaid.
 *
 * @example repeatAsksWhy(openedState, { test: "thigh-thrust", side: "right" }) // false
 */
export const repeatAsksWhy = (
  state: Pick<ExamState, "runs"> & Treatments,
  { test, side }: Pick<Run, "test" | "side">,
): boolean => runsNow(state, { test, side }).some(holdsAnswer);

function startProblem(state: ExamState, event: EventOf<"run-started">): Refusal | null {
  const { body } = event;
  const v = versionOfEvent(event);
  const protocol = protocolOf(body.test);
  if (state.ended)
    return problem(
      "body › test",
      phrase`${protocol.name}: the examination has ended (${END_REASONS[state.ended.reason]})`,
      "Take the end back to go on, or begin another examination.",
    );
  const guard = assessGuard(state, v);
  const [missing] = missingBeforeTesting(state, guard);
  if (missing) return problem("body › test", phrase`${protocol.name}: ${MISSING[missing][0]}`, MISSING[missing][1]);
  const notAgreed = v >= ASKS_ANEW ? testAgreementProblem(state, body.test) : null;
  if (notAgreed) return notAgreed;
  const open = unfinishedRun(state);
  if (open)
    return problem(
      "body › test",
      phrase`${open.name} is unfinished: ${open.asks}`,
      "Finish it, skip the step with a reason, or stop the test, then start the next.",
    );
  const last = state.runs.findLast((run) => run.test === body.test && run.side === body.side);
  if (last?.soreness && last.soreness.minutes === null)
    return problem(
      "body › test",
      phrase`${protocol.name} still hurts from the last time (${last.soreness.intensity} of 10)`,
      "Repeat it once the soreness has settled, and record how long that took.",
    );
  if (v >= SAYS_WHY_AGAIN && body.again === undefined && repeatAsksWhy(state, body))
    return problem(
      "body › again",
      phrase`${protocol.name} was done already, and why it is repeated is not said`,
      phrase`Say why: ${REPEAT_REASONS.join(", ")}.`,
    );
  if (!isEarned(protocol, body.side, effectiveRuns(state.runs), settingsOf(state)))
    return problem(
      "body › test",
      phrase`${protocol.name} ${protocol.earned?.otherwise}`,
      "Do that first, or leave it out.",
    );
  const isAskedFor = v < FOLLOWS_THE_PLAN && isPlanned(state, body.test);
  const [unasked] = isAskedFor ? [] : unaskedFor(state, body, v);
  if (unasked)
    return problem(
      "body › test",
      phrase`${protocol.name}: "${unasked.heading}" was not asked`,
      "Answer the question that this test, done this way, brings; then start.",
    );
  const [block] = canBlock(state) ? blocksOnTest(guard, protocol, body.variant, body.side).whole : [];
  return blockedWhole("body › test", protocol.name, block);
}

/** A test, or a level, that may not be touched today. */
const blockedWhole = (where: string, name: string, block: Block | undefined): Refusal | null =>
  block
    ? problem(
        where,
        phrase`${name} is blocked: ${block.reason}`,
        block.final
          ? "Leave it out: no typed reason lifts this block."
          : "Leave it out, or override the block with a typed reason first.",
      )
    : null;

/** A guard that was answered "no" throughout has no block to look for. */
function blockProblem(state: ExamState, run: Run, stage: Stage | undefined, where: string): Refusal | null {
  if (!stage || !canBlock(state)) return null;
  const [block] = stageBlocks(assessGuard(state), stage, { protocol: protocolOf(run.test), side: run.side }, run);
  return block
    ? problem(
        where,
        phrase`is blocked: ${block.reason}`,
        block.final
          ? "Leave the stage out: no typed reason lifts this block."
          : "Skip the stage, or override the block with a typed reason first.",
      )
    : null;
}

const runOf = (state: ExamState, id: string): Run | undefined => state.runs.findLast((run) => run.id === id);

function answerProblem(
  state: ExamState,
  { body }: EventOf<"response-recorded" | "position-answered" | "answer-recorded">,
): Refusal | null {
  const run = runOf(state, body.run);
  if (!run) return null;
  const id = stageToday(run, body.stage);
  const stage = ladderOf(run).rungs.find((rung) => rung.stage.id === id)?.stage;
  return blockProblem(state, run, stage, "body › stage");
}

const takesMeasure = (protocol: Protocol, measure: string): readonly Stage[] =>
  protocol.stages.filter(({ measures }) => measures?.includes(measure));

/** A number is read in the stages that read it; when all of those are blocked it cannot have been. */
function measureProblem(state: ExamState, { body }: EventOf<"measure-recorded">): Refusal | null {
  const run = runOf(state, body.run);
  if (!run || body.value === null || !canBlock(state)) return null;
  const id = measureToday(run, body.measure);
  if (run.measures[id] !== undefined) return null;
  const problems = takesMeasure(protocolOf(run.test), id)
    .filter((stage) => kindOf(stage) === "measure")
    .map((stage) => blockProblem(state, run, stage, "body › measure"));
  return problems.length > 0 && problems.every(Boolean) ? problems[0]! : null;
}

/** The first version in which a technique says where it is done. */
export const SAYS_WHERE = 3;

/**
 * A technique loads the body as a stage does: the same answers stop it. Where no
 * typed reason opens a block, none opens it here; what was done elsewhere is
 * recorded as it was.
 */
function techniqueProblem(state: ExamState, event: EventOf<"technique-logged">): Refusal | null {
  const { kind, region, side, elsewhere, despite } = event.body;
  const v = versionOfEvent(event);
  if (v < SAYS_WHERE || elsewhere || !region) return null;
  const guard = assessGuard(state, v);
  const blocks = blocksOnTechnique(guard, { kind, region, side });
  const final = blocks.find((block) => block.final);
  if (final)
    return problem(
      "body › region",
      phrase`${kind}, ${region} is blocked: ${final.reason}`,
      "Leave it out: no typed reason lifts this block. What somebody else did can be recorded as done elsewhere.",
    );
  const missing = missingBeforeTesting(state, guard).find((one) => one !== "rest");
  if (missing) return problem("body › kind", phrase`${kind}: ${MISSING[missing][0]}`, MISSING[missing][1]);
  const open = unfinishedRun(state);
  if (open)
    return problem(
      "body › kind",
      phrase`${open.name} is unfinished: ${open.asks}`,
      "Finish it, or stop the test; after a technique it can no longer be told apart.",
    );
  const [unasked] = unaskedByTechnique(state, guard, { kind, region, side }, v);
  if (unasked)
    return problem(
      "body › region",
      phrase`${kind}, ${region}: "${unasked.heading}" was not asked`,
      "Answer the question that it brings, then do it.",
    );
  const notAgreed = v >= ASKS_ANEW ? techniqueAgreementProblem(state, event.body) : null;
  if (notAgreed) return notAgreed;
  return blocks[0] && !despite
    ? problem(
        "body › despite",
        phrase`${kind}, ${region} is blocked: ${blocks[0].reason}`,
        "Leave it out, or type the reason why it is done all the same.",
      )
    : null;
}

/** Hands on a level load the spine as the palpation of that part does: what bars one bars the other. */
const PALPATION = "segmental-pressure";

function segmentProblem(state: ExamState, event: EventOf<"segment-examined">): Refusal | null {
  const where = "body › segment";
  const level = segmentLabel(event.body.segment);
  if (state.ended)
    return problem(
      where,
      phrase`${level}: the examination has ended (${END_REASONS[state.ended.reason]})`,
      "Take the end back to go on, or begin another examination.",
    );
  const v = versionOfEvent(event);
  const guard = assessGuard(state, v);
  const [missing] = missingBeforeTesting(state, guard);
  if (missing) return problem(where, phrase`${level}: ${MISSING[missing][0]}`, MISSING[missing][1]);
  const way = {
    test: PALPATION,
    variant: { segments: spinePartOf(event.body.segment) === "neck" ? "neck" : "back" },
  } as const;
  const [unasked] = unaskedFor(state, way, v);
  if (unasked)
    return problem(
      where,
      phrase`${level}: "${unasked.heading}" was not asked`,
      "Answer the question that pressing on this level brings; then examine it.",
    );
  const [block] = canBlock(state) ? blocksOnTest(guard, protocolOf(PALPATION), way.variant, null).whole : [];
  return blockedWhole(where, level, block);
}

/** A retest is compared, and never counted in place of the finding. */
function countProblem(state: ExamState, { body }: EventOf<"run-counted">): Refusal | null {
  const run = runOf(state, body.run);
  const wasTested = (one: Run) =>
    state.treated?.tested.some(({ test, side }) => test === one.test && side === one.side);
  return !run || (run.techniquesBefore > 0 && isFirstOfItsTest(run, state.runs) && !wasTested(run))
    ? null
    : problem(
        "body › run",
        "is not the first of its test after treatment began",
        "Add only a test that was not done before the technique; a retest is compared and never counted.",
      );
}

function signProblem(state: ExamState): Refusal | null {
  const open = openEmergency(assessGuard(state));
  return open
    ? problem(
        "body",
        phrase`an emergency referral is not answered: ${open.text}`,
        "Record what was done about it, then sign.",
      )
    : null;
}

/**
 * Whether nothing but its opening, and a sheet, stands in an exam: it can be
 * discarded as opened by mistake.
 *
 * @example isEmptyExam(openedState) // true
 */
export const isEmptyExam = (state: ExamState): boolean =>
  state.areas.length === 0 &&
  state.history === null &&
  state.centralisation === null &&
  state.consent === null &&
  state.rest === null &&
  Object.keys(state.guardAnswers).length === 0 &&
  [state.runs, state.neuro, state.segments, state.vitals, state.techniques, state.notes, state.unread].every(
    ({ length }) => length === 0,
  );

function endProblem(state: ExamState, { body }: EventOf<"exam-ended">): Refusal | null {
  if (state.ended) return problem("type", "ends an exam that was ended already", "Take that end back first.");
  if (body.reason === "mistake" && !isEmptyExam(state))
    return problem("body › reason", "is for an exam in which nothing is recorded yet", "End it for another reason.");
  return body.reason === "other" && body.note.trim() === ""
    ? problem("body › note", "is empty, and the reason is another one", "Write why it was ended.")
    : null;
}

/** Kinds of event that need permission. */
const ASKS: ReadonlySet<ExamEvent["type"]> = new Set([
  "run-started",
  "response-recorded",
  "answer-recorded",
  "position-answered",
  "measure-recorded",
  "segment-examined",
  "technique-logged",
  "neuro-recorded",
  "run-counted",
  "read-anew",
  "exam-ended",
  "exam-signed",
]);

export const asksPermission = ({ type }: Pick<ExamEvent, "type">): boolean => ASKS.has(type);

/**
 * What stands against beginning this now, or null. Amending a signed record
 * begins nothing: it says what was.
 *
 * @example permissionProblem(openedState, startOfThighThrust)?.where // "body › test"
 */
export function permissionProblem(state: ExamState, event: ExamEvent): Refusal | null {
  if (event.amendment) return null;
  switch (event.type) {
    case "run-started":
      return startProblem(state, event);
    case "segment-examined":
      return segmentProblem(state, event);
    case "response-recorded":
    case "position-answered":
    case "answer-recorded":
      return answerProblem(state, event);
    case "measure-recorded":
      return measureProblem(state, event);
    case "technique-logged":
      return techniqueProblem(state, event);
    case "neuro-recorded":
      return versionOfEvent(event) >= ASKS_ANEW ? saddleAgreementProblem(state, event.body) : null;
    case "run-counted":
      return countProblem(state, event);
    case "read-anew":
      return state.runs.length === 0
        ? null
        : problem(
            "body",
            "tests of this visit are recorded already, as the course",
            "Read anew at the beginning of a visit, before its first test.",
          );
    case "exam-ended":
      return endProblem(state, event);
    case "exam-signed":
      return signProblem(state);
    default:
      return null;
  }
}
