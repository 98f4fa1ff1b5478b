import { type Block, blocksOnTest, type Guard } from "../guard/assess";
import { ladderOf } from "../exam/ladder";
import type { ExamState, Run } from "../exam/state";
import { type Protocol, PROTOCOLS } from "../knowledge/protocols";
import type { Reading } from "../reading/reading";
import { effectiveRuns } from "../reading/interpret";
import { POSITIONS, type Position } from "../vocabulary/examination";
import { placeParts } from "../vocabulary/sites";
import { type Side, SIDES } from "../vocabulary/sides";

export type SheetStep = {
  readonly key: string;
  readonly protocol: Protocol;
  readonly side: Side | null;
  readonly status: "done" | "begun" | "skipped" | "blocked" | "to do";
  readonly run: Run | null;
  readonly blocks: readonly Block[];
  /** Why it was skipped, or why it can be. */
  readonly skippedBecause: string | null;
};

export type SheetBlock = { readonly position: Position; readonly steps: readonly SheetStep[] };

export type RunSheet = {
  readonly blocks: readonly SheetBlock[];
  readonly steps: readonly SheetStep[];
  /** The first step still to do, in order. */
  readonly next: SheetStep | null;
  /** Set once the preferred rule is settled on every painful side: what is left can be skipped, and why. */
  readonly decided: string | null;
};

export const stepKey = (test: string, side: Side | null): string => (side ? `${test}.${side}` : test);

/** The sides the person hurts on; the familiar symptom's first. */
export function painfulSides(state: Pick<ExamState, "areas" | "familiar">): Side[] {
  const areas = state.areas.toSorted(
    (a, b) => Number(b.area === state.familiar?.area) - Number(a.area === state.familiar?.area),
  );
  const sides = areas
    .flatMap((area) => area.places.map((place) => placeParts(place).side))
    .filter((side) => side !== "central");
  return [...new Set(sides)];
}

/** Uninvolved side first; when both hurt, the familiar symptom's side last; left first when nothing is recorded. */
export function sideOrder(state: Pick<ExamState, "areas" | "familiar">): readonly [Side, Side] {
  return painfulSides(state)[0] === "left" ? ["right", "left"] : ["left", "right"];
}

function stepOf(
  protocol: Protocol,
  side: Side | null,
  state: ExamState,
  guard: Guard,
  runs: readonly Run[],
): SheetStep {
  const run = runs.findLast((candidate) => candidate.test === protocol.id && candidate.side === side) ?? null;
  const skip = state.skips.find((candidate) => candidate.test === protocol.id && candidate.side === side);
  const { whole } = blocksOnTest(guard, protocol, state.settings?.dose ?? "steady", side);
  const ladder = run && ladderOf(run);
  const status = ladder?.ended
    ? "done"
    : whole.length
      ? "blocked"
      : skip
        ? "skipped"
        : ladder && Object.keys(run.stages).length
          ? "begun"
          : "to do";
  return {
    key: stepKey(protocol.id, side),
    protocol,
    side,
    status,
    run,
    blocks: whole,
    skippedBecause: skip?.reason ?? null,
  };
}

/** A settled preferred rule, in words, when it is settled on every side that hurts. */
function decidedBecause(state: ExamState, reading: Reading): string | null {
  const sides = painfulSides(state);
  const asked = sides.length ? sides : SIDES;
  const verdicts = asked.map((side) => reading.figured.find((figured) => figured.side === side)?.preferred ?? null);
  if (verdicts.some((verdict) => !verdict?.settled)) return null;
  return verdicts
    .map((verdict) => `${verdict!.rule.label} is decided on the ${verdict!.side}: ${verdict!.verdict}`)
    .join("; ");
}

/**
 * The tests grouped by body position, so that nobody is turned over twice;
 * light before heavy, uninvolved side first.
 *
 * @example runSheet(state, guard, reading).blocks.map((block) => block.position) // ["supine", "side-lying", "prone"]
 */
export function runSheet(state: ExamState, guard: Guard, reading: Reading): RunSheet {
  const sides = sideOrder(state);
  const runs = effectiveRuns(state.runs);
  const blocks = POSITIONS.map((position) => ({
    position,
    steps: PROTOCOLS.filter((protocol) => protocol.position === position).flatMap((protocol) =>
      (protocol.sided ? sides : [null]).map((side) => stepOf(protocol, side, state, guard, runs)),
    ),
  })).filter(({ steps }) => steps.length > 0);
  const steps = blocks.flatMap((block) => block.steps);
  return {
    blocks,
    steps,
    next: steps.find(({ status }) => status === "begun" || status === "to do") ?? null,
    decided: decidedBecause(state, reading),
  };
}
