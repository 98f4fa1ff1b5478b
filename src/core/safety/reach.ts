import {
  type GuardQuestion,
  loadsOfTechnique,
  NEVER_ON_THE_NECK,
  type Protocol,
  protocolOf,
  type Stage,
  type StageLoad,
  stagesOf,
  type TestId,
  type Variant,
} from "../knowledge";
import { ageAtExam, type ExamState, kindOf } from "../record";
import { ADULT_AGE } from "../measurement";
import { otherSide, type Side, type Technique, type TechniqueRegion } from "../vocabulary";
import { questionsForLoads } from "./asked";
import type { Block, Caution, Guard } from "./assess";
import { findingsOf } from "./findings";

/** Answers that no block follows from by themselves. */
const HARMLESS: ReadonlySet<string> = new Set(["no", "recent", "present", "able"]);

/** Whether anything can have put a block in force. */
export const canBlock = (state: ExamState): boolean =>
  state.neuro.length > 0 ||
  state.vitals.length > 0 ||
  (ageAtExam(state) ?? ADULT_AGE) < ADULT_AGE ||
  findingsOf(state).has("tingling in both hands") ||
  state.shortExam !== null ||
  state.runs.some(({ test }) => protocolOf(test).aftermath !== undefined) ||
  Object.entries(state.guardAnswers).some(
    ([question, answer]) => !HARMLESS.has(answer) || (question === "neck-injury" && answer !== "no"),
  );

/**
 * Does the load fall on what the block protects? A block on one side reaches
 * loads on that side's limb; a test without sides takes both limbs.
 */
function reaches(block: Block, { load, on }: StageLoad, tested: Side | null): boolean {
  if (block.loads !== "all" && !block.loads.includes(load)) return false;
  if (block.on === "person" || (on !== "person" && !tested)) return true;
  if (on === "person" || !tested) return false;
  const side = on === "tested side" ? tested : otherSide(tested);
  return block.on === `${side} side`;
}

/** Whether a documented reason was given against a block, for this test or for the whole region. */
export const isOverridden = ({ overridden }: Pick<Block, "overridden">, test: TestId): boolean =>
  overridden.some((given) => given.test === null || given.test === test);

/**
 * For which tests a block was overridden, and why, in words.
 *
 * @example overriddenText({ overridden: [] }) // ""
 */
export const overriddenText = ({ overridden }: Pick<Block, "overridden">): string =>
  overridden
    .map(
      ({ test, forRegion, reason }) =>
        `Overridden${test ? ` for ${protocolOf(test).name}` : forRegion ? " for the region" : ""}: ${reason}`,
    )
    .join(" · ");

const NONE: readonly Block[] = [];

/** The blocks in force on a stage of a test when it is done on `side`; those overridden for the test no longer are. */
export const blocksOn = (guard: Guard, stage: Stage, test: TestId, side: Side | null): readonly Block[] =>
  guard.blocks.length === 0
    ? NONE
    : guard.blocks.filter(
        (block) => !isOverridden(block, test) && stage.loads.some((load) => reaches(block, load, side)),
      );

/**
 * The questions that a technique's loads call for and that nobody has answered.
 *
 * @example unaskedByTechnique(openedState, assessGuard(openedState), { kind: "exercise", region: "arm", side: null }, 3).length > 0
 */
export const unaskedByTechnique = (
  state: ExamState,
  { answers }: Pick<Guard, "answers">,
  { kind, region }: TechniqueAt,
  v: number,
): readonly GuardQuestion[] =>
  questionsForLoads(
    state,
    loadsOfTechnique(kind, region).map(({ load }) => load),
    v,
  ).filter(({ id }) => answers[id] === undefined);

/** The cautions that concern what is loaded: a stage, or a technique. */
export const cautionsOn = (guard: Guard, loaded: Pick<Stage, "loads">): readonly Caution[] =>
  guard.cautions.filter(({ loads }) => loads === "all" || loaded.loads.some(({ load }) => loads.includes(load)));

/** A technique, as far as the guard asks of it. */
export type TechniqueAt = { readonly kind: Technique; readonly region: TechniqueRegion; readonly side: Side | null };

const isNever = ({ kind, region }: TechniqueAt, { id }: Block): boolean =>
  region === "neck" &&
  NEVER_ON_THE_NECK.kinds.has(kind) &&
  (NEVER_ON_THE_NECK.after.has(id.split(".", 1)[0]!) || NEVER_ON_THE_NECK.afterBaseline.has(id));

/**
 * The blocks that reach a technique. What was typed against one for a test does
 * not count here: a technique has its own reason, and after signs of cord or
 * artery a thrust or a pull on the neck has none.
 *
 * @example blocksOnTechnique(guard, { kind: "manipulation", region: "neck", side: null }) // []
 */
export const blocksOnTechnique = (guard: Guard, technique: TechniqueAt): readonly Block[] => {
  const loads = loadsOfTechnique(technique.kind, technique.region);
  return guard.blocks
    .filter((block) => loads.some((load) => reaches(block, load, technique.side)))
    .map((block) => (isNever(technique, block) ? { ...block, final: true } : block));
};

/** What a test does besides letting go. */
const isMain = (stage: Stage): boolean => kindOf(stage) !== "release";

/**
 * What stands in a test's way: blocks on every stage that provokes, measures or
 * observes make it impossible; blocks on some of them leave it modified.
 *
 * @example blocksOnTest(assessGuard(state), protocolOf("thigh-thrust"), { dose: "steady" }, "right").whole // []
 */
export function blocksOnTest(
  guard: Guard,
  protocol: Protocol,
  variant: Variant,
  side: Side | null,
): { whole: readonly Block[]; stages: ReadonlyMap<string, readonly Block[]> } {
  if (guard.blocks.length === 0) return { whole: NONE, stages: new Map() };
  const perStage = stagesOf(protocol, variant).map((stage) => ({
    stage,
    blocks: blocksOn(guard, stage, protocol.id, side),
  }));
  const main = perStage.filter(({ stage }) => isMain(stage));
  const stages = new Map(
    perStage.filter(({ blocks }) => blocks.length > 0).map(({ stage, blocks }) => [stage.id, blocks] as const),
  );
  const everyStage = main.every(({ blocks }) => blocks.length > 0);
  return { whole: everyStage ? (main[0]?.blocks ?? []) : [], stages };
}

/** Whether a block reaches any stage of a test, on either side, whatever was typed against it. */
export const isReachedBy = (block: Block, protocol: Protocol): boolean =>
  protocol.stages.some(({ loads, ways = [] }) =>
    [...loads, ...ways.flatMap((way) => way.loads ?? [])].some((load) =>
      (protocol.sided ? (["right", "left"] as const) : [null]).some((side) => reaches(block, load, side)),
    ),
  );
