import { type Protocol, protocolOf, type Stage, stagesOf, type Variant } from "../knowledge";
import {
  type EventDraft,
  type ExamState,
  isAnswered,
  isLike,
  kindOf,
  type Ladder,
  ladderOf,
  newRun,
  type Run,
  runsNow,
  type StageRecord,
  withAnswer,
  techniquesSoFar,
} from "../record";
import { type Block, blocksOn, type Guard } from "../safety";
import { RECORD_VERSION, otherSide, type Place, placeParts, type Response, type Side } from "../vocabulary";

/** A test of the sheet, on the side it is done on. */
export type TestOnSide = { readonly protocol: Protocol; readonly side: Side | null };

const brought = (record: StageRecord | null | undefined): boolean =>
  record?.response === "familiar" || record?.response === "other";

/** The stages a run will have, the first of them here. */
const comingRungs = (protocol: Protocol, preset: Variant): Ladder["rungs"] =>
  stagesOf(protocol, preset)
    .filter((stage) => kindOf(stage) !== "release" && !stage.due)
    .map((stage, index) => ({ stage, status: index === 0 ? "here" : "to come", record: null }));

/**
 * Where the test stands in a state: its last run since the last technique, its
 * ladder, and the stage that is asked about. A run from before a technique is
 * kept as it was: what is answered now belongs to a new one.
 */
export function runPosition(state: ExamState, { protocol, side }: TestOnSide, preset: Variant) {
  const test = protocol.id;
  const lastRun = (testedSide: Side | null) => runsNow(state, { test, side: testedSide }).at(-1) ?? null;
  const run = lastRun(side);
  const ladder = run && ladderOf(run);
  const rungs = ladder?.rungs ?? [];
  const feltStage = rungs.findLast(({ record }) => brought(record))?.stage ?? null;
  const feltRecord = feltStage ? (run?.stages[feltStage.id] ?? null) : null;
  const needsPlace = feltRecord?.response === "familiar" && feltRecord.places.length === 0;
  const answered = run && rungs.findLast(({ stage }) => isAnswered(stage, run));
  const stage =
    (needsPlace ? feltStage : null) ??
    ladder?.here ??
    answered?.stage ??
    stagesOf(protocol, run?.variant ?? preset, run?.v)[0]!;
  const otherRun = side ? lastRun(otherSide(side)) : null;
  return {
    run,
    /** The run before the last technique, which this one is compared with. */
    before:
      state.runs.findLast(
        (earlier) =>
          earlier.test === test && earlier.side === side && earlier.techniquesBefore < techniquesSoFar(state, test),
      ) ?? null,
    ladder,
    rungs: ladder ? rungs : comingRungs(protocol, preset),
    stage,
    record: run?.stages[stage.id] ?? null,
    feltStage,
    feltRecord,
    otherRun,
    likeRun: otherRun && run && !isLike(run, otherRun) ? null : otherRun,
  };
}

export type RunPosition = ReturnType<typeof runPosition>;

/**
 * What stands in the way of answering a stage: the blocks on it that no reason
 * has lifted. What is answered already can be corrected.
 *
 * @param run the run in hand, or null before it begins
 * @example stageBlocks(assessGuard(state), stage, { protocol: protocolOf("thigh-thrust"), side: "right" }, null).map(({ reason }) => reason)
 */
export const stageBlocks = (
  guard: Guard,
  stage: Stage,
  { protocol, side }: TestOnSide,
  run: Run | null,
): readonly Block[] => (run && isAnswered(stage, run) ? [] : blocksOn(guard, stage, protocol.id, side));

const mirrored = (place: Place): Place => {
  const { site, side } = placeParts(place);
  return side === "central" ? place : (`${site}.${otherSide(side)}` as Place);
};

/** One answer to a stage, in the form its kind takes. */
export function answerDraft(stage: Stage, run: string, answer: string): EventDraft {
  return kindOf(stage) === "provoke"
    ? { type: "response-recorded", body: { run, stage: stage.id, response: answer as Response } }
    : { type: "answer-recorded", body: { run, stage: stage.id, answer } };
}

/** The ordinary answer of a stage; null where a number is read. */
function ordinaryAnswer(stage: Stage): string | null {
  switch (kindOf(stage)) {
    case "provoke":
      return "nothing";
    case "observe":
      return stage.options![0]!.id;
    case "relief":
    case "release":
      return "unchanged";
    case "measure":
      return null;
  }
}

/**
 * All clear: the ordinary answer of each stage that still waits for one, and of
 * those that such an answer makes due; numbers are left to be read.
 *
 * @param id the run they belong to
 */
export function clearDrafts({ run }: RunPosition, variant: Variant, { protocol, side }: TestOnSide, id: string) {
  const drafts: EventDraft[] = [];
  let shown = run ?? newRun({ id, test: protocol.id, side, variant, startedBy: "", at: "", v: RECORD_VERSION });
  const nextOf = (standing: Run) =>
    ladderOf(standing).rungs.find(
      ({ stage, status }) => (status === "here" || status === "to come") && ordinaryAnswer(stage) !== null,
    )?.stage;
  for (let stage = nextOf(shown); stage; stage = nextOf(shown)) {
    const answer = ordinaryAnswer(stage)!;
    drafts.push(answerDraft(stage, id, answer));
    shown = withAnswer(shown, stage, answer);
  }
  return drafts;
}

/** How a run's answers stand on the other side: at which stage, and where they were felt. */
type Turned = { readonly stage: (id: string) => string; readonly place: (place: Place) => Place };

function turnedAnswers(from: Run, id: string, turned: Turned): EventDraft[] {
  const { stages } = protocolOf(from.test);
  return ladderOf(from).rungs.flatMap(({ stage, record }): EventDraft[] => {
    const answer = record?.response ?? record?.answer;
    const there = stages.find((candidate) => candidate.id === turned.stage(stage.id));
    if (!answer || !record || !there) return [];
    return [
      answerDraft(there, id, answer),
      ...(record.places.length || record.intensity !== null
        ? [
            {
              type: "felt-recorded" as const,
              body: {
                run: id,
                stage: there.id,
                places: record.places.map(turned.place),
                intensity: record.intensity,
                reactions: [],
                qualities: [...record.qualities],
              },
            },
          ]
        : []),
    ];
  });
}

/**
 * What a movement to both sides says of the other side: the answers as they
 * were given and felt, each at the stage that it is over there.
 *
 * @param id the other side's run
 * @example atOnceDrafts(fiveTestMetState.runs[0], "a") // []
 */
export function atOnceDrafts(from: Run, id: string): EventDraft[] {
  const { atOnce } = protocolOf(from.test);
  if (atOnce === undefined || atOnce === "each") return [];
  const drafts = turnedAnswers(from, id, {
    stage: (stage) => atOnce.stages[stage] ?? stage,
    place: (place) => place,
  });
  const order = protocolOf(from.test).stages.map((stage) => stage.id);
  const placeOf = ({ body }: EventDraft) => order.indexOf("stage" in body ? String(body.stage) : "");
  return drafts.toSorted((a, b) => placeOf(a) - placeOf(b));
}

/** What was recorded on the other side, as it would be recorded here. */
export function copyDrafts(from: Run, id: string): EventDraft[] {
  const answers = turnedAnswers(from, id, { stage: (stage) => stage, place: mirrored });
  const signs = Object.entries(from.signs).map(([sign, option]): EventDraft => ({
    type: "sign-recorded",
    body: { run: id, sign, option },
  }));
  const measures = Object.entries(from.measures).map(([measure, value]): EventDraft => ({
    type: "measure-recorded",
    body: { run: id, measure, value },
  }));
  return [...answers, ...signs, ...measures];
}
