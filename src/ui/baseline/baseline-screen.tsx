"use client";

import { Check } from "lucide-react";
import { NEURO_SCALES, ROOT_LEVELS, type RootLevel, UPPER_MOTOR_SIGNS } from "@/core/knowledge";
import { neuroChanges, type RootLevelReading, rootLevels } from "@/core/reading";
import { examRegions, type NeuroFinding } from "@/core/record";
import { SIDES } from "@/core/vocabulary";
import { DermatomeDrawing } from "../drawing/dermatome-drawing";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { KnownDeficits } from "./known-deficits";
import { NeckLook } from "./neck-look";
import { type Cell, cellsOf, cranialCells, same, StepSelect, upperMotorCells } from "./step-select";

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
                <span className="block text-xs font-normal text-soft">{level.power ?? level.area}</span>
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
  const ofNeck = regions.has("neck-arm");
  const all = [
    ...levels.filter(({ onlyByHand }) => !onlyByHand).flatMap((level) => SIDES.flatMap((side) => cellsOf(level, side))),
    ...upperMotorCells(),
    ...(ofNeck ? cranialCells() : []),
  ];
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
        {ofNeck && <NeckLook onKeep={keep} />}
        <KnownDeficits />
        <div className="sticky bottom-0 -mx-4 mt-4 -mb-4 flex flex-wrap gap-3 rounded-b-2xl border-t border-line bg-card p-3">
          {open.length > 0 && (
            <Button look="main" big onClick={allNormal}>
              <Check aria-hidden size={20} />{" "}
              {open.length === all.length ? "All normal" : `The other ${open.length}: normal`}
            </Button>
          )}
          <ButtonLink look={open.length ? "plain" : "main"} big href={`/exams/${exam}/run`}>
            On to the tests
          </ButtonLink>
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
