import { anewStands, unfinishedRun } from "../admission";
import { type Protocol, protocolOf, type TestId } from "../knowledge";
import { type ChosenRules, isEarned, sourceKey } from "../reading";
import {
  DECLINED,
  effectiveRuns,
  type ExamState,
  ladderOf,
  type Run,
  schoolIn,
  settingsOf,
  sheetTests,
  soreness,
  variantFor,
} from "../record";
import { type Block, blocksOnTest, type Guard } from "../safety";
import { placeParts, type Position, POSITIONS, runKey, type Side, SIDES } from "../vocabulary";
import { barredBy } from "./barred";
import { isCrossed } from "./crossed";
import { neurologyStop, placeOfStop, type PlanStop } from "./neurology-stop";
import { raisedQuestions } from "./questions";

export type SheetStep = {
  readonly key: string;
  readonly protocol: Protocol;
  readonly side: Side | null;
  /** later: postponed, with a reason; not earned: an earlier test has not called for it; not needed: what it was planned for is settled. */
  readonly status: "done" | "begun" | "skipped" | "blocked" | "later" | "not earned" | "not needed" | "to do";
  readonly run: Run | null;
  readonly blocks: readonly Block[];
  /** Why it was skipped, postponed, or is not offered yet. */
  readonly because: string | null;
};

export type SheetBlock = {
  readonly position: Position;
  /** Tests that come before all others, and why. */
  readonly first: string | null;
  /** What the plan looks at here before the first test. */
  readonly stop: PlanStop | null;
  readonly steps: readonly SheetStep[];
};

export type RunSheet = {
  readonly blocks: readonly SheetBlock[];
  readonly steps: readonly SheetStep[];
  /** The test that is unfinished, else the first step still to do, in order. */
  readonly next: SheetStep | null;
  /** How often the person changes position for what is still to do. */
  readonly turns: number;
  /** Set once the preferred rule is settled on every painful side: what is left can be skipped, and why. */
  readonly decided: string | null;
};

/** Where it hurts, the familiar symptom's places first. */
export const partsThatHurt = ({ areas, familiar }: Pick<ExamState, "areas" | "familiar">) =>
  areas
    .toSorted((a, b) => Number(b.area === familiar?.area) - Number(a.area === familiar?.area))
    .flatMap(({ places }) => places.map(placeParts));

/** The sides the person hurts on; the familiar symptom's first. */
export function painfulSides(state: Pick<ExamState, "areas" | "familiar">): Side[] {
  const sides = partsThatHurt(state)
    .map(({ side }) => side)
    .filter((side) => side !== "central");
  return [...new Set(sides)];
}

/**
 * Uninvolved side first; when both hurt, the less sore one, of equals the one that
 * is not the familiar symptom's; left first when nothing is recorded.
 *
 * @example sideOrder(fiveTestMetState) // ["left", "right"]
 */
export function sideOrder(state: Pick<ExamState, "areas" | "familiar">): readonly [Side, Side] {
  const [first, second] = painfulSides(state);
  const [right, left] = [soreness(state.areas, "right"), soreness(state.areas, "left")];
  if (second !== undefined && right !== null && left !== null && right !== left)
    return right < left ? ["right", "left"] : ["left", "right"];
  return first === "left" ? ["right", "left"] : ["left", "right"];
}

/** Why a test is left out of this visit by what was said before it; null: nothing speaks against it. */
const notToday = (state: ExamState, protocol: Protocol, side: Side | null): string | null =>
  anewStands(state, protocol.id)?.is === "declined" ? DECLINED : barredBy(state, protocol, side);

function stepOf(
  protocol: Protocol,
  side: Side | null,
  state: ExamState,
  guard: Guard,
  runs: readonly Run[],
): SheetStep {
  const settings = settingsOf(state);
  const isThis = (candidate: { test: string; side: Side | null }) =>
    candidate.test === protocol.id && candidate.side === side;
  const run = runs.findLast(isThis) ?? null;
  const skip = state.skips.find(isThis);
  const later = state.postponed.find(isThis);
  const not = skip?.reason ?? notToday(state, protocol, side);
  const { whole } = blocksOnTest(guard, protocol, run?.variant ?? variantFor(protocol, settings), side);
  const ladder = run && ladderOf(run);
  const begun = ladder && (Object.keys(run.stages).length > 0 || Object.keys(run.measures).length > 0);
  const status = ladder?.ended
    ? "done"
    : whole.length
      ? "blocked"
      : not !== null
        ? "skipped"
        : begun
          ? "begun"
          : !isEarned(protocol, side, runs, settings)
            ? "not earned"
            : later
              ? "later"
              : "to do";
  return {
    key: runKey(protocol.id, side),
    protocol,
    side,
    status,
    run,
    blocks: whole,
    because: not ?? (status === "not earned" ? (protocol.earned?.otherwise ?? null) : (later?.reason ?? null)),
  };
}

/** A settled preferred rule, in words, when it is settled on every side that hurts. */
function decidedBecause(state: ExamState, rules: ChosenRules): string | null {
  const sides = painfulSides(state);
  const asked = sides.length ? sides : SIDES;
  const verdicts = asked.map(
    (side) =>
      rules.sources.find((candidate) => candidate.source === "sacroiliac" && candidate.side === side)?.preferred ??
      null,
  );
  if (verdicts.some((verdict) => !verdict?.settled)) return null;
  return verdicts
    .map((verdict) => `${verdict!.rule.label} is decided on the ${verdict!.side}: ${verdict!.verdict}`)
    .join("; ");
}

/** Where a school wants the seated raise among the seated tests. */
function inPosition(tests: readonly TestId[], position: Position, state: ExamState): TestId[] {
  const here = tests.filter((test) => protocolOf(test).position === position);
  const raise: TestId = "seated-straight-leg-raise";
  if (!here.includes(raise)) return here;
  const others = here.filter((test) => test !== raise);
  const place = state.settings ? schoolIn(state.settings, "seated-raise-place") : "first";
  return place === "last" ? [...others, raise] : [raise, ...others];
}

/** A crossed test is done on the limb without pain; one that was done all the same stays. */
function isOnPainfulSide(protocol: Protocol, side: Side, state: ExamState): boolean {
  const painful = painfulSides(state);
  return (
    isCrossed(protocol) &&
    painful.length === 1 &&
    painful[0] === side &&
    !state.runs.some((run) => run.test === protocol.id && run.side === side)
  );
}

const isOpen = ({ status }: SheetStep): boolean => status === "begun" || status === "to do";

/**
 * The step after one that is still to do, going round once; null when none is.
 *
 * @param key the step one goes on from; none begins at the front
 * @example stepAfter(sheet.steps, "thigh-thrust.right")?.key
 */
export function stepAfter(steps: readonly SheetStep[], key: string | undefined): SheetStep | null {
  const from = steps.findIndex((step) => step.key === key);
  return [...steps.slice(from + 1), ...steps.slice(0, Math.max(from, 0))].find(isOpen) ?? null;
}

/** Why a planned test can change nothing any more; null while it can. */
function notNeeded(settles: readonly (string | undefined)[], chosen: ChosenRules): string | null {
  if (settles.length === 0) return null;
  const rules = settles.map(
    (key) => chosen.sources.find(({ source, side }) => sourceKey(source, side) === key)?.preferred,
  );
  if (!rules.every((rule) => rule?.settled)) return null;
  return `can no longer change: ${rules.map((rule) => `${rule!.rule.label} ${rule!.verdict}`).join("; ")}`;
}

/** The plan's blocks in its order: what stands in one position one after another is one block. */
function planBlocks(
  { plan }: Pick<ExamState, "plan">,
  step: (test: TestId, side: Side | null) => SheetStep,
  before: readonly TestId[],
  rules: ChosenRules,
): SheetBlock[] {
  const blocks: { position: Position; first: null; stop: null; steps: SheetStep[] }[] = [];
  for (const { test, side, settles } of plan?.tests ?? []) {
    if (before.includes(test)) continue;
    const planned = step(test, side);
    const why = planned.status === "to do" ? notNeeded(settles, rules) : null;
    const shown: SheetStep = why === null ? planned : { ...planned, status: "not needed", because: why };
    const { position } = planned.protocol;
    const last = blocks.at(-1);
    if (last?.position === position) last.steps.push(shown);
    else blocks.push({ position, first: null, stop: null, steps: [shown] });
  }
  return blocks;
}

/** The neurological examination stands where a plan has it, as long as nothing of it is done. */
function withStop(state: ExamState, blocks: readonly SheetBlock[]): readonly SheetBlock[] {
  const stop = state.plan && !state.plan.again ? neurologyStop(state) : null;
  const tests = blocks.filter(({ first }) => first === null);
  const at =
    stop &&
    placeOfStop(
      tests.map(({ position }) => position),
      raisedQuestions(state),
    );
  const before = blocks.findIndex(({ first, position }) => first === null && position === at);
  return stop ? blocks.map((block, index) => (index === before ? { ...block, stop } : block)) : blocks;
}

/** How often the body position changes along the steps still to do. */
function countTurns(steps: readonly SheetStep[]): number {
  const positions = steps.filter(isOpen).map(({ protocol }) => protocol.position);
  return positions.filter((position, index) => index > 0 && position !== positions[index - 1]).length;
}

/**
 * The chosen tests: those that come first by the guard, then grouped by body
 * position, so that nobody is turned over twice; uninvolved side first.
 *
 * @param rules what the chosen rules have come to: a whole reading will do, `chosenRules` is enough
 * @example runSheet(state, guard, reading).blocks.map((block) => block.position) // ["supine", "side-lying", "prone"]
 */
export function runSheet(state: ExamState, guard: Guard, rules: ChosenRules): RunSheet {
  const sides = sideOrder(state);
  const runs = effectiveRuns(state.runs);
  const [required] = guard.first;
  const tests = sheetTests(state);
  const stepsOf = (list: readonly TestId[]) =>
    list
      .map(protocolOf)
      .flatMap((protocol) =>
        (protocol.sided ? sides : [null])
          .filter((side) => side === null || !isOnPainfulSide(protocol, side, state))
          .map((side) => stepOf(protocol, side, state, guard, runs)),
      );
  const before = required?.tests ?? [];
  const rest = tests.filter((test) => !before.includes(test));
  const following = state.plan
    ? planBlocks(state, (test, side) => stepOf(protocolOf(test), side, state, guard, runs), before, rules)
    : POSITIONS.map((position) => ({
        position,
        first: null,
        stop: null,
        steps: stepsOf(inPosition(rest, position, state)),
      }));
  const first = { position: "seated" as const, stop: null, steps: stepsOf(before) };
  const blocks = withStop(
    state,
    [...(required ? [{ ...first, first: required.text }] : []), ...following].filter(({ steps }) => steps.length > 0),
  );
  const steps = blocks.flatMap((block) => block.steps);
  const open = unfinishedRun(state);
  return {
    blocks,
    steps,
    next: steps.find(({ run }) => run !== null && run.id === open?.run.id) ?? steps.find(isOpen) ?? null,
    turns: countTurns(steps),
    decided: decidedBecause(state, rules),
  };
}
