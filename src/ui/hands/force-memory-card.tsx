"use client";

import { scaleLinear } from "d3";
import { useEffect, useState } from "react";
import { convertForce, type Device, type Force, type ForceMemory, forceMemory, type Push } from "@/core/measurement";
import { serialLine } from "@/devices/serial";
import { simulatedForceGauge } from "@/devices/simulated";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Facts } from "../primitives/facts";
import { useHere } from "../shell/here";
import { Pressed } from "./pressed";
import { usePush } from "./use-gauge";

const PUSHES = 10;
/** The forces that tests ask for, in kgf. */
const TARGETS = [7, 15, 25, 30] as const;
const KINDS: readonly { readonly label: string; readonly make: () => Device }[] = [
  { label: "Simulated force gauge", make: simulatedForceGauge },
  { label: "Serial line", make: serialLine },
];

type Unit = Force["unit"];
const WIDTH = 360;
const HEIGHT = 170;
const EDGE = { left: 44, right: 10, top: 10, bottom: 26 };

/** Each push in its order against what was asked, and between what 95 of 100 lie. */
function MemoryPlot({
  pushes,
  target,
  told,
  unit,
}: {
  pushes: readonly number[];
  target: number;
  told: ForceMemory;
  unit: Unit;
}) {
  const all = [...pushes, target, ...told.limits];
  const y = scaleLinear([Math.min(...all), Math.max(...all)], [HEIGHT - EDGE.bottom, EDGE.top]).nice();
  const x = scaleLinear([1, Math.max(2, pushes.length)], [EDGE.left + 12, WIDTH - EDGE.right - 12]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${pushes.length} pushes of ${target} ${unit} asked: on average ${told.mean.toFixed(1)}, 95 of 100 between ${told.limits[0].toFixed(1)} and ${told.limits[1].toFixed(1)}`}
      className="w-full max-w-md"
    >
      <rect
        x={EDGE.left}
        width={WIDTH - EDGE.left - EDGE.right}
        y={y(told.limits[1])}
        height={y(told.limits[0]) - y(told.limits[1])}
        className="fill-well"
      />
      <line
        x1={EDGE.left}
        x2={WIDTH - EDGE.right}
        y1={y(target)}
        y2={y(target)}
        className="stroke-ink"
        strokeWidth={2}
      />
      {y.ticks(4).map((tick) => (
        <text key={tick} x={EDGE.left - 6} y={y(tick) + 4} textAnchor="end" className="fill-soft text-[11px]">
          {tick}
        </text>
      ))}
      {pushes.map((value, index) => (
        <circle key={index} cx={x(index + 1)} cy={y(value)} r={5} className="fill-lantern stroke-ink" />
      ))}
      <text x={WIDTH - EDGE.right} y={HEIGHT - 8} textAnchor="end" className="fill-soft text-[11px]">
        one push after another, {unit}; the line is what was asked
      </text>
    </svg>
  );
}

/** Ten pushes to a force without seeing the number: how far "as asked" is what was asked. */
export function ForceMemoryCard() {
  const { here } = useHere();
  const unit: Unit = here?.profile?.settings.work.unit ?? "kgf";
  const [device, setDevice] = useState<Device | null>(null);
  const [kgf, setKgf] = useState<number>(25);
  const [run, setRun] = useState(0);
  useEffect(() => () => device?.close(), [device]);
  const take = async (next: Device) => {
    setDevice(next);
    setRun((count) => count + 1);
    await next.open();
  };
  return (
    <Card heading="Pushed blind">
      <p className="mb-3 max-w-3xl">
        Push to one force ten times without seeing it, letting go between. Your scatter, how far you lie off and whether
        you tire say what &ldquo;as asked&rdquo; means where nothing measures. It is shown here, and kept nowhere.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Asked"
          value={String(kgf)}
          options={TARGETS.map((value) => ({
            value: String(value),
            label: `${Math.round(convertForce({ value, unit: "kgf" }, unit))} ${unit}`,
          }))}
          onChoose={(value) => {
            setKgf(Number(value));
            setRun((count) => count + 1);
          }}
        />
        {KINDS.map(({ label, make }) => (
          <Button key={label} aria-pressed={device?.label === label} onClick={() => void take(make())}>
            {label}
          </Button>
        ))}
      </div>
      {device && (
        <Pushes
          key={`${run} ${kgf}`}
          device={device}
          kgf={kgf}
          unit={unit}
          onAgain={() => setRun((count) => count + 1)}
        />
      )}
    </Card>
  );
}

function Pushes({ device, kgf, unit, onAgain }: { device: Device; kgf: number; unit: Unit; onAgain: () => void }) {
  const newtons = convertForce({ value: kgf, unit: "kgf" }, "N");
  const [pushes, setPushes] = useState<readonly number[]>([]);
  const [isShown, setShown] = useState(false);
  const inUnit = (value: number) => convertForce({ value, unit: "N" }, unit);
  const keep = ({ plateau }: Push) =>
    setPushes((before) => (before.length < PUSHES && !isShown ? [...before, plateau] : before));
  usePush(device, [newtons * 0.9, newtons * 1.1], keep);
  const state = device.state();
  const isDone = pushes.length === PUSHES || isShown;
  const told = isDone && pushes.length >= 3 ? forceMemory(pushes.map(inUnit), inUnit(newtons)) : null;
  const one = (value: number) => `${value.toFixed(1)} ${unit}`;
  return (
    <div className="mt-4 flex flex-col gap-3 border-t border-line pt-4" data-pushed={pushes.length}>
      {state.is === "failed" && (
        <p role="alert" className="text-stop">
          {state.why}
        </p>
      )}
      {told ? (
        <div className="grid items-center gap-4 lg:grid-cols-2" data-memory={told.n}>
          <Facts
            rows={[
              ["Pushes", String(told.n)],
              [
                "On average",
                `${one(told.mean)}, ${one(Math.abs(told.bias))} ${told.bias < 0 ? "under" : "over"} what was asked`,
              ],
              ["Scatter", `${one(told.scatter)} (standard deviation)`],
              ["From one push to the next", `${told.drift < 0 ? "−" : "+"}${one(Math.abs(told.drift))}`],
              ["95 of 100 lie between", `${told.limits[0].toFixed(1)} and ${one(told.limits[1])}`],
            ]}
          />
          <MemoryPlot
            pushes={pushes.map(inUnit)}
            target={Math.round(inUnit(newtons) * 10) / 10}
            told={told}
            unit={unit}
          />
        </div>
      ) : (
        <p role="status" className="text-xl font-semibold">
          Push {pushes.length + 1} of {PUSHES}: about {Math.round(inUnit(newtons))} {unit}, then let go
        </p>
      )}
      <p className="flex flex-wrap gap-2 self-start">
        {!told && (
          <Pressed device={device} to={newtons * (0.9 + 0.2 * ((pushes.length * 0.37) % 1))} holdMs={700}>
            Simulated: push once
          </Pressed>
        )}
        {!told && pushes.length >= 3 && <Button onClick={() => setShown(true)}>That is all: show it</Button>}
        {told && <Button onClick={onAgain}>Again</Button>}
      </p>
    </div>
  );
}
