import type { Problem } from "../base";
import { DOSE_SCHOOLS, type Protocol, protocolOf, type Stage, stagesOf } from "../knowledge";
import type { Measure } from "../measurement";
import { isEarned } from "../reading";
import {
  DEFAULT_READING_SETTINGS,
  effectiveRuns,
  type EventOf,
  type EventType,
  type ExamState,
  isAnswered,
  kindOf,
  ladderOf,
  type Run,
} from "../record";
import { assessGuard, type Block, blocksOn, blocksOnTest, canBlock } from "../safety";
import { EFFECTS, type Side, SIDES } from "../vocabulary";

/** What is asked of the entries of a run: its start, its stages, its numbers and signs. */

export type Check<T extends EventType> = (state: ExamState, event: EventOf<T>) => Problem | null;

export const problem = (where: string, what: string, todo: string): Problem => ({ where, what, todo });

export function findRun(state: ExamState, id: string): Run | Problem {
  return (
    state.runs.findLast((run) => run.id === id) ??
    problem("body › run", "is not a run of this exam, or it was retracted", "Start the test again and record it there.")
  );
}

export const isProblem = (value: Run | Problem): value is Problem => "todo" in value;

export function onRunStage(
  state: ExamState,
  run: string,
  stage: string,
): { run: Run; problem: null } | { run: null; problem: Problem } {
  const found = findRun(state, run);
  if (isProblem(found)) return { run: null, problem: found };
  const stages = stagesOf(protocolOf(found.test), found.variant);
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

export const stageCheck = (state: ExamState, event: EventOf<"felt-recorded" | "dose-recorded">): Problem | null =>
  onRunStage(state, event.body.run, event.body.stage).problem;

/** The options a test has for one school; which side lies up is asked of side-lying tests only. */
function optionsOf(protocol: Protocol, school: string): readonly string[] {
  if (school === "dose") return DOSE_SCHOOLS;
  if (school === "sideUp") return protocol.position === "side-lying" ? SIDES : [];
  return protocol.schools.find(({ id }) => id === school)?.options.map(({ id }) => id) ?? [];
}

/** The blocks in force on a stage; a guard that was answered "no" throughout has none to look for. */
const blocksNow = (state: ExamState, stage: Stage, side: Side | null): readonly Block[] =>
  canBlock(state) ? blocksOn(assessGuard(state), stage, side) : [];

export const startRun: Check<"run-started"> = (state, { body }) => {
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
  const last = state.runs.findLast((run) => run.test === body.test && run.side === body.side);
  if (last?.soreness && last.soreness.minutes === null)
    return problem(
      "body › test",
      `${protocol.name} still hurts from the last time (${last.soreness.intensity} of 10)`,
      "Repeat it once the soreness has settled, and record how long that took.",
    );
  if (!isEarned(protocol, body.side, effectiveRuns(state.runs), state.settings ?? DEFAULT_READING_SETTINGS))
    return problem("body › test", `${protocol.name} ${protocol.earned?.otherwise}`, "Do that first, or leave it out.");
  const blocks = canBlock(state) ? blocksOnTest(assessGuard(state), protocol, body.variant, body.side).whole : [];
  if (blocks.length)
    return problem(
      "body › test",
      `${protocol.name} is blocked: ${blocks[0]?.reason}`,
      "Leave it out, or override the block with a typed reason first.",
    );
  return null;
};

/** What stands in the way of answering a stage now: its place on the ladder, or a block. */
function stageProblem(state: ExamState, run: Run, id: string): Problem | null {
  const rung = ladderOf(run).rungs.find(({ stage }) => stage.id === id);
  if (!rung)
    return problem(
      "body › stage",
      "tells a symptom apart that has not come, or does not need it",
      "Record the familiar symptom and where it was felt first.",
    );
  if (rung.status === "to come")
    return problem(
      "body › stage",
      "comes after a stage that is not answered yet",
      "Answer the stages in order, or mark the one before as skipped.",
    );
  if (rung.status === "not reached")
    return problem(
      "body › stage",
      "comes after the test had ended",
      "Retract the answer that ended it, or repeat the test.",
    );
  if (isAnswered(rung.stage, run)) return null;
  const [block] = blocksNow(state, rung.stage, run.side);
  return block
    ? problem(
        "body › stage",
        `is blocked: ${block.reason}`,
        block.final
          ? "Leave the stage out: no typed reason lifts this block."
          : "Skip the stage, or override the block with a typed reason first.",
      )
    : null;
}

export const respond: Check<"response-recorded"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const stage = stagesOf(protocolOf(run.test), run.variant).find(({ id }) => id === body.stage)!;
  if (kindOf(stage) !== "provoke")
    return problem("body › stage", "is not answered with a response", "Send its effect, its option or its numbers.");
  return stageProblem(state, run, body.stage);
};

export const answer: Check<"answer-recorded"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const stage = stagesOf(protocolOf(run.test), run.variant).find(({ id }) => id === body.stage)!;
  const kind = kindOf(stage);
  const options: readonly string[] =
    stage.options?.map(({ id }) => id) ?? (kind === "release" || kind === "relief" ? EFFECTS : []);
  if (!options.includes(body.answer))
    return problem(
      "body › answer",
      `"${body.answer}" is not an answer to ${stage.name}`,
      options.length ? `Use one of: ${options.join(", ")}.` : "This stage takes a response or numbers.",
    );
  return stageProblem(state, run, body.stage);
};

/** Onset and end of one movement: the onset never lies beyond the end. */
function orderProblem(measures: readonly Measure[], run: Run, changed: Measure, value: number): Problem | null {
  for (const measure of measures) {
    if (!measure.upTo || (measure.id !== changed.id && measure.upTo !== changed.id)) continue;
    const valueOf = (id: string) => (id === changed.id ? value : run.measures[id]);
    const [before, after] = [valueOf(measure.id), valueOf(measure.upTo)];
    if (before === undefined || after === undefined) continue;
    if (measure.falling ? before < after : before > after)
      return problem(
        "body › value",
        `${measure.label} (${before}) lies beyond ${measures.find(({ id }) => id === measure.upTo)?.label.toLowerCase()} (${after})`,
        "Check both numbers; the onset comes first.",
      );
  }
  return null;
}

export const measure: Check<"measure-recorded"> = (state, { body }) => {
  const run = findRun(state, body.run);
  if (isProblem(run)) return run;
  const protocol = protocolOf(run.test);
  const found = protocol.measures.find(({ id }) => id === body.measure);
  if (!found)
    return problem(
      "body › measure",
      `"${body.measure}" is not measured in ${protocol.name}`,
      protocol.measures.length ? `Use one of: ${protocol.measures.map(({ id }) => id).join(", ")}.` : "Leave it out.",
    );
  if (body.value === null) return null;
  const [low, high] = found.range;
  if (body.value < low || body.value > high)
    return problem(
      "body › value",
      `${body.value} is out of range for ${found.label.toLowerCase()}`,
      `Use a value from ${low} to ${high} ${found.unit}.`,
    );
  return orderProblem(protocol.measures, run, found, body.value);
};

export const signNoted: Check<"sign-recorded"> = (state, { body }) => {
  const run = findRun(state, body.run);
  if (isProblem(run)) return run;
  const protocol = protocolOf(run.test);
  const found = protocol.signs.find(({ id }) => id === body.sign);
  if (!found) return problem("body › sign", `"${body.sign}" is not noted in ${protocol.name}`, "Leave it out.");
  return body.option === null || found.options.some(({ id }) => id === body.option)
    ? null
    : problem(
        "body › option",
        `"${body.option}" is not an option of ${found.label.toLowerCase()}`,
        `Use one of: ${found.options.map(({ id }) => id).join(", ")}.`,
      );
};
