"use client";

import { protocolOf } from "@/core/knowledge";
import { type ExamPlan, heldBy, heldOrNot, inPlaceOf, otherPosition, type PlanEdits } from "@/core/planning";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import type { Stone } from "./stones";

export type EditProps = {
  plan: ExamPlan;
  stone: Stone | null;
  edits: PlanEdits;
  onEdit: (change: Partial<PlanEdits>) => void;
};

/** Why the chosen test is there, and what can be done with it. */
export function Why({ plan, stone, edits, onEdit }: EditProps) {
  const { state, guard } = useExam();
  if (!stone) return null;
  const { test, name, tells, role } = stone;
  const form = otherPosition(state, guard, test);
  const block = plan.blocks.find(({ tests }) => tests.some((shown) => shown.test === test));
  return (
    <section
      aria-label={`Why ${name}`}
      data-why={test}
      className="rounded-xl border border-edge bg-card px-3 py-2 text-base"
    >
      <p>
        <strong className="text-lg">{name}</strong> {role}
        {stone.sides.length === 1 && protocolOf(test).sided && " · 1 of 2 sides"}
      </p>
      {tells.map((told) => (
        <p key={told}>{told}</p>
      ))}
      <div className="mt-1.5 flex flex-wrap gap-2">
        <Button onClick={() => onEdit({ without: [...(edits.without ?? []), test] })}>
          Not today <KeyHint entry={KEYS.planNot} />
        </Button>
        {form && (
          <Button onClick={() => onEdit(inPlaceOf(edits, test, form))}>
            {protocolOf(form).name} instead <KeyHint entry={KEYS.planOther} />
          </Button>
        )}
        {block && block.tests.length > 1 && (
          <>
            <Button onClick={() => onEdit({ held: heldBy(edits, block, test, -1) })}>
              Earlier <KeyHint entry={KEYS.planUp} />
            </Button>
            <Button onClick={() => onEdit({ held: heldBy(edits, block, test, 1) })}>
              Later <KeyHint entry={KEYS.planDown} />
            </Button>
            <Button
              aria-pressed={edits.held?.includes(test) ?? false}
              onClick={() => onEdit({ held: heldOrNot(edits, block, test) })}
            >
              Hold it here <KeyHint entry={KEYS.planHold} />
            </Button>
          </>
        )}
        {block && (
          <Button onClick={() => onEdit({ first: block.position })} aria-pressed={edits.first === block.position}>
            This position first <KeyHint entry={KEYS.planFirst} />
          </Button>
        )}
      </div>
    </section>
  );
}
