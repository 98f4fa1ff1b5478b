"use client";

import { Check } from "lucide-react";
import Link from "next/link";
import { NEURO_SCALES, type NeuroKind, ROOT_LEVELS, type RootLevel, UPPER_MOTOR_SIGNS } from "@/core/knowledge";
import { neuroChanges, type RootLevelReading, rootLevels } from "@/core/reading";
import { examRegions, type NeuroFinding } from "@/core/record";
import { type Side, SIDES } from "@/core/vocabulary";
import { DermatomeDrawing } from "../drawing/dermatome-drawing";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { inputClass } from "../primitives/field";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

type Cell = { readonly kind: NeuroKind; readonly level: string; readonly side: Side | null; readonly label: string };

const cellsOf = (level: RootLevel, side: Side): Cell[] => [
  { kind: "power", level: level.id, side, label: `${level.label} power, ${level.power}` },
  ...(level.reflex ? [{ kind: "reflex" as const, level: level.id, side, label: `${level.reflex} reflex` }] : []),
  { kind: "touch", level: level.id, side, label: `${level.label} light touch` },
  { kind: "pin", level: level.id, side, label: `${level.label} pin` },
];

const upperMotorCells = (): Cell[] =>
  UPPER_MOTOR_SIGNS.flatMap(({ id, label, sided }) =>
    (sided ? SIDES : [null]).map((side) => ({ kind: "upper-motor" as const, level: id, side, label })),
  );

const same = (cell: Cell, finding: NeuroFinding) =>
  cell.kind === finding.kind && cell.level === finding.level && cell.side === finding.side;

/** One step of the baseline: ordinary until something else is chosen; what differs stands out. */
function StepSelect({ cell, onKeep }: { cell: Cell; onKeep: (cell: Cell, value: number) => void }) {
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

function Grid({ levels, onKeep }: { levels: readonly RootLevel[]; onKeep: (cell: Cell, value: number) => void }) {
  const kinds = ["power", "reflex", "touch", "pin"] as const;
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[44rem] border-separate border-spacing-x-1 border-spacing-y-0.5 text-sm">
        <thead>
          <tr>
            <th scope="col" className="text-left">
              Level
            </th>
            {SIDES.flatMap((side) =>
              kinds.map((kind) => (
                <th key={`${side} ${kind}`} scope="col" className="text-left font-medium">
                  <span className="flex items-center gap-1">
                    <SideBadge side={side} size="sm" /> {NEURO_SCALES[kind].label.toLowerCase()}
                  </span>
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {levels.map((level) => (
            <tr key={level.id}>
              <th scope="row" className="pr-1 text-left leading-tight">
                {level.label}
                <span className="block text-xs font-normal text-soft">{level.power}</span>
              </th>
              {SIDES.flatMap((side) =>
                kinds.map((kind) => {
                  const cell = cellsOf(level, side).find((candidate) => candidate.kind === kind);
                  return (
                    <td key={`${side} ${kind}`}>
                      {cell ? <StepSelect cell={cell} onKeep={onKeep} /> : <span className="sr-only">none</span>}
                    </td>
                  );
                }),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function LevelReading({ reading }: { reading: RootLevelReading }) {
  return (
    <div data-root-level={`${reading.side} ${reading.level.id}`}>
      <p className="flex items-center gap-2">
        <SideBadge side={reading.side} />
        <span>
          <strong className="text-lg">{reading.level.label}</strong> explains most
          {reading.ruleMet ? "; three of four kinds of sign agree" : ""}
        </span>
      </p>
      <p className="text-sm">Explains: {reading.explains.map(({ label }) => label).join(", ")}.</p>
      {reading.doesNotExplain.length > 0 && (
        <p className="text-sm text-caution">
          Does not explain: {reading.doesNotExplain.map(({ label }) => label).join(", ")}.
        </p>
      )}
    </div>
  );
}

/** Power, reflexes, touch and pin, level by level; recorded also when it is all ordinary. */
export function BaselineScreen() {
  const { exam, state, previous, append } = useExam();
  const regions = examRegions(state);
  const levels = ROOT_LEVELS.filter(({ region }) => regions.has(region));
  const before = (cell: Cell) => previous?.neuro.find((recorded) => same(cell, recorded))?.value;
  const findingOf = (cell: Cell, value: number): NeuroFinding => {
    const last = before(cell);
    return {
      kind: cell.kind,
      level: cell.level,
      side: cell.side,
      value,
      ...(last === undefined ? {} : { before: last }),
    } as NeuroFinding;
  };
  const keep = (cell: Cell, value: number) =>
    void append({ type: "neuro-recorded", body: { findings: [findingOf(cell, value)] } });
  const all = [...levels.flatMap((level) => SIDES.flatMap((side) => cellsOf(level, side))), ...upperMotorCells()];
  const open = all.filter((cell) => !state.neuro.some((finding) => same(cell, finding)));
  const allNormal = () =>
    void append({
      type: "neuro-recorded",
      body: { findings: open.map((cell) => findingOf(cell, NEURO_SCALES[cell.kind].normal)) },
    });
  const readings = rootLevels(state);
  const changes = previous ? neuroChanges(state.neuro, previous.neuro) : [];
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 xl:grid-cols-[1fr_21rem]">
      <Card
        className="min-w-0 self-start"
        heading="Neurological baseline"
        aside={
          <span className="text-sm text-soft">
            {all.length - open.length} of {all.length} recorded
          </span>
        }
      >
        <Grid levels={levels} onKeep={keep} />
        <h3 className="mt-4 font-semibold">Upper motor signs</h3>
        <div className="mt-1 grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
          {UPPER_MOTOR_SIGNS.map((sign) => (
            <div key={sign.id} className="grid grid-cols-[1fr_auto] items-center gap-2 text-sm">
              {sign.label}
              <span className="flex gap-1">
                {upperMotorCells()
                  .filter(({ level }) => level === sign.id)
                  .map((cell) => (
                    <span key={cell.side ?? "none"} className="flex w-28 items-center gap-1">
                      {cell.side && <SideBadge side={cell.side} size="sm" />}
                      <StepSelect cell={cell} onKeep={keep} />
                    </span>
                  ))}
              </span>
            </div>
          ))}
        </div>
        <div className="sticky bottom-0 -mx-4 mt-4 -mb-4 flex flex-wrap gap-3 rounded-b-2xl border-t border-line bg-card p-3">
          {open.length > 0 && (
            <Button look="main" big onClick={allNormal}>
              <Check aria-hidden size={20} />{" "}
              {open.length === all.length ? "All normal" : `The other ${open.length}: normal`}
            </Button>
          )}
          <Button look={open.length ? "plain" : "main"} big asChild>
            <Link href={`/exams/${exam}/run`}>On to the tests</Link>
          </Button>
        </div>
      </Card>
      <aside className="flex flex-col gap-4" aria-label="What it adds up to">
        <Card heading="Root level">
          <DermatomeDrawing readings={readings} />
          <div className="mt-3 flex flex-col gap-3">
            {readings.length === 0 ? (
              <p className="text-soft">Nothing recorded that a root level would explain.</p>
            ) : (
              readings.map((reading) => <LevelReading key={reading.side} reading={reading} />)
            )}
          </div>
        </Card>
        {previous && (
          <Card heading="Since the last visit">
            <p className="text-sm text-soft">{previous.openedAt.slice(0, 10)}</p>
            {changes.length === 0 ? (
              <p>No change in what was recorded both times.</p>
            ) : (
              <ul className="text-sm">
                {changes.map(({ finding, before: was, worse }) => (
                  <li
                    key={`${finding.kind} ${finding.level} ${finding.side}`}
                    className={worse ? "font-semibold text-stop" : ""}
                  >
                    {finding.level.toUpperCase()} {finding.side ?? ""} {NEURO_SCALES[finding.kind].label.toLowerCase()}:{" "}
                    {was} to {finding.value}
                    {worse ? ", worse" : ", better"}
                  </li>
                ))}
              </ul>
            )}
          </Card>
        )}
      </aside>
    </div>
  );
}
