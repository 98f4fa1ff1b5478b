"use client";

import { useEffect, useRef, useState } from "react";
import { InputError } from "@/core/base";
import {
  leanError,
  type Mark,
  type Measure,
  nearest,
  formatted,
  type PhotoAngle,
  photoAngle,
} from "@/core/measurement";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { loadPicture } from "./picture";
import type { TestActions } from "./use-test";

const KINDS = [
  { value: "3", label: "three: end, joint, end" },
  { value: "4", label: "four: two on each limb" },
] as const;
const NAMES: Readonly<Record<string, readonly string[]>> = {
  "3": ["one end", "the joint", "the other end"],
  "4": ["first limb, near", "first limb, far", "second limb, near", "second limb, far"],
};
/** How far a mark may lie off, in points of the picture as it is shown: by judgement. */
const SURE = [
  { value: "2", label: "sharp" },
  { value: "5", label: "usual" },
  { value: "10", label: "blurred" },
] as const;
const READ_AS = [
  { value: "itself", label: "the angle" },
  { value: "short", label: "short of straight" },
] as const;
const LEANED = 10;
const ZOOM = 4;
const LOUPE = 132;

const round = (value: number): number => Math.round(value * 10) / 10;

/** What the marks come to, or what is wrong with them. */
function readAngle(marks: readonly Mark[], off: number): PhotoAngle | { readonly problem: string } {
  try {
    return photoAngle(marks, off);
  } catch (error) {
    if (error instanceof InputError) return { problem: error.message };
    throw error;
  }
}

/** What lies about a mark, four times as large. */
function Loupe({ picture, mark }: { picture: HTMLCanvasElement; mark: Mark }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const to = canvas.current?.getContext("2d");
    if (!to) return;
    const half = LOUPE / ZOOM / 2;
    to.clearRect(0, 0, LOUPE, LOUPE);
    to.drawImage(picture, mark.x - half, mark.y - half, 2 * half, 2 * half, 0, 0, LOUPE, LOUPE);
    to.strokeStyle = "#ffffff";
    to.lineWidth = 3;
    const cross = () => {
      to.beginPath();
      to.moveTo(LOUPE / 2, 0);
      to.lineTo(LOUPE / 2, LOUPE);
      to.moveTo(0, LOUPE / 2);
      to.lineTo(LOUPE, LOUPE / 2);
      to.stroke();
    };
    cross();
    to.strokeStyle = "#000000";
    to.lineWidth = 1;
    cross();
  }, [picture, mark]);
  return (
    <canvas
      ref={canvas}
      width={LOUPE}
      height={LOUPE}
      aria-hidden
      className="absolute end-2 top-2 rounded-full border-4 border-card shadow-lg"
    />
  );
}

const STEPS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const FAR = 10;

type BoardProps = {
  picture: HTMLCanvasElement;
  names: readonly string[];
  marks: readonly Mark[];
  onMarks: (marks: readonly Mark[]) => void;
};

/** The picture and its marks: a press sets the next one; each is dragged, or stepped by arrows. */
function Board({ picture, names, marks, onMarks }: BoardProps) {
  const shown = useRef<HTMLCanvasElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  useEffect(() => void shown.current?.getContext("2d")?.drawImage(picture, 0, 0), [picture]);
  const inside = ({ x, y }: Mark): Mark => ({
    x: Math.min(picture.width, Math.max(0, x)),
    y: Math.min(picture.height, Math.max(0, y)),
  });
  const pointAt = (event: React.PointerEvent): Mark => {
    const { left, top, width, height } = shown.current!.getBoundingClientRect();
    return inside({
      x: ((event.clientX - left) / width) * picture.width,
      y: ((event.clientY - top) / height) * picture.height,
    });
  };
  const move = (index: number, to: Mark) => onMarks(marks.map((mark, at) => (at === index ? inside(to) : mark)));
  const lines =
    names.length === 3
      ? [
          [0, 1],
          [1, 2],
        ]
      : [
          [0, 1],
          [2, 3],
        ];
  const share = ({ x, y }: Mark) => ({ left: `${(100 * x) / picture.width}%`, top: `${(100 * y) / picture.height}%` });
  return (
    <div
      data-board
      className="relative w-fit max-w-full overflow-hidden rounded-lg border border-edge"
      onPointerDown={(event) => {
        if (marks.length < names.length) {
          onMarks([...marks, pointAt(event)]);
          setHeld(marks.length);
        }
      }}
    >
      <canvas
        ref={shown}
        width={picture.width}
        height={picture.height}
        className="block h-auto max-h-[55vh] w-auto max-w-full touch-none"
      />
      <svg
        viewBox={`0 0 ${picture.width} ${picture.height}`}
        aria-hidden
        className="pointer-events-none absolute inset-0 h-full w-full"
      >
        {lines.map(([from, to]) =>
          marks[from!] && marks[to!] ? (
            <g key={`${from} ${to}`} strokeWidth={picture.width / 250}>
              <line
                x1={marks[from!]!.x}
                y1={marks[from!]!.y}
                x2={marks[to!]!.x}
                y2={marks[to!]!.y}
                stroke="#000"
                strokeWidth={picture.width / 150}
              />
              <line x1={marks[from!]!.x} y1={marks[from!]!.y} x2={marks[to!]!.x} y2={marks[to!]!.y} stroke="#fff" />
            </g>
          ) : null,
        )}
      </svg>
      {marks.map((mark, index) => (
        <button
          key={names[index]}
          type="button"
          aria-label={`Mark ${index + 1}, ${names[index]}: ${Math.round(mark.x)} across, ${Math.round(mark.y)} down; arrows move it`}
          className="absolute grid size-11 -translate-1/2 touch-none place-items-center rounded-full"
          style={share(mark)}
          onFocus={() => setHeld(index)}
          onBlur={() => setHeld(null)}
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            setHeld(index);
          }}
          onPointerMove={(event) => event.buttons > 0 && move(index, pointAt(event))}
          onKeyDown={(event) => {
            const step = STEPS[event.key];
            if (!step) return;
            event.preventDefault();
            const by = event.shiftKey ? FAR : 1;
            move(index, { x: mark.x + step[0] * by, y: mark.y + step[1] * by });
          }}
        >
          <span aria-hidden className="size-3.5 rounded-full border-2 border-black bg-white ring-2 ring-white" />
        </button>
      ))}
      {held !== null && marks[held] && <Loupe picture={picture} mark={marks[held]} />}
    </div>
  );
}

type Props = { test: TestActions; onClose: () => void };

/** An angle read in a picture: it is opened here, read here, and kept nowhere. */
export function PhotoDialog({ test, onClose }: Props) {
  const measurable = test.measures.filter(({ unit }) => unit === "°");
  const [picture, setPicture] = useState<HTMLCanvasElement | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    const loaded = await loadPicture(chosen);
    setProblem("problem" in loaded ? loaded.problem : null);
    if ("picture" in loaded) setPicture(loaded.picture);
  };
  return (
    <Dialog
      open
      onOpenChange={(isOpen) => !isOpen && onClose()}
      title="Measure in a picture"
      description="Taken straight at the plane the limb moves in, from some way off. It stays in this window and is kept nowhere; where and when it was taken is not read."
      wide
    >
      {measurable.length === 0 ? (
        <p>This test has no angle to measure.</p>
      ) : (
        <div className="flex flex-col gap-3">
          <Button big className="self-start" onClick={() => file.current?.click()}>
            {picture ? "Another picture" : "Take or choose a picture"}
          </Button>
          <input
            ref={file}
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            aria-label="A picture"
            onChange={(event) => void open(event.target.files?.[0])}
          />
          {problem && (
            <p role="alert" className="text-stop">
              {problem}
            </p>
          )}
          {picture && (
            <Reading key={picture.dataset.of} picture={picture} measures={measurable} test={test} onClose={onClose} />
          )}
        </div>
      )}
    </Dialog>
  );
}

type ReadingProps = Props & { picture: HTMLCanvasElement; measures: readonly Measure[] };

function Reading({ picture, measures, test, onClose }: ReadingProps) {
  const [kind, setKind] = useState<(typeof KINDS)[number]["value"]>("3");
  const [sure, setSure] = useState<(typeof SURE)[number]["value"]>("5");
  const [measureId, setMeasureId] = useState(measures[0]!.id);
  const measure = measures.find(({ id }) => id === measureId)!;
  const [readAs, setReadAs] = useState<(typeof READ_AS)[number]["value"]>(measure.falling ? "short" : "itself");
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  const names = NAMES[kind]!;
  const read = marks.length === names.length ? readAngle(marks, Number(sure)) : null;
  const told = read && !("problem" in read) ? read : null;
  const value = told && (readAs === "short" ? 180 - told.angle : told.angle);
  const isOutside = value !== null && (value < measure.range[0] - 0.5 || value > measure.range[1] + 0.5);
  const keep = () => {
    if (!told || value === null) return;
    void test.measure(measure.id, nearest(measure, value), {
      device: "photograph",
      method: `${kind === "3" ? "three" : "four"} marks in a picture, ${readAs === "short" ? "short of straight" : "the angle itself"}`,
      trials: 1,
      mount: "",
      zero: "",
      error: round(told.error),
    });
    onClose();
  };
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(15rem,2fr)]">
      <Board picture={picture} names={names} marks={marks} onMarks={setMarks} />
      <div className="flex flex-col gap-3">
        <Choice
          label="Marks"
          value={kind}
          options={KINDS}
          onChoose={(next) => {
            setKind(next);
            setMarks([]);
          }}
        />
        {measures.length > 1 && (
          <Choice
            label="Of"
            value={measureId}
            options={measures.map(({ id, label }) => ({ value: id, label }))}
            onChoose={setMeasureId}
          />
        )}
        <Choice label="Read as" value={readAs} options={READ_AS} onChoose={setReadAs} />
        <Choice label="How well the marks can be seen" value={sure} options={SURE} onChoose={setSure} />
        <p role="status" className="text-lg" data-photo={value === null ? "" : round(value)}>
          {value === null || !told ? (
            read && "problem" in read ? (
              read.problem
            ) : (
              `Mark ${marks.length + 1} of ${names.length}: ${names[marks.length]}`
            )
          ) : (
            <>
              <strong className="text-3xl">{formatted(measure, round(value))}</strong> ± {round(told.error)}°
              <span className="block text-sm text-soft">
                from how surely the marks lie. A camera leaned by {LEANED}° would add up to{" "}
                {round(leanError(told.angle, LEANED))}°.
              </span>
            </>
          )}
        </p>
        {isOutside && (
          <p role="alert" className="text-stop">
            {measure.label} goes from {measure.range[0]} to {measure.range[1]}°. Look at the marks and at what they are
            read as.
          </p>
        )}
        <p className="flex flex-wrap gap-2">
          <Button look="main" big disabled={value === null || isOutside} onClick={keep}>
            {value === null ? "Record it" : `Record ${formatted(measure, nearest(measure, value))}`}
          </Button>
          <Button look="quiet" disabled={marks.length === 0} onClick={() => setMarks(marks.slice(0, -1))}>
            Take the last mark away
          </Button>
        </p>
      </div>
    </div>
  );
}
