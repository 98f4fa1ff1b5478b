"use client";

import { Check } from "lucide-react";
import { useMemo, useState } from "react";
import { askedAnew, isNeuroGone, NEURO_SCALES, ROOT_LEVELS, type RootLevel } from "@/core/knowledge";
import {
  type BaselineCell,
  type BaselineGroup,
  baselineGroups,
  cellsOneByOne,
  isOfCell,
  levelCells,
  rootLevels,
} from "@/core/reading";
import { examRegions, limbsOf, type NeuroFinding } from "@/core/record";
import { type Position, POSITIONS, type Side, SIDES } from "@/core/vocabulary";
import { NeuroFigure } from "../drawing/neuro-figure";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { AnewCard } from "../exam/anew-card";
import { cellKey, NeuroCell } from "./neuro-cell";

const KINDS = ["power", "reflex", "touch", "pin"] as const;

/** From the midline outwards, as the limbs lie: right to the left of the level, left to its right. */
const KINDS_ON: Record<Side, readonly (typeof KINDS)[number][]> = { right: KINDS.toReversed(), left: KINDS };

/** What the baseline's cells are written with: the finding, the last visit's, and the posture. */
function useFindings(position: Position) {
  const { previous, append } = useExam();
  const findingOf = (cell: BaselineCell, value: number): NeuroFinding => {
    const before = previous?.neuro.find((finding) => isOfCell(cell, finding))?.value;
    return {
      kind: cell.kind,
      level: cell.level,
      side: cell.side,
      value,
      position,
      ...(before === undefined ? {} : { before }),
    } as NeuroFinding;
  };
  return {
    keep: (cell: BaselineCell, value: number) =>
      void append({ type: "neuro-recorded", body: { findings: [findingOf(cell, value)] } }),
    allNormal: (cells: readonly BaselineCell[]) =>
      void append({
        type: "neuro-recorded",
        body: { findings: cells.map((cell) => findingOf(cell, NEURO_SCALES[cell.kind].normal)) },
      }),
  };
}

type Selection = { readonly selected: BaselineCell | null; readonly select: (cell: BaselineCell) => void };
type GridProps = Selection & {
  levels: readonly RootLevel[];
  oneByOne: ReadonlySet<string>;
  keep: (cell: BaselineCell, value: number) => void;
};

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Goes to the next cell that way, past places where there is none. */
function move(from: HTMLElement, [down, right]: readonly [number, number]): void {
  const [row, column] = from.dataset.at!.split(",").map(Number) as [number, number];
  const within = from.closest("[data-neuro-cells]");
  for (let step = 1; step < 16; step++) {
    const next = within?.querySelector<HTMLElement>(`[data-at="${row + down * step},${column + right * step}"]`);
    if (next) return next.focus();
  }
}

/** A digit is its value, a full stop half a step more of power. */
const typedValue = (cell: BaselineCell, key: string, now: number | undefined): number | null => {
  const { steps } = NEURO_SCALES[cell.kind];
  const value = key === "." ? (now ?? NaN) + 0.5 : /^\d$/.test(key) ? Number(key) : NaN;
  return steps.some((step) => step.value === value) ? value : null;
};

function LevelGrid({ levels, selected, select, keep, oneByOne }: GridProps) {
  const { state } = useExam();
  const limbs = limbsOf(state);
  const cellAt = (level: RootLevel, side: Side, kind: string) =>
    levelCells(level, side).find((cell) => cell.kind === kind);
  const first = levels.flatMap((level) => levelCells(level, "right")).find((cell) => !isNeuroGone(limbs, cell));
  const isSelected = (cell: BaselineCell) => selected !== null && cellKey(selected) === cellKey(cell);
  const inGrid = levels.some((level) => SIDES.some((side) => levelCells(level, side).some(isSelected)));
  return (
    <table data-neuro-cells className="w-full table-fixed border-separate border-spacing-1 text-sm">
      <thead>
        <tr>
          {SIDES.map((side) => [
            side === "left" && (
              <th key="level" scope="col" className="w-28">
                Level
              </th>
            ),
            ...KINDS_ON[side].map((kind) => (
              <th key={`${side} ${kind}`} scope="col" className="text-center text-xs font-medium">
                <span className="flex flex-col items-center gap-0.5">
                  <SideBadge side={side} size="sm" /> {kind}
                </span>
              </th>
            )),
          ])}
        </tr>
      </thead>
      <tbody>
        {levels.map((level, row) => (
          <tr key={level.id}>
            {SIDES.map((side, half) => [
              side === "left" && (
                <th key="level" scope="row" className="text-center leading-tight">
                  {level.label}
                  <span className="block text-xs font-normal text-soft">{level.power ?? level.area}</span>
                </th>
              ),
              ...KINDS_ON[side].map((kind, column) => {
                const cell = cellAt(level, side, kind);
                return (
                  <td key={`${side} ${kind}`} className="p-0">
                    {cell && isNeuroGone(limbs, cell) ? (
                      <span className="block text-center text-xs text-soft" data-absent={cellKey(cell)}>
                        absent
                      </span>
                    ) : cell ? (
                      <span className="flex">
                        <NeuroCell
                          cell={cell}
                          selected={isSelected(cell)}
                          at={`${row},${half * 4 + column}`}
                          inTabOrder={inGrid ? isSelected(cell) : cell === first || cellKey(cell) === cellKey(first!)}
                          isAskedAgain={oneByOne.has(cellKey(cell))}
                          onSelect={() => select(cell)}
                          onKey={(event) => {
                            const step = STEPS[event.key];
                            const value = typedValue(
                              cell,
                              event.key,
                              state.neuro.find((finding) => isOfCell(cell, finding))?.value,
                            );
                            if (!step && value === null) return;
                            event.preventDefault();
                            event.stopPropagation();
                            if (step) move(event.currentTarget as HTMLElement, step);
                            else keep(cell, value!);
                          }}
                        />
                      </span>
                    ) : (
                      <span className="sr-only">none</span>
                    )}
                  </td>
                );
              }),
            ])}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The steps of the sign that is pressed. */
function StepBar({ cell, keep }: { cell: BaselineCell | null; keep: (cell: BaselineCell, value: number) => void }) {
  const { state } = useExam();
  if (cell?.level === "s3-s5" && state.askedAnew.saddle !== true)
    return state.askedAnew.saddle === false ? (
      <p className="min-h-11 py-2">They did not agree to it: not examined, and not asked for again today.</p>
    ) : (
      <AnewCard anew={askedAnew("saddle")} />
    );
  if (!cell) return <p className="min-h-11 py-2 text-soft">Press what is not normal, on the figure or in the grid.</p>;
  const value = state.neuro.find((finding) => isOfCell(cell, finding))?.value;
  return (
    <div data-step-bar={cellKey(cell)}>
      <Choice
        label={
          <span className="flex items-center gap-2">
            {cell.side && <SideBadge side={cell.side} size="sm" />} {cell.label}
          </span>
        }
        value={value === undefined ? null : String(value)}
        options={NEURO_SCALES[cell.kind].steps.map((step) => ({ value: String(step.value), label: step.label }))}
        onChoose={(chosen) => keep(cell, Number(chosen))}
      />
    </div>
  );
}

/** Signs without a level: each toggles between ordinary and not. */
function OtherSigns({ group, ...grid }: { group: BaselineGroup } & Omit<GridProps, "levels">) {
  return (
    <div className="grid gap-1.5 sm:grid-cols-2" data-neuro-cells>
      {group.cells.map((cell, row) => (
        <div key={cellKey(cell)} className="flex items-center justify-between gap-2 text-sm">
          <span className="flex items-center gap-1.5">
            {cell.side && <SideBadge side={cell.side} size="sm" />} {cell.label}
          </span>
          <span className="flex w-16 shrink-0">
            <NeuroCell
              cell={cell}
              selected={grid.selected !== null && cellKey(grid.selected) === cellKey(cell)}
              at={`${row},0`}
              inTabOrder
              onSelect={() => grid.select(cell)}
              onKey={(event) => {
                const step = STEPS[event.key];
                if (step) move(event.currentTarget as HTMLElement, step);
                const value = typedValue(cell, event.key, undefined);
                if (value !== null) grid.keep(cell, value);
                if (step || value !== null) event.preventDefault();
              }}
            />
          </span>
        </div>
      ))}
    </div>
  );
}

const GROUP_NAMES = {
  power: "Power",
  reflex: "Reflexes",
  touch: "Light touch",
  pin: "Pin",
  "upper-motor": "Upper motor signs",
  cranial: "Cranial nerves",
} as const;

/** What the press does, or what is left when it has nothing to do. */
function leftOf({ cells, open, recorded }: Pick<BaselineGroup, "cells" | "open" | "recorded">, fill: number): string {
  if (open.length > 0 && fill === 0) return `${open.length} one by one`;
  if (open.length > 0) return recorded > 0 ? "the rest normal" : "all normal";
  return recorded < cells.length ? "done but the saddle" : "done";
}

/** One press for each group: what was examined and is ordinary; what was recorded stays. */
function GroupButtons({
  groups,
  oneByOne,
  allNormal,
}: {
  groups: readonly BaselineGroup[];
  oneByOne: ReadonlySet<string>;
  allNormal: (cells: readonly BaselineCell[]) => void;
}) {
  return (
    <div role="group" aria-label="All normal as examined" className="flex flex-wrap gap-1.5">
      {groups.map(({ kind, cells, open, recorded, odd, absent }) => {
        const fill = open.filter((cell) => !oneByOne.has(cellKey(cell)));
        return (
          <Button
            key={kind}
            data-all-normal={kind}
            disabled={fill.length === 0}
            onClick={() => allNormal(fill)}
            className="px-2.5! text-sm"
          >
            {open.length === 0 ? <Check aria-hidden size={16} /> : null}
            {GROUP_NAMES[kind]}: {leftOf({ cells, open, recorded }, fill.length)}
            <span className="text-xs">
              {recorded}/{cells.length}
              {odd > 0 ? `, ${odd} not` : ""}
              {absent > 0 ? `, ${absent} absent` : ""}
            </span>
          </Button>
        );
      })}
    </div>
  );
}

/**
 * Power, reflexes, touch and pin by level and side: all normal as examined for
 * each group, then what is not. The figure and the grid record the same.
 */
export function BaselinePanel({ position: given }: { position?: Position }) {
  const { state, previous } = useExam();
  const oneByOne = useMemo(() => new Set(cellsOneByOne(state, previous?.neuro ?? []).map(cellKey)), [state, previous]);
  const [selected, select] = useState<BaselineCell | null>(null);
  const [position, setPosition] = useState<Position>(
    given ?? state.neuro.findLast((finding) => finding.position)?.position ?? "seated",
  );
  const { keep, allNormal } = useFindings(position);
  const groups = baselineGroups(state);
  const regions = examRegions(state);
  const readings = rootLevels(state);
  const all = groups.flatMap(({ cells }) => cells);
  const grid = { selected, select, keep, oneByOne };
  const others = groups.filter(({ kind }) => kind === "upper-motor" || kind === "cranial");
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="font-medium">Examined</span>
        <Choice
          label="Examined"
          hideLabel
          value={position as string}
          options={POSITIONS.map((value) => ({ value: value as string, label: value }))}
          onChoose={(value) => setPosition(value as Position)}
        />
        <span className="ms-auto text-sm text-soft" data-recorded>
          {groups.reduce((sum, { recorded }) => sum + recorded, 0)} of {all.length} recorded
        </span>
      </div>
      <GroupButtons groups={groups} oneByOne={oneByOne} allNormal={allNormal} />
      {oneByOne.size > 0 && (
        <p className="text-sm" data-one-by-one={oneByOne.size}>
          Marked <strong>?</strong> is asked one by one: what was not ordinary or not looked at last time, and the
          levels of what hurts.
        </p>
      )}
      {(["neck-arm", "lumbopelvic"] as const)
        .filter((region) => regions.has(region))
        .map((region) => (
          <div key={region} className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
            <NeuroFigure
              region={region}
              neuro={state.neuro}
              readings={readings}
              limbs={limbsOf(state)}
              selected={selected}
              onSelect={(target) => select(all.find((cell) => cellKey(cell) === cellKey(target)) ?? null)}
            />
            <LevelGrid levels={ROOT_LEVELS.filter((level) => level.region === region)} {...grid} />
          </div>
        ))}
      {others.map((group) => (
        <section key={group.kind}>
          <h3 className="mb-1 font-semibold">{GROUP_NAMES[group.kind]}</h3>
          <OtherSigns group={group} {...grid} />
        </section>
      ))}
      <div className="sticky bottom-0 z-10 rounded-xl border border-edge bg-card p-2">
        <StepBar cell={selected} keep={keep} />
      </div>
    </div>
  );
}
