"use client";

import { useEffect, useRef, useState } from "react";
import type { Device, Reading } from "@/core/measurement";
import { clock } from "@/devices/feed";
import { orientationSensor, type Turns } from "@/devices/orientation";
import type { DeviceSign } from "@/wire/devices";
import { useWakeLock } from "../shell/use-wake-lock";
import { groundOf, SignMark } from "./device-sign";
import { useJoined } from "./use-joined";

/** A reading goes at once, unless another just went: then with those that follow. */
const SENT_EVERY_MS = 12;
const MOST_AT_ONCE = 60;

const MOUNTS: readonly { readonly turns: Turns; readonly label: string }[] = [
  { turns: "lean", label: "Along a limb or the spine" },
  { turns: "about its long side", label: "On the forehead" },
];

/** A phone strapped to a shin: two words and a number that are read from two metres. */
export function ProbeScreen({ sign, onEnd }: { sign: DeviceSign; onEnd: () => void }) {
  const { isUp, say, leave } = useJoined(onEnd);
  const [device, setDevice] = useState<Device | null>(null);
  const [angle, setAngle] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const waiting = useRef<Reading[]>([]);
  const sentAt = useRef(-Infinity);
  const send = () => {
    if (waiting.current.length === 0 || clock() - sentAt.current < SENT_EVERY_MS) return;
    const batch = waiting.current;
    waiting.current = [];
    sentAt.current = clock();
    say({ says: "samples", t: batch.map(({ t }) => t), v: batch.map(({ value }) => value) });
  };
  const latest = useRef(send);
  useEffect(() => void (latest.current = send));
  useWakeLock();

  const start = async (turns: Turns) => {
    const sensor = orientationSensor(turns);
    sensor.listen((reading) => {
      const state = sensor.state();
      setProblem(state.is === "failed" ? state.why : null);
      if (!reading) return;
      setAngle(reading.value);
      if (waiting.current.length < MOST_AT_ONCE) waiting.current.push(reading);
      latest.current();
    });
    await sensor.open();
    setDevice(sensor);
  };
  useEffect(() => {
    if (!device) return;
    const timer = setInterval(() => latest.current(), SENT_EVERY_MS);
    return () => {
      clearInterval(timer);
      device.close();
    };
  }, [device]);

  const isMeasuring = device !== null && problem === null;
  return (
    <main
      data-probe={isMeasuring ? "measuring" : "waiting"}
      className="flex min-h-dvh flex-col items-center gap-6 p-6 text-center text-white"
      style={{ background: isMeasuring ? groundOf(sign) : "#000" }}
    >
      <SignMark sign={sign} size={96} />
      {isMeasuring ? (
        <>
          <h1 className="text-5xl font-bold">{isUp ? "Measuring" : "No table"}</h1>
          <p
            className="grow content-center text-[34vw] leading-none font-bold tabular-nums sm:text-[12rem]"
            aria-hidden
          >
            {angle === null ? "–" : `${Math.round(angle)}°`}
          </p>
          <button
            type="button"
            onClick={() => say({ says: "stop" })}
            className="min-h-[72px] w-full max-w-lg rounded-2xl bg-[#b3261e] text-3xl font-bold"
          >
            Stop
          </button>
        </>
      ) : (
        <div className="flex w-full max-w-lg grow flex-col justify-center gap-4">
          <h1 className="text-3xl font-semibold">Where is it strapped?</h1>
          {MOUNTS.map(({ turns, label }) => (
            <button
              key={turns}
              type="button"
              onClick={() => void start(turns)}
              className="min-h-[100px] rounded-2xl border-2 border-neutral-500 bg-neutral-900 text-2xl font-semibold"
            >
              {label}
            </button>
          ))}
          {problem && (
            <p role="alert" className="text-xl">
              {problem}
            </p>
          )}
        </div>
      )}
      <button type="button" onClick={leave} className="min-h-11 px-4 text-lg underline">
        Give back
      </button>
    </main>
  );
}
