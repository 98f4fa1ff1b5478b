import { sourceKey } from "../reading";
import type { EventDraft, ExamState } from "../record";
import { runKey } from "../vocabulary";
import { type ExamPlan, type PlanEdits, USUAL_BUDGET } from "./plan-types";

/** A plan as it is changed by hand, followed, and kept. */

/**
 * The plan as it is followed and kept.
 *
 * @example planDraft(planExam(calfAndFootState), {}).type // "plan-set"
 */
export function planDraft(
  plan: ExamPlan,
  edits: PlanEdits,
  { runs = [], plan: followed = null }: Partial<Pick<ExamState, "runs" | "plan">> = {},
): EventDraft & { readonly type: "plan-set" } {
  /** What is done stays where it was done. */
  const done = [...new Map(runs.map(({ test, side }) => [`${test} ${side}`, { test, side, settles: [] }])).values()];
  const settles = (key: string) =>
    plan.questions
      .filter(({ by, tests }) => by === "rule" && tests.includes(key))
      .map(({ source, side }) => sourceKey(source, side));
  const isOnlyFor = (key: string) =>
    plan.questions.filter(({ tests }) => tests.includes(key)).every(({ by }) => by === "rule");
  /** What fell away since its rule is settled stays where it was, struck: it says why, and can be done all the same. */
  const inPlan = new Set([
    ...done.map(({ test, side }) => runKey(test, side)),
    ...plan.blocks.flatMap(({ tests }) => tests.map(({ key }) => key)),
  ]);
  const isSettled = (source: string | undefined) =>
    plan.questions.some(
      (one) => sourceKey(one.source, one.side) === source && one.by !== "rule" && one.by !== "left out",
    );
  const fallen = (followed?.tests ?? []).filter(
    ({ test, side, settles: sources }) =>
      sources.length > 0 && sources.every(isSettled) && !inPlan.has(runKey(test, side)),
  );
  return {
    type: "plan-set",
    body: {
      tests: [
        ...done,
        ...fallen,
        ...plan.blocks.flatMap(({ tests }) =>
          tests.map(({ key, test, side }) => ({ test, side, settles: isOnlyFor(key) ? settles(key) : [] })),
        ),
      ],
      edits: {
        without: [...(edits.without ?? [])],
        added: [...(edits.added ?? [])],
        ...(edits.held?.length ? { held: [...edits.held] } : {}),
        first: edits.first ?? null,
        burden: edits.budget?.burden ?? USUAL_BUDGET.burden,
        minutes: edits.budget?.minutes ?? USUAL_BUDGET.minutes,
      },
    },
  };
}

/**
 * What the practitioner changed in the plan that is followed; nothing where none is.
 *
 * @example editsOf({ plan: null }) // {}
 */
export const editsOf = ({ plan }: Pick<ExamState, "plan">): PlanEdits =>
  plan
    ? {
        without: plan.edits.without.filter((test) => test !== undefined),
        added: plan.edits.added.filter((test) => test !== undefined),
        ...(plan.edits.held ? { held: plan.edits.held.filter((test) => test !== undefined) } : {}),
        first: plan.edits.first ?? undefined,
        budget: { burden: plan.edits.burden, minutes: plan.edits.minutes },
      }
    : {};
