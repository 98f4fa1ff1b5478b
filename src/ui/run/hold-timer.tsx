"use client";

import { Volume2, VolumeX } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { useKit } from "../hands/kit";
import { KEYS } from "../shell/keymap";
import { Button } from "../primitives/button";
import { playTone } from "../primitives/tone";
import { KeyHint } from "../shell/key-hint";
import { useKeys } from "../shell/use-keys";
import { keepStart, LET_GO, readStart } from "./holds";

const RADIUS = 24;
const AROUND = 2 * Math.PI * RADIUS;

const beep = (): void => playTone(660, 0.5, 0.25);

type HoldTimerProps = {
  /** Names the hold, so that a reload finds it running. */
  id: string;
  seconds: number;
  /** Seconds of rest counted down after a whole hold; 0: none. */
  rest: number;
  sound: boolean;
  held: number | null;
  onHeld: (seconds: number) => void;
};

/** A gap this long between two looks at the clock means that the page or the tablet slept. */
const SLEPT_MS = 2500;

const REST_KEY = "dust-lantern-rest";

/** Counts the rest after a hold down to nothing, and says so with a tone. */
function useRest(sound: boolean): { left: number; start: (seconds: number) => void; end: () => void } {
  const [until, setUntil] = useState<number | null>(null);
  const [left, setLeft] = useState(0);
  useEffect(() => {
    const stored = Number(sessionStorage.getItem(REST_KEY));
    const timer = setTimeout(() => stored > Date.now() && setUntil(stored), 0);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    if (until === null) return;
    const timer = setInterval(() => {
      const remaining = Math.ceil((until - Date.now()) / 1000);
      setLeft(Math.max(0, remaining));
      if (remaining > 0) return;
      setUntil(null);
      if (sound) beep();
    }, 200);
    return () => clearInterval(timer);
  }, [until, sound]);
  const start = useCallback((seconds: number) => {
    const due = Date.now() + seconds * 1000;
    sessionStorage.setItem(REST_KEY, String(due));
    setLeft(seconds);
    setUntil(due);
  }, []);
  const end = useCallback(() => {
    sessionStorage.removeItem(REST_KEY);
    setLeft(0);
    setUntil(null);
  }, []);
  return { left, start, end };
}

/** The clock of one hold: by the time of day, so that neither a reload nor a sleeping tablet stops it. */
function useHold({ id, seconds, onHeld }: Pick<HoldTimerProps, "id" | "seconds" | "onHeld">, sound: boolean) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [elapsed, setElapsed] = useState(0);
  const [slept, setSlept] = useState(false);
  const report = useRef(onHeld);
  useEffect(() => {
    report.current = onHeld;
  }, [onHeld]);
  useEffect(() => {
    const timer = setTimeout(() => setStartedAt(readStart(id)), 0);
    return () => clearTimeout(timer);
  }, [id]);

  useEffect(() => {
    if (startedAt === null) return;
    let last = Date.now();
    let frame = requestAnimationFrame(function tick() {
      const now = Date.now();
      const passed = (now - startedAt) / 1000;
      const overslept = now - last > SLEPT_MS && passed > seconds;
      last = now;
      setElapsed(Math.min(passed, seconds));
      if (passed < seconds) {
        frame = requestAnimationFrame(tick);
        return;
      }
      keepStart(id, null);
      setStartedAt(null);
      setSlept(overslept || passed > seconds + SLEPT_MS / 1000);
      if (sound) beep();
      if (passed <= seconds + SLEPT_MS / 1000) report.current(seconds);
    });
    return () => cancelAnimationFrame(frame);
  }, [startedAt, seconds, sound, id]);

  useEffect(() => {
    const letGo = () => {
      setStartedAt(null);
      setElapsed(0);
    };
    window.addEventListener(LET_GO, letGo);
    return () => window.removeEventListener(LET_GO, letGo);
  }, []);

  const toggle = useCallback(() => {
    setSlept(false);
    if (startedAt === null) {
      const now = Date.now();
      keepStart(id, now);
      setElapsed(0);
      setStartedAt(now);
      return;
    }
    keepStart(id, null);
    setStartedAt(null);
    const held = (Date.now() - startedAt) / 1000;
    /** Nobody holds longer than asked for: the clock had stood still meanwhile. */
    if (held > seconds + SLEPT_MS / 1000) return setSlept(true);
    report.current(Math.min(seconds, Math.round(held * 10) / 10));
  }, [startedAt, id, seconds]);
  return { startedAt, elapsed, slept, toggle };
}

const LAST_OF_A_REST = 3;

/** Where cues are spoken, a hold is counted up aloud, and the last seconds of a rest down. */
function useCounted(held: number | null, restLeft: number): void {
  const { isSpoken } = useKit();
  const count = held !== null && held > 0 ? held : restLeft > 0 && restLeft <= LAST_OF_A_REST ? restLeft : null;
  useEffect(() => {
    if (isSpoken && count !== null) void import("../hands/speak").then(({ speak }) => speak(String(count)));
  }, [isSpoken, count]);
}

/** A ring that fills while the hold lasts, and a tone at its end. Stopping early records what was held. */
export function HoldTimer({ id, seconds, rest, sound: soundAtFirst, held, onHeld }: HoldTimerProps) {
  const [sound, setSound] = useState(soundAtFirst);
  const resting = useRest(sound);
  const done = (given: number) => {
    if (rest > 0 && given >= seconds) resting.start(rest);
    onHeld(given);
  };
  const { startedAt, elapsed, slept, toggle } = useHold({ id, seconds, onHeld: done }, sound);
  const press = () => {
    resting.end();
    toggle();
  };
  useKeys(KEYS.timer, press);

  const shown = startedAt === null && held !== null ? held : elapsed;
  const left = Math.ceil(seconds - shown);
  useCounted(startedAt === null ? null : Math.floor(elapsed), resting.left);
  return (
    <div className="flex items-center gap-1" data-at-work={startedAt !== null || resting.left > 0 ? "hold" : undefined}>
      <Button big onClick={press} className="gap-3 px-3">
        <svg width={44} height={44} viewBox="0 0 56 56" aria-hidden>
          <circle cx={28} cy={28} r={RADIUS} fill="none" stroke="var(--line)" strokeWidth={6} />
          <circle
            cx={28}
            cy={28}
            r={RADIUS}
            fill="none"
            stroke="var(--lantern)"
            strokeWidth={6}
            strokeDasharray={AROUND}
            strokeDashoffset={AROUND * (1 - Math.min(shown / seconds, 1))}
            transform="rotate(-90 28 28)"
          />
          <text x={28} y={35} textAnchor="middle" fontSize={20} fontWeight={600} fill="currentColor">
            {startedAt === null && held !== null ? held : left}
          </text>
        </svg>
        {startedAt === null ? "Hold" : "Stop hold"}
        <span className="sr-only">{seconds} seconds</span> <KeyHint entry={KEYS.timer} />
      </Button>
      <Button
        look="quiet"
        big
        aria-label={sound ? "Turn off the tone at the end of the hold" : "Turn on the tone at the end of the hold"}
        className="px-2"
        onClick={() => setSound(!sound)}
      >
        {sound ? <Volume2 aria-hidden size={20} /> : <VolumeX aria-hidden size={20} />}
      </Button>
      {resting.left > 0 && (
        <p role="timer" aria-label="Rest" className="px-2 text-lg font-semibold">
          rest {resting.left}
        </p>
      )}
      {slept && (
        <p role="alert" className="max-w-56 text-sm text-caution">
          The page or tablet slept while this ran, so the hold is not recorded. Start it again, or type what was held.
        </p>
      )}
    </div>
  );
}
