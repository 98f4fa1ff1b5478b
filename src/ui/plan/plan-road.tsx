"use client";

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  MouseSensor,
  TouchSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { rectSortingStrategy, SortableContext, useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Pin } from "lucide-react";
import { protocolOf } from "@/core/knowledge";
import { poseOf } from "@/core/poses";
import type { ExamPlan, PlanBlock, PlanStop } from "@/core/planning";
import { PositionDrawing } from "../drawing/position-drawing";
import { useExam } from "../exam/exam-provider";
import { Link } from "../primitives/link";
import { SideBadge } from "../primitives/side-badge";
import { counted, PLACE_WORDS, questionCostText, type Stone, stonesOf } from "./stones";

const HEAVIEST = 5;

/** A test of a position: the same test may stand in two. */
const idIn = ({ place }: PlanBlock, test: Stone["test"]): string => `${place}/${test}`;

/** How heavy it is: one to five weights. */
function Weights({ burden }: { burden: number }) {
  return (
    <span role="img" aria-label={`burden ${burden} of ${HEAVIEST}`} className="flex items-end gap-0.5">
      {Array.from({ length: burden }, (_, at) => (
        <span key={at} aria-hidden className="block w-1.5 rounded-t-sm bg-soft" style={{ height: 6 + at * 2 }} />
      ))}
    </span>
  );
}

type StoneProps = {
  id: string;
  stone: Stone;
  isChosen: boolean;
  isFirst: boolean;
  isHeld: boolean;
  /** How many safety questions only this test brings. */
  brings: number;
  onChoose: () => void;
};

/** One test: its name, its sides as they lie on the table, why it is there. */
function StoneCard({ id, stone, isChosen, isFirst, isHeld, brings, onChoose }: StoneProps) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const isUnlikely = stone.chance < 0.6;
  return (
    <li
      ref={setNodeRef}
      className={`relative ${isDragging ? "z-20 opacity-90" : ""}`}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? "" }}
    >
      <button
        type="button"
        {...listeners}
        data-stone={stone.test}
        aria-pressed={isChosen}
        onClick={onChoose}
        className={`flex min-h-14 w-full flex-col justify-center gap-0.5 rounded-xl border-2 px-2.5 py-1.5 text-start leading-tight ${isFirst ? "border-lantern bg-card" : isUnlikely ? "border-dashed border-edge bg-paper" : "border-edge bg-card"} ${isChosen ? "outline-3 outline-offset-2 outline-lantern" : ""}`}
      >
        <span className="flex w-full items-center gap-1.5">
          <span className={`grow text-xl leading-tight ${isFirst ? "font-bold" : "font-semibold"}`}>{stone.name}</span>
          {isHeld && <Pin role="img" aria-label="held here" size={18} className="shrink-0 text-soft" />}
          {stone.sides.map((side) => (
            <SideBadge key={side} side={side} size="md" />
          ))}
        </span>
        <span className="flex w-full items-center justify-between gap-2 text-base text-soft">
          <span>
            {stone.role}
            {isUnlikely && <span className="sr-only">, perhaps not needed</span>}
            {brings > 0 && (
              <span data-brings={brings}> · {counted(brings, "safety question", "safety questions")}</span>
            )}
          </span>
          <Weights burden={stone.burden} />
        </span>
      </button>
      {stone.earns.length > 0 && (
        <ul className="ms-5 border-s-2 border-dashed border-edge">
          {stone.earns.map((earned) => (
            <li key={earned.key} className="py-1 ps-3 text-base leading-tight text-soft" title={earned.when}>
              then, if it comes: {protocolOf(earned.test).name}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** What is looked at in this position before its first test. */
function StopCard({ stop }: { stop: PlanStop }) {
  const { exam } = useExam();
  return (
    <Link
      href={`/exams/${exam}/baseline`}
      data-stop={stop.is}
      className="mb-1.5 flex min-h-14 flex-col justify-center rounded-xl border-2 border-ink bg-well px-2.5 py-1.5 leading-tight"
    >
      <span className="text-xl leading-tight font-semibold">{stop.label}</span>
      <span className="text-base text-soft">
        {stop.because} <span className="whitespace-nowrap">· {stop.minutes} min</span>
      </span>
    </Link>
  );
}

type BayProps = {
  block: PlanBlock;
  at: number;
  /** To or from lying on the front. */
  isOver: boolean;
  brings: ExamPlan["brings"];
} & Required<Pick<PlanRoadProps, "held" | "chosen" | "onChoose">>;

/** A position: who lies how, and the tests done there. */
function Bay({ block, at, isOver, brings, held, chosen, onChoose }: BayProps) {
  const stones = stonesOf(block);
  const [first] = stones;
  if (!first) return null;
  const words = PLACE_WORDS[block.place] ?? block.place;
  const isWide = stones.length > MOST_IN_A_COLUMN;
  return (
    <li className="flex min-w-0 flex-col" data-bay={block.place} aria-label={words}>
      <div className="flex items-center gap-2 pb-1">
        <div className="relative h-20 w-28 shrink-0 overflow-hidden rounded-xl border border-line bg-card">
          <PositionDrawing
            pose={poseOf(first.test, undefined, {})}
            side={first.sides.at(-1) ?? null}
            className="absolute -inset-x-4 -top-4 h-28 w-36 max-w-none"
          />
        </div>
        <h2 className="text-xl leading-tight font-bold">
          <span className="block text-base font-normal text-soft">
            {at === 0 ? "first" : isOver ? "then turn over" : "then"}
          </span>
          {words}
        </h2>
      </div>
      <div className="border-t-8 border-glow pt-2">
        {block.before.map((stop) => (
          <StopCard key={stop.is} stop={stop} />
        ))}
      </div>
      <ol className={`grid content-start gap-1.5 ${isWide ? "lg:grid-cols-2" : ""}`}>
        <SortableContext items={stones.map(({ test }) => idIn(block, test))} strategy={rectSortingStrategy}>
          {stones.map((stone, index) => (
            <StoneCard
              key={stone.test}
              id={idIn(block, stone.test)}
              stone={stone}
              isFirst={at === 0 && index === 0}
              isHeld={held.includes(stone.test)}
              brings={brings[stone.test] ?? 0}
              isChosen={chosen === stone.test}
              onChoose={() => onChoose(stone.test)}
            />
          ))}
        </SortableContext>
      </ol>
    </li>
  );
}

/** A bay with more stones than this has two columns, and the width for it. */
const MOST_IN_A_COLUMN = 4;
const widthOf = (block: PlanBlock): number => (stonesOf(block).length > MOST_IN_A_COLUMN ? 2 : 1);

const MOST_FLAGS = 5;
const HEIGHT = 46;

const FLAG_WORDS: Record<ExamPlan["questions"][number]["by"], string> = {
  rule: "open",
  tests: "open",
  sign: "clinically only",
  settled: "settled",
  nothing: "no test: ask",
  ask: "asked, not tested",
  "left out": "stays open",
  "not worth it": "would tell too little",
};

/** The questions as flags, and the ramps that lead up to them from where an answer can end one; thicker is likelier. */
function Flags({ plan }: { plan: ExamPlan }) {
  const shown = plan.questions.slice(0, MOST_FLAGS);
  const more = plan.questions.length - shown.length;

  const widths = plan.blocks.map(widthOf);
  const whole = widths.reduce((sum, width) => sum + width, 0);
  const middle = (at: number) => (widths.slice(0, at).reduce((sum, width) => sum + width, 0) + widths[at]! / 2) / whole;
  const ramps = plan.blocks.flatMap(({ exits }, at) =>
    exits.flatMap(({ question, chance }) => {
      const flag = shown.findIndex(({ label }) => label === question);
      return flag < 0
        ? []
        : [
            {
              from: middle(at) * 100,
              to: ((flag + 0.5) / shown.length) * 100,
              chance,
              key: `${at} ${question}`,
            },
          ];
    }),
  );
  return (
    <div>
      <ul
        aria-label="Questions"
        className="grid grid-cols-2 gap-2 md:[grid-template-columns:var(--flags)]"
        style={{ "--flags": `repeat(${shown.length}, minmax(0, 1fr))` } as React.CSSProperties}
      >
        {shown.map(({ label, by, because, settledBy, cost }) => (
          <li
            key={label}
            data-flag={label}
            title={`${because}. ${settledBy}`}
            className={`rounded-t-lg rounded-br-lg border-2 px-2.5 py-1 leading-tight ${by === "settled" || by === "not worth it" ? "border-line bg-well text-soft" : "border-ink bg-card"}`}
          >
            <strong className="block text-lg">{label}</strong>
            <span className="block text-base text-soft">{FLAG_WORDS[by]}</span>
            <span className="text-base text-soft" data-flag-cost>
              {questionCostText(cost)}
            </span>
          </li>
        ))}
      </ul>
      <div className="hidden md:block">
        <svg
          aria-hidden
          viewBox={`0 0 100 ${HEIGHT}`}
          preserveAspectRatio="none"
          className="h-9 w-full overflow-visible"
        >
          {ramps.map(({ from, to, chance, key }) => (
            <path
              key={key}
              d={`M ${from} ${HEIGHT} C ${from} ${HEIGHT * 0.3}, ${to} ${HEIGHT * 0.7}, ${to} 0`}
              fill="none"
              stroke="var(--glow)"
              strokeWidth={2 + chance * 10}
              strokeLinecap="round"
              opacity={0.75}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      </div>
      {more > 0 && (
        <details className="text-base">
          <summary className="flex min-h-11 items-center">
            {more} more {more === 1 ? "question" : "questions"}
          </summary>
          <ul className="flex flex-wrap gap-x-4">
            {plan.questions.slice(MOST_FLAGS).map(({ label, by, cost }) => (
              <li key={label}>{[`${label}: ${FLAG_WORDS[by]}`, questionCostText(cost)].filter(Boolean).join(" · ")}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

type PlanRoadProps = {
  plan: ExamPlan;
  /** Put where they are by hand; left out: none. */
  held?: readonly Stone["test"][];
  chosen: Stone["test"] | null;
  onChoose: (test: Stone["test"]) => void;
  /** A test was put at a place of its position; left out: nothing can be moved. */
  onPut?: (block: PlanBlock, test: Stone["test"], to: number) => void;
};

/** A drag begins after this many pixels, or on glass after this long: a tap and a scroll stay what they are. */
const DRAG_PX = 8;
const PRESS_MS = 250;

/** The road: bays for positions, stones for tests, ramps up to the questions that an answer can end. */
export function PlanRoad({ plan, held = [], chosen, onChoose, onPut }: PlanRoadProps) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: DRAG_PX } }),
    useSensor(TouchSensor, { activationConstraint: { delay: PRESS_MS, tolerance: DRAG_PX } }),
  );
  /** A test stays in the position it is done in. */
  const put = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const block = plan.blocks.find(({ place }) => String(active.id).startsWith(`${place}/`));
    const placeOf = (id: UniqueIdentifier) =>
      block ? stonesOf(block).findIndex(({ test }) => idIn(block, test) === id) : -1;
    const [from, to] = [placeOf(active.id), placeOf(over.id)];
    if (block && from >= 0 && to >= 0) onPut?.(block, stonesOf(block)[from]!.test, to);
  };
  return (
    <div className="flex flex-col">
      <Flags plan={plan} />
      <DndContext id="plan-road" sensors={onPut ? sensors : []} collisionDetection={closestCenter} onDragEnd={put}>
        <ol
          aria-label="Positions in order"
          data-road={plan.blocks.length}
          className="grid gap-3 md:[grid-template-columns:var(--bays)]"
          style={
            { "--bays": plan.blocks.map((block) => `minmax(0, ${widthOf(block)}fr)`).join(" ") } as React.CSSProperties
          }
        >
          {plan.blocks.map((block, at) => (
            <Bay
              key={block.place}
              block={block}
              at={at}
              isOver={[block, plan.blocks[at - 1]].some((one) => one?.position === "prone")}
              brings={plan.brings}
              held={held}
              chosen={chosen}
              onChoose={onChoose}
            />
          ))}
        </ol>
      </DndContext>
    </div>
  );
}
