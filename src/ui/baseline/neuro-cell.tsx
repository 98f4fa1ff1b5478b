"use client";

import { NEURO_SCALES } from "@/core/knowledge";
import { type BaselineCell, isOfCell } from "@/core/reading";
import { useExam } from "../exam/exam-provider";

/** A cell by name, the same from whichever event or press it comes. */
export const cellKey = ({ kind, level, side }: Pick<BaselineCell, "kind" | "level" | "side">): string =>
  `${kind} ${level} ${side ?? ""}`;

/** How a step reads in a small cell. */
const SHORT_STEPS: Readonly<Record<string, string>> = {
  reduced: "less",
  absent: "none",
  heightened: "more",
  present: "yes",
  "not normal": "not",
};

type NeuroCellProps = {
  cell: BaselineCell;
  selected: boolean;
  /** Its place among the others, for the arrow keys. */
  at: string;
  inTabOrder: boolean;
  /** At a later visit: never taken for ordinary with the rest. */
  isAskedAgain?: boolean;
  onSelect: () => void;
  onKey: (event: React.KeyboardEvent) => void;
};

/** One sign at one level on one side: not examined, ordinary, or what it is. */
export function NeuroCell({ cell, selected, at, inTabOrder, isAskedAgain = false, onSelect, onKey }: NeuroCellProps) {
  const { state, previous } = useExam();
  const { normal, steps } = NEURO_SCALES[cell.kind];
  const value = state.neuro.find((finding) => isOfCell(cell, finding))?.value;
  const before = previous?.neuro.find((finding) => isOfCell(cell, finding))?.value;
  const said =
    value === undefined ? "not examined" : (steps.find((step) => step.value === value)?.label ?? String(value));
  const odd = value !== undefined && value !== normal;
  const changed = value !== undefined && before !== undefined && before !== value;
  return (
    <button
      type="button"
      data-neuro={cellKey(cell)}
      data-at={at}
      data-value={value ?? ""}
      tabIndex={inTabOrder ? 0 : -1}
      aria-pressed={selected}
      onClick={onSelect}
      onFocus={onSelect}
      onKeyDown={onKey}
      className={`min-h-11 min-w-11 grow rounded-lg border px-1 leading-none ${selected ? "outline-3 outline-lantern" : ""} ${odd ? "border-2 border-stop bg-stop-well font-bold text-stop" : value === undefined ? `border-dashed border-edge ${isAskedAgain ? "border-2 font-bold text-ink" : "text-soft"}` : "border-line bg-card"}`}
    >
      <span className="sr-only">
        {`${cell.label}${cell.side ? `, ${cell.side}` : ""}: ${said}${value === undefined && isAskedAgain ? ", asked one by one" : ""}${changed ? `, was ${before}` : ""}`}
      </span>
      <span aria-hidden>
        {value === undefined ? (isAskedAgain ? "?" : "·") : odd ? (SHORT_STEPS[said] ?? said) : "✓"}
        {changed && <span className="block pt-0.5 text-[0.65rem] font-normal">was {before}</span>}
      </span>
    </button>
  );
}
