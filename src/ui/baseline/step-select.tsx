"use client";

import {
  CRANIAL_ITEMS,
  kindsAt,
  NEURO_SCALES,
  type NeuroKind,
  type RootLevel,
  UPPER_MOTOR_SIGNS,
} from "@/core/knowledge";
import type { NeuroFinding } from "@/core/record";
import { type Side, SIDES } from "@/core/vocabulary";
import { inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

export type Cell = {
  readonly kind: NeuroKind;
  readonly level: string;
  readonly side: Side | null;
  readonly label: string;
};

const CELL_LABELS = {
  power: ({ label, power }: RootLevel) => `${label} power, ${power}`,
  reflex: ({ reflex }: RootLevel) => `${reflex} reflex`,
  touch: ({ label, area }: RootLevel) => `${area ? `${label} ${area}` : label} light touch`,
  pin: ({ label, area }: RootLevel) => `${area ? `${label} ${area}` : label} pin`,
};

export const cellsOf = (level: RootLevel, side: Side): Cell[] =>
  kindsAt(level).map((kind) => ({ kind, level: level.id, side, label: CELL_LABELS[kind](level) }));

export const upperMotorCells = (): Cell[] =>
  UPPER_MOTOR_SIGNS.flatMap(({ id, label, sided }) =>
    (sided ? SIDES : [null]).map((side) => ({ kind: "upper-motor" as const, level: id, side, label })),
  );

/** A short look at the cranial nerves, ordinary by exception. */
export const cranialCells = (): Cell[] =>
  CRANIAL_ITEMS.map(({ id, label }) => ({ kind: "cranial", level: id, side: null, label }));

export const same = (cell: Cell, finding: NeuroFinding) =>
  cell.kind === finding.kind && cell.level === finding.level && cell.side === finding.side;

/** One step of the baseline: ordinary until something else is chosen; what differs stands out. */
export function StepSelect({ cell, onKeep }: { cell: Cell; onKeep: (cell: Cell, value: number) => void }) {
  const { state, previous } = useExam();
  const scale = NEURO_SCALES[cell.kind];
  const finding = state.neuro.find((recorded) => same(cell, recorded));
  const before = previous?.neuro.find((recorded) => same(cell, recorded))?.value;
  const odd = finding !== undefined && finding.value !== scale.normal;
  const changed = finding !== undefined && before !== undefined && before !== finding.value;
  const name = `${cell.label}${cell.side ? `, ${cell.side}` : ""}`;
  return (
    <span className="flex flex-col">
      <select
        aria-label={name}
        data-neuro={`${cell.kind} ${cell.level} ${cell.side ?? ""}`}
        className={`${inputClass} w-full! min-w-0 px-1! ${odd ? "border-2! border-stop! font-bold" : finding ? "" : "text-soft"}`}
        value={finding === undefined ? "" : String(finding.value)}
        onChange={(event) => event.target.value !== "" && onKeep(cell, Number(event.target.value))}
      >
        <option value="">–</option>
        {scale.steps.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      {changed && <span className="text-xs whitespace-nowrap text-caution">was {before}</span>}
    </span>
  );
}
