import { type Message, type Problem, phrase } from "../base";
import { DOSE_SCHOOLS, notMeasuredBy, type Protocol, protocolOf, stagesOf } from "../knowledge";
import type { Measure } from "../measurement";
import {
  answerToday,
  type EventOf,
  type EventType,
  type ExamState,
  kindOf,
  ladderOf,
  measureToday,
  type Run,
  signToday,
  stageToday,
} from "../record";
import { EFFECTS, RESPONSES, SIDES } from "../vocabulary";

/** What is asked of the entries of a run: its start, its stages, its numbers and signs. */

export type Check<T extends EventType> = (state: ExamState, event: EventOf<T>) => Refusal | null;

/**
 * What becomes of a refused event. never: it is wrong as it is. signed: the
 * record was signed meanwhile; it may be kept as an amendment. depends: it needs
 * another that is not there; it may be offered again with it. update: a later
 * program wrote it. forbidden: whoever it names may not. sign-in: nobody is
 * signed in. again: it could not be looked at now.
 */
export type RefusalClass = "never" | "signed" | "depends" | "update" | "forbidden" | "sign-in" | "again";

/** Why an event is not taken, and what may become of it. */
export type Refusal = Problem & { readonly refusal: RefusalClass };

export const problem = (where: string, what: Message, todo: Message, refusal: RefusalClass = "never"): Refusal => ({
  where,
  what,
  todo,
  refusal,
});

export function findRun(state: ExamState, id: string): Run | Refusal {
  return (
    state.runs.findLast((run) => run.id === id) ??
    problem(
      "body › run",
      "is not a run of this exam, or it was retracted",
      "Start the test again and record it there.",
      "depends",
    )
  );
}

export const isProblem = (value: Run | Refusal): value is Refusal => "todo" in value;

export function onRunStage(
  state: ExamState,
  run: string,
  stage: string,
): { run: Run; problem: null } | { run: null; problem: Refusal } {
  const target = findRun(state, run);
  if (isProblem(target)) return { run: null, problem: target };
  const stages = stagesOf(protocolOf(target.test), target.variant, target.v);
  const id = stageToday(target, stage);
  if (stages.some((candidate) => candidate.id === id)) return { run: target, problem: null };
  return {
    run: null,
    problem: problem(
      "body › stage",
      phrase`"${stage}" is not a stage of this test as it is being run`,
      phrase`Use one of: ${stages.map(({ id }) => id).join(", ")}.`,
    ),
  };
}

export const stageCheck = (state: ExamState, event: EventOf<"felt-recorded" | "dose-recorded">): Refusal | null =>
  onRunStage(state, event.body.run, event.body.stage).problem;

/** The options a test has for one school; which side lies up is asked of side-lying tests only. */
function optionsOf(protocol: Protocol, school: string): readonly string[] {
  if (school === "dose") return DOSE_SCHOOLS;
  if (school === "sideUp") return protocol.position === "side-lying" ? SIDES : [];
  return protocol.schools.find(({ id }) => id === school)?.options.map(({ id }) => id) ?? [];
}

export const startRun: Check<"run-started"> = (state, { body }) => {
  const protocol = protocolOf(body.test);
  if (protocol.sided && body.side === null)
    return problem("body › side", phrase`${protocol.name} is done on one side`, "Choose right or left.");
  if (!protocol.sided && body.side !== null)
    return problem("body › side", phrase`${protocol.name} has no side of its own`, "Send null for the side.");
  if (state.runIds.has(body.run))
    return problem("body › run", "is the id of a run that exists already", "Make a new id for a new run.");
  for (const [school, chosen] of Object.entries(body.variant)) {
    const options = optionsOf(protocol, school);
    if (chosen !== undefined && !options.includes(chosen))
      return problem(
        `body › variant › ${school}`,
        phrase`"${chosen}" is not a way ${protocol.name} is done`,
        options.length ? phrase`Use one of: ${options.join(", ")}.` : "Leave it out.",
      );
  }
  return null;
};

/** What stands in the way of answering a stage now: its place on the ladder. */
function stageProblem(run: Run, id: string): Refusal | null {
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
  return null;
}

export const respond: Check<"response-recorded"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const stage = stagesOf(protocolOf(run.test), run.variant, run.v).find(
    ({ id }) => id === stageToday(run, body.stage),
  )!;
  if (kindOf(stage) !== "provoke")
    return problem("body › stage", "is not answered with a response", "Send its effect, its option or its numbers.");
  return stageProblem(run, stageToday(run, body.stage));
};

/** Only a stage that is pressed in is asked about twice, and the position comes before the press. */
export const answerPosition: Check<"position-answered"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const id = stageToday(run, body.stage);
  const stage = stagesOf(protocolOf(run.test), run.variant, run.v).find((one) => one.id === id)!;
  if (!stage.pressed)
    return problem(
      "body › stage",
      phrase`${stage.name} is not a position that is pressed in`,
      "Record the response to the stage itself.",
    );
  if (run.stages[id]?.response)
    return problem(
      "body › stage",
      phrase`${stage.name} was pressed in already: the position comes first`,
      "Take the response to the press back, then record the position.",
    );
  return stageProblem(run, id);
};

export const answer: Check<"answer-recorded"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (wrong) return wrong;
  const stage = stagesOf(protocolOf(run.test), run.variant, run.v).find(
    ({ id }) => id === stageToday(run, body.stage),
  )!;
  const kind = kindOf(stage);
  const options: readonly string[] =
    stage.options?.map(({ id }) => id) ?? (kind === "release" || kind === "relief" ? EFFECTS : []);
  if (!options.includes(answerToday(run, body.stage, body.answer)))
    return problem(
      "body › answer",
      phrase`"${body.answer}" is not an answer to ${stage.name}`,
      options.length ? phrase`Use one of: ${options.join(", ")}.` : "This stage takes a response or numbers.",
    );
  return stageProblem(run, stageToday(run, body.stage));
};

/** Onset and end of one movement: the onset never lies beyond the end. */
function orderProblem(measures: readonly Measure[], run: Run, changed: Measure, value: number): Refusal | null {
  for (const measure of measures) {
    if (!measure.upTo || (measure.id !== changed.id && measure.upTo !== changed.id)) continue;
    const valueOf = (id: string) => (id === changed.id ? value : run.measures[id]);
    const [before, after] = [valueOf(measure.id), valueOf(measure.upTo)];
    if (before === undefined || after === undefined) continue;
    if (measure.falling ? before < after : before > after)
      return problem(
        "body › value",
        phrase`${measure.label} (${before}) lies beyond ${measures.find(({ id }) => id === measure.upTo)?.label.toLowerCase()} (${after})`,
        "Check both numbers; the onset comes first.",
      );
  }
  return null;
}

export const measure: Check<"measure-recorded"> = (state, { body }) => {
  const run = findRun(state, body.run);
  if (isProblem(run)) return run;
  const protocol = protocolOf(run.test);
  const measured = protocol.measures.find(({ id }) => id === measureToday(run, body.measure));
  if (!measured)
    return problem(
      "body › measure",
      phrase`"${body.measure}" is not measured in ${protocol.name}`,
      protocol.measures.length
        ? phrase`Use one of: ${protocol.measures.map(({ id }) => id).join(", ")}.`
        : "Leave it out.",
    );
  if (body.value === null) return null;
  const [low, high] = measured.range;
  if (body.value < low || body.value > high)
    return problem(
      "body › value",
      phrase`${body.value} is out of range for ${measured.label.toLowerCase()}`,
      phrase`Use a value from ${low} to ${high} ${measured.unit}.`,
    );
  const not = body.how ? notMeasuredBy(run.test, measured.id, body.how.device) : null;
  if (not) return problem("body › how", phrase`is no way to measure ${measured.label.toLowerCase()} here`, not);
  return orderProblem(protocol.measures, run, measured, body.value);
};

/** What they say fits what the stage asks: four answers, or what letting go did. */
export const reported: Check<"answer-reported"> = (state, { body }) => {
  const { run, problem: wrong } = onRunStage(state, body.run, body.stage);
  if (!run) return wrong;
  const id = stageToday(run, body.stage);
  const stage = protocolOf(run.test).stages.find((one) => one.id === id);
  const kind = stage ? kindOf(stage) : "observe";
  const asks: readonly string[] =
    kind === "provoke" ? RESPONSES : kind === "release" || kind === "relief" ? EFFECTS : [];
  if (asks.includes(body.says)) return null;
  return problem(
    "body › says",
    phrase`"${body.says}" is nothing that is said of this stage`,
    asks.length ? phrase`Use one of: ${asks.join(", ")}.` : "Leave it out: this stage is seen, not felt.",
  );
};

export const signNoted: Check<"sign-recorded"> = (state, { body }) => {
  const run = findRun(state, body.run);
  if (isProblem(run)) return run;
  const protocol = protocolOf(run.test);
  const [signId, option] = signToday(run, body.sign, body.option);
  const sign = protocol.signs.find(({ id }) => id === signId);
  if (!sign) return problem("body › sign", phrase`"${body.sign}" is not noted in ${protocol.name}`, "Leave it out.");
  return option === null || sign.options.some(({ id }) => id === option)
    ? null
    : problem(
        "body › option",
        phrase`"${body.option}" is not an option of ${sign.label.toLowerCase()}`,
        phrase`Use one of: ${sign.options.map(({ id }) => id).join(", ")}.`,
      );
};
