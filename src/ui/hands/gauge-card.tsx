"use client";

import { type ReactNode, useState } from "react";
import { PRESSURES, type Pressure, type TestId } from "@/core/knowledge";
import { convertForce, type CuffHold, type Device, type Force, type Push, type StreamUnit } from "@/core/measurement";
import type { SheetStep } from "@/core/planning";
import { doseFor } from "@/core/record";
import { byChannel } from "../exam/channel";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import type { TestActions } from "../run/use-test";
import { Pressed } from "./pressed";
import { useCuff, usePush } from "./use-gauge";

type Props = { device: Device; step: SheetStep; test: TestActions };

/** A level from left to right, the band that is asked in it. */
function Bar({
  value,
  band,
  range,
  label,
}: {
  value: number | null;
  band: readonly [number, number];
  range: readonly [number, number];
  label: string;
}) {
  const at = (one: number) =>
    `${(100 * Math.min(1, Math.max(0, (one - range[0]) / (range[1] - range[0])))).toFixed(1)}%`;
  const inside = value !== null && value >= band[0] && value <= band[1];
  return (
    <div
      role="meter"
      aria-label={label}
      aria-valuemin={range[0]}
      aria-valuemax={range[1]}
      aria-valuenow={value ?? range[0]}
      className="relative h-10 w-full overflow-hidden rounded-lg border-2 border-edge bg-well"
    >
      <span
        aria-hidden
        className="absolute inset-y-0 border-x-2 border-ink bg-lantern/40"
        style={{ insetInlineStart: at(band[0]), insetInlineEnd: `calc(100% - ${at(band[1])})` }}
      />
      <span
        aria-hidden
        className={`absolute inset-y-2 start-0 rounded-e ${inside ? "bg-ink" : "bg-soft"}`}
        style={{ width: at(value ?? range[0]) }}
      />
    </div>
  );
}

const seconds = (ms: number): string => `${Math.floor(ms / 1000)} s`;

/** What a device on the wrong test says: nothing stands in the way of the hand. */
const NotHere = ({ children }: { children: string }) => <p className="text-sm text-soft">{children}</p>;

/** The dose that is really given: it is kept when it is let go, until the stage is answered. */
function ForceGauge({ device, step, test }: Props) {
  const { profile, state } = useExam();
  const { unit } = profile.settings.work;
  const { kgf, holdSeconds } = doseFor(test.stage, state);
  return kgf ? (
    <ForceBand
      key={`${step.key} ${test.stage.id}`}
      device={device}
      test={test}
      unit={unit}
      kgf={kgf}
      asks={holdSeconds ?? null}
    />
  ) : (
    <NotHere>No force is asked at this stage; the gauge waits for one that asks it.</NotHere>
  );
}

type Unit = Force["unit"];

function ForceBand({
  device,
  test,
  unit,
  kgf,
  asks,
}: {
  device: Device;
  test: TestActions;
  unit: Unit;
  kgf: readonly [number, number];
  asks: number | null;
}) {
  const newtons = (value: number) => convertForce({ value, unit: "kgf" }, "N");
  /** One force that is asked counts within a tenth of it. */
  const band =
    kgf[0] === kgf[1]
      ? ([newtons(kgf[0]) * 0.9, newtons(kgf[1]) * 1.1] as const)
      : ([newtons(kgf[0]), newtons(kgf[1])] as const);
  const inUnit = (value: number) => Math.round(convertForce({ value, unit: "N" }, unit) * 10) / 10;
  const isAnswered = test.record?.response != null || test.record?.answer != null;
  const keep = (push: Push) => {
    if (isAnswered) return;
    byChannel("device", () =>
      test.giveDose({
        force: { value: inUnit(push.plateau), unit },
        seconds: Math.round(push.insideMs / 100) / 10,
      }),
    );
  };
  const { value, push } = usePush(device, band, keep);
  return (
    <div className="flex flex-col gap-1" data-force={value ?? ""}>
      <p className="flex flex-wrap items-baseline gap-2">
        <span className="text-4xl leading-none font-bold tabular-nums">
          {value === null ? "–" : inUnit(Math.max(0, value))}
        </span>
        <span className="text-lg">{unit}</span>
        <span className="text-sm text-soft">
          asked{" "}
          {kgf
            .map((one) => Math.round(convertForce({ value: one, unit: "kgf" }, unit)))
            .filter((one, index, all) => all.indexOf(one) === index)
            .join("–")}{" "}
          {unit}
          {asks !== null && `, ${asks} s`}
        </span>
        <Pressed device={device} to={(band[0] + band[1]) / 2} holdMs={(asks ?? 3) * 1000}>
          Simulated: press as asked
        </Pressed>
      </p>
      <Bar
        value={value}
        band={band}
        range={[0, band[1] * 1.4]}
        label={`Force, in newtons; asked ${Math.round(band[0])} to ${Math.round(band[1])}`}
      />
      {push && (
        <p className="text-sm" data-push={push.to === null ? "given" : "over"}>
          {push.to === null ? "Given: " : "Let go: "}
          <strong>
            {inUnit(push.plateau)} {unit}
          </strong>
          , {seconds(push.insideMs)} in the band
          {push.rise !== null && `, built up by ${Math.round(inUnit(push.rise))} ${unit} a second`}
          {push.to !== null && (isAnswered ? "; answered already, not kept" : "; kept as the dose")}
        </p>
      )}
    </div>
  );
}

const said = ({ isGood, isFull, heldMs, drops }: CuffHold): string =>
  isGood
    ? "held, never below"
    : isFull
      ? `held, below it ${drops} ${drops === 1 ? "time" : "times"}`
      : `let go after ${seconds(heldMs)}`;

/** Nods against a cuff: one hold at each level, then the good ones at the highest clean level counted. */
function PressureCuff({ device, step, test }: Props) {
  const pressure = PRESSURES[step.protocol.id as TestId];
  if (!pressure) return <NotHere>No cuff is used in this test; it waits for one that asks it.</NotHere>;
  const isOver = Boolean(test.ladder?.ended);
  const clean = Object.keys(pressure.levels).filter((id) => test.run?.stages[id]?.answer === pressure.clean);
  const stage = isOver ? clean.at(-1) : test.stage.id;
  const level = stage === undefined ? undefined : pressure.levels[stage];
  if (level === undefined) return <NotHere>No level was clean; there is nothing to count.</NotHere>;
  return (
    <CuffLevel
      key={`${step.key} ${stage} ${isOver}`}
      device={device}
      test={test}
      pressure={pressure}
      level={level}
      counts={isOver}
    />
  );
}

function CuffLevel({
  device,
  test,
  pressure,
  level,
  counts,
}: {
  device: Device;
  test: TestActions;
  pressure: Pressure;
  level: number;
  counts: boolean;
}) {
  const { rest, within, seconds: each, restSeconds, holds } = pressure;
  const { value, now, over } = useCuff(device, { rest, level, within, seconds: each });
  const [kept, setKept] = useState<number | null>(null);
  const good = over.filter(({ isGood }) => isGood).length;
  const last = over.at(-1);
  const answer = (id: string) => void byChannel("device", () => test.answer(id));
  const keepCount = () => {
    setKept(good);
    void byChannel("device", () =>
      test.measure(pressure.counts, good, {
        device: device.with,
        name: device.label,
        method: `holds of ${each} s counted at ${level} mmHg`,
        trials: Math.max(1, over.length),
        mount: pressure.on,
        zero: `${rest} mmHg at rest`,
        error: null,
      }),
    );
  };
  return (
    <div className="flex flex-col gap-1" data-cuff={level} data-good={good}>
      <p className="flex flex-wrap items-baseline gap-2">
        <span className="text-4xl leading-none font-bold tabular-nums">{value === null ? "–" : value.toFixed(1)}</span>
        <span className="text-lg">mmHg</span>
        <span className="text-sm text-soft">
          {counts
            ? `count ${holds} holds of ${each} s at ${level}, ${restSeconds} s rest between`
            : `nod to ${level}, hold ${each} s`}
        </span>
        <Pressed device={device} to={level} holdMs={(each + 1) * 1000}>
          {`Simulated: nod to ${level}`}
        </Pressed>
      </p>
      <Bar
        value={value}
        band={[level - within, level + within]}
        range={[rest - 2, 34]}
        label={`Pressure, in mmHg; asked ${level}`}
      />
      <p className="text-sm" data-hold={now ? Math.floor(now.heldMs / 1000) : ""}>
        {now
          ? `Holding: ${seconds(now.heldMs)} of ${each}${now.drops ? `, below it ${now.drops} times` : ""}`
          : last
            ? `Last: ${said(last)}`
            : "Waits for the level"}
        {counts && `. Good: ${good} of ${holds}`}
      </p>
      {!counts && last && !now && (
        <p className="flex flex-wrap gap-2">
          {last.isGood ? (
            <Button className="text-sm" onClick={() => answer(pressure.clean)}>
              Held, and only nodded: clean
            </Button>
          ) : (
            <Button className="text-sm" onClick={() => answer(pressure.short)}>
              Not held: keep
            </Button>
          )}
          <span className="self-center text-sm text-soft">The surface muscles are seen, not measured.</span>
        </p>
      )}
      {counts && over.length > 0 && (
        <Button className="self-start text-sm" onClick={keepCount}>
          {kept === good ? `${good} kept` : `Keep ${good} good holds`}
        </Button>
      )}
    </div>
  );
}

/** By the unit a device tells; a unit that is not named here does not compile. */
const GAUGES: Readonly<Record<StreamUnit, ((props: Props) => ReactNode) | null>> = {
  mmHg: PressureCuff,
  N: ForceGauge,
  "°": null,
};

/** What a device tells that measures no angle. */
export function GaugeCard(props: Props) {
  const Gauge = GAUGES[props.device.unit];
  return Gauge ? <Gauge {...props} /> : <p>This program does not know a device that tells {props.device.unit}.</p>;
}
