import { choices, closedAs, distinctListOf, name, oneOf, oneOfOrNone, orNone, text, uuid } from "../../base";
import { partsUsed, protocolOf, TEST_IDS, type TestId } from "../../knowledge";
import { limbOf, type Side, SIDES, STOP_REASONS, unfeltLimb } from "../../vocabulary";
import { type Draft, kind, versionOfEvent } from "../envelope";
import type { KnownIds } from "../known-ids";
import { changeRun, changeStage, newRun, REPEAT_REASONS, type RepeatReason, type Run, type RunsDraft } from "../runs";
import { soreOnBothSides } from "../sore-sides";
import { upsert } from "../upsert";
import type { ComplaintState } from "./complaint";
import type { PlanState } from "./plan";
import { techniquesSoFar, type Treatments } from "./technique";
import { limbsOf, type VisitState } from "./visit";

/** Which tests are done, begun, stopped, left out or put off. */

/** Left out because they did not want it: for the rest of the visit it is not asked for again. */
export const DECLINED = "they do not want it";

const sideOrNone = () => oneOfOrNone(SIDES);

export type RunStartedBody = {
  run: string;
  test: TestId;
  side: Side | null;
  /** Option by school, and which side lies up. */
  variant: Record<string, string>;
  standing?: "right" | "left" | undefined;
  /** Why it is repeated. */
  again?: RepeatReason | undefined;
};
const started = closedAs<RunStartedBody>({
  run: uuid(),
  test: oneOf(TEST_IDS),
  side: sideOrNone(),
  variant: choices(),
  standing: oneOf(["right", "left"]).optional(),
  again: oneOf(REPEAT_REASONS).optional(),
});

export type RunStoppedBody = {
  run: string | null;
  reason: (typeof STOP_REASONS)[number];
  note: string;
};
const stopped = closedAs<RunStoppedBody>({
  run: orNone(uuid(), "the run's id"),
  reason: oneOf(STOP_REASONS),
  note: text(600),
});
export type LeftOut = {
  test: TestId;
  side: Side | null;
  reason: string;
};
const leftOut = closedAs<LeftOut>({ test: oneOf(TEST_IDS), side: sideOrNone(), reason: text(300, 1) });
export type SheetSetBody = {
  label: string;
  tests: TestId[];
  reason: string;
};
const sheet = closedAs<SheetSetBody>({ label: text(80, 1), tests: distinctListOf(TEST_IDS), reason: text(300) });

export type RunState = {
  readonly runs: readonly Run[];
  readonly skips: readonly (LeftOut & { event: string })[];
  readonly stops: readonly (RunStoppedBody & { event: string })[];
  /** The tests chosen for this exam and their order; null: the region's usual sheet. */
  sheet: SheetSetBody | null;
  readonly postponed: readonly LeftOut[];
};

export const noRuns: RunState = { runs: [], skips: [], stops: [], sheet: null, postponed: [] };

type RunDraft = Draft<RunState> & RunsDraft;
/** A run keeps the rest rating of its posture, else the last, and the techniques there were when it began. */
type StartDraft = RunDraft &
  Pick<ComplaintState, "rest" | "restIn" | "areas" | "familiar"> &
  Pick<VisitState, "visit"> &
  Treatments & { runIds: KnownIds };
/** Most reasons to stop ask the guard again. */
type StopDraft = RunDraft & { guardRound: number };

/** The first version whose runs know whether both sides were sore. */
const KNOWS_BOTH_SORE = 3;

const sameTest =
  (body: { readonly test: string; readonly side: string | null }) =>
  ({ test, side }: { readonly test: string; readonly side: string | null }) =>
    test === body.test && side === body.side;

/** Where each symptom is, by its area; the first one under no name. */
const drawnAt = ({ areas, familiar }: Pick<ComplaintState, "areas" | "familiar">): Run["drawn"] => {
  const placesOf = (area: string | undefined) => areas.find((drawn) => drawn.area === area)?.places ?? [];
  return { "": placesOf(familiar?.area), ...Object.fromEntries(areas.map(({ area, places }) => [area, places])) };
};

/** What of the body matters to a test as it begins: of most people nothing. */
function bodyAt(
  state: Pick<VisitState, "visit">,
  test: TestId,
  side: Side | null,
): Partial<Pick<Run, "isUnfelt" | "limbs" | "inChair">> {
  const limbs = limbsOf(state);
  const isInChair = state.visit?.chair === "none";
  if (limbs.length === 0 && !isInChair) return {};
  const protocol = protocolOf(test);
  const used = partsUsed(protocol, side);
  const taken = new Set(used.map(({ part }) => limbOf(part)));
  return {
    isUnfelt: used.some(({ part, side: where }) => unfeltLimb(limbs, part, where)),
    limbs: limbs.filter(({ part }) => taken.has(limbOf(part))),
    inChair: isInChair && protocol.position === "seated" && used.some(({ part }) => part === "lower-leg"),
  };
}

export type StageSkippedBody = {
  run: string;
  stage: string;
  reason: string;
};
export type RunCountedBody = {
  run: string;
};

export const run = {
  "run-started": kind(started, (draft: StartDraft, event) => {
    const { id, at, body } = event;
    draft.runIds = draft.runIds.with(body.run);
    draft.runs.push(
      newRun({
        id: body.run,
        test: body.test,
        side: body.side,
        variant: body.variant,
        startedBy: id,
        at,
        v: versionOfEvent(event),
        rest: draft.restIn[protocolOf(body.test).position] ?? draft.rest,
        techniquesBefore: techniquesSoFar(draft, body.test),
        drawn: drawnAt(draft),
        bothSore: versionOfEvent(event) >= KNOWS_BOTH_SORE && soreOnBothSides(draft.areas, body.test),
        isUnreliable: draft.visit?.reports === "not reliably",
        ...bodyAt(draft, body.test, body.side),
        again: body.again ?? null,
      }),
    );
    draft.skips = draft.skips.filter((skip) => !sameTest(body)(skip));
    draft.postponed = draft.postponed.filter((later) => !sameTest(body)(later));
  }),
  "stage-skipped": kind(
    closedAs<StageSkippedBody>({ run: uuid(), stage: name(), reason: text(300, 1) }),
    (draft: RunDraft, { body }) => changeStage(draft, body.run, body.stage, { skipped: body.reason }),
  ),
  "run-stopped": kind(stopped, (draft: StopDraft, { id, body }) => {
    draft.stops.push({ ...body, event: id });
    if (body.run !== null) changeRun(draft, body.run, () => ({ stopped: { reason: body.reason, note: body.note } }));
    if (body.reason !== "other") draft.guardRound += 1;
  }),
  /** A test first done after treatment began is added to the reading by hand. */
  "run-counted": kind(closedAs<RunCountedBody>({ run: uuid() }), (draft: RunDraft, { body }) =>
    changeRun(draft, body.run, () => ({ isCounted: true })),
  ),
  "test-skipped": kind(leftOut, (draft: RunDraft, { id, body }) =>
    upsert(draft.skips, sameTest(body), { ...body, event: id }),
  ),
  "test-postponed": kind(leftOut, (draft: RunDraft, { body }) => upsert(draft.postponed, sameTest(body), body)),
  /** A fixed sheet in place of a plan. */
  "sheet-set": kind(sheet, (draft: RunDraft & Draft<PlanState>, { body }) => {
    draft.sheet = body;
    draft.plan = null;
  }),
};
