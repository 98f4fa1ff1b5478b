"use client";

import { useEffect, useRef, useState } from "react";
import { clock } from "@/devices/feed";
import type { DeviceSign, PadChoice } from "@/wire/devices";
import { playTone } from "../primitives/tone";
import { useWakeLock } from "../shell/use-wake-lock";
import { groundOf, SignMark } from "./device-sign";
import { useJoined } from "./use-joined";

const HELD_FOR_STOP_MS = 1500;
const DARK_FOR_MS = 900;
const UNDO_FOR_MS = 5000;
const BUZZ_MS = 60;

type Say = ReturnType<typeof useJoined>["say"];

/** One buzz where the device has one, and one click: neither needs to be looked at. */
function felt(): void {
  navigator.vibrate?.(BUZZ_MS);
  try {
    playTone(1200, 0.05, 0.3);
  } catch {
    /* No sound here. */
  }
}

/** While a limb is held: one button as large as the screen, with nothing to read. */
function Hold({ sign, say, onStop }: { sign: DeviceSign; say: Say; onStop: () => void }) {
  const [isDark, setDark] = useState(false);
  const fingers = useRef(new Set<number>());
  const held = useRef<ReturnType<typeof setTimeout> | null>(null);
  const letGo = () => {
    if (held.current) clearTimeout(held.current);
    held.current = null;
  };
  const mark = () => {
    say({ says: "now" }, clock());
    felt();
    setDark(true);
    setTimeout(() => setDark(false), DARK_FOR_MS);
  };
  const press = (event: React.PointerEvent) => {
    fingers.current.add(event.pointerId);
    if (fingers.current.size > 1) {
      letGo();
      return onStop();
    }
    mark();
    held.current = setTimeout(onStop, HELD_FOR_STOP_MS);
  };
  const lift = (event: React.PointerEvent) => {
    fingers.current.delete(event.pointerId);
    letGo();
  };
  return (
    <button
      type="button"
      data-pad="hold"
      aria-label="Press anywhere: it is there now. Two fingers, or hold: stop."
      className="grid min-h-dvh w-full touch-none place-items-center select-none"
      style={{ background: isDark ? "#000" : groundOf(sign) }}
      onPointerDown={press}
      onPointerUp={lift}
      onPointerCancel={lift}
      onKeyDown={(event) => {
        if (event.repeat) return;
        if (event.key === "Escape") onStop();
        else if (event.key === " " || event.key === "Enter") {
          event.preventDefault();
          mark();
        }
      }}
    >
      <SignMark sign={sign} size={96} />
    </button>
  );
}

const SLAB =
  "flex min-h-[100px] w-full flex-col items-center justify-center rounded-2xl border-2 border-neutral-500 bg-neutral-900 px-3 text-center leading-tight text-white active:bg-neutral-700";

const ZERO_TO_TEN = Array.from({ length: 11 }, (_none, value) => value);

/** 0 to 10 in two rows, from the least below to the worst above; the last one has a foot, and is not chosen. */
function Scale({ last, onAnswer }: { last: number | null; onAnswer: (answer: string) => void }) {
  const row = (values: readonly number[]) => (
    <div className="grid grid-cols-6 gap-2">
      {values.map((value) => (
        <button
          key={value}
          type="button"
          onClick={() => onAnswer(String(value))}
          className={`grid min-h-[100px] place-items-center rounded-2xl border-2 bg-neutral-900 text-4xl font-bold text-white active:bg-neutral-700 ${value === last ? "border-b-8 border-neutral-300" : "border-neutral-500"}`}
        >
          {value}
        </button>
      ))}
    </div>
  );
  return (
    <div className="flex flex-col gap-2 text-xl">
      <span className="text-right">the worst there is</span>
      {row(ZERO_TO_TEN.slice(6))}
      {row(ZERO_TO_TEN.slice(0, 6))}
      <span>no pain</span>
    </div>
  );
}

function Choices({ choices, onAnswer }: { choices: readonly PadChoice[]; onAnswer: (answer: string) => void }) {
  return (
    <div className={`grid gap-2 ${choices.length > 4 ? "grid-cols-2 text-2xl" : "text-3xl"}`}>
      {/* The first lies next to the thumb, at the bottom. */}
      {choices.toReversed().map(({ id, label, small }) => (
        <button key={id} type="button" data-choice={id} onClick={() => onAnswer(id)} className={SLAB}>
          <span className="font-semibold">{label}</span>
          {small && <span className="text-lg text-neutral-300">{small}</span>}
        </button>
      ))}
    </div>
  );
}

/** A strip at the bottom edge in every state but that of the whole-screen button. */
const Stop = ({ onStop }: { onStop: () => void }) => (
  <button
    type="button"
    onClick={onStop}
    className="min-h-[72px] w-full rounded-2xl bg-[#b3261e] text-3xl font-bold text-white active:bg-[#7d1a14]"
  >
    Stop
  </button>
);

type Answered = { readonly to: string; readonly at: number };

/** What the person on the table holds in their hand: one thing at a time, and nothing that is about anybody. */
export function PadScreen({ sign, onEnd }: { sign: DeviceSign; onEnd: () => void }) {
  const { shown, setShown, isUp, say, leave } = useJoined(onEnd);
  const [answered, setAnswered] = useState<Answered | null>(null);
  useWakeLock();
  const stop = () => {
    say({ says: "stop" });
    felt();
    setShown({ show: "stopped" });
  };
  const answer = (to: string, given: string) => {
    say({ says: "answer", to, answer: given });
    felt();
    setAnswered({ to, at: Date.now() });
  };
  const done = shown.show === "ask" && answered?.to === shown.id ? answered : null;
  const isAnswered = done !== null;
  useEffect(() => {
    if (!isAnswered) return;
    const timer = setTimeout(() => setAnswered((one) => (one ? { ...one, at: 0 } : one)), UNDO_FOR_MS);
    return () => clearTimeout(timer);
  }, [isAnswered]);
  if (shown.show === "hold" || shown.show === "practise")
    return (
      <main data-pad-shows={shown.show}>
        <h1 className="sr-only">Answer pad</h1>
        {shown.show === "practise" && (
          <p className="fixed inset-x-0 top-10 z-10 px-6 text-center text-3xl font-semibold text-white">
            Try it once: press anywhere when you feel my hand.
          </p>
        )}
        <Hold sign={sign} say={say} onStop={stop} />
      </main>
    );
  if (shown.show === "stopped")
    return (
      <main data-pad-shows="stopped" className="grid min-h-dvh place-items-center bg-[#9f1f18] p-6">
        <h1 role="status" className="text-center text-5xl font-bold text-white">
          I have stopped.
        </h1>
      </main>
    );
  return (
    <main
      data-pad-shows={isAnswered ? "wait" : shown.show}
      className="flex min-h-dvh flex-col gap-4 bg-black p-4 text-white"
    >
      <header className="flex items-center justify-between text-neutral-300">
        <SignMark sign={sign} size={44} />
        {!isUp && <span role="status">Looking for the table …</span>}
        <button type="button" onClick={leave} className="min-h-11 px-3 text-lg underline">
          Give back
        </button>
      </header>
      <div className="flex grow flex-col justify-end gap-4">
        {shown.show === "ask" && !isAnswered ? (
          <>
            <h1 className="text-[40px] leading-tight font-semibold">{shown.words}</h1>
            {shown.scale ? (
              <Scale last={shown.scale.last} onAnswer={(given) => answer(shown.id!, given)} />
            ) : (
              <Choices choices={shown.choices ?? []} onAnswer={(given) => answer(shown.id!, given)} />
            )}
          </>
        ) : (
          <h1 className="grow content-center text-center text-3xl text-neutral-300">Wait: I will ask.</h1>
        )}
        {done && done.at > 0 && (
          <button
            type="button"
            onClick={() => {
              say({ says: "not that", to: done.to });
              setAnswered(null);
            }}
            className="min-h-[72px] w-full rounded-2xl border-2 border-neutral-500 text-2xl"
          >
            Not that
          </button>
        )}
      </div>
      <Stop onStop={stop} />
    </main>
  );
}
