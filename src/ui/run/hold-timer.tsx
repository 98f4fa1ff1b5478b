"use client";

import { Volume2, VolumeX } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { Button } from "../primitives/button";
import { KeyHint } from "../primitives/key-hint";
import { useKeys } from "../shell/use-keys";

const RADIUS = 24;
const AROUND = 2 * Math.PI * RADIUS;

function beep(): void {
  const context = new AudioContext();
  const tone = context.createOscillator();
  const volume = context.createGain();
  tone.frequency.value = 660;
  volume.gain.setValueAtTime(0.25, context.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + 0.5);
  tone.connect(volume).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + 0.5);
  tone.onended = () => void context.close();
}

type HoldTimerProps = { seconds: number; sound: boolean; held: number | null; onHeld: (seconds: number) => void };

/** A ring that fills while the hold lasts, and a tone at its end. Stopping early records what was held. */
export function HoldTimer({ seconds, sound: soundAtFirst, held, onHeld }: HoldTimerProps) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [elapsed, setElapsed] = useState(0);
  const [sound, setSound] = useState(soundAtFirst);
  const report = useRef(onHeld);
  useEffect(() => {
    report.current = onHeld;
  }, [onHeld]);

  useEffect(() => {
    if (startedAt === null) return;
    let frame = requestAnimationFrame(function tick() {
      const passed = (performance.now() - startedAt) / 1000;
      setElapsed(Math.min(passed, seconds));
      if (passed < seconds) {
        frame = requestAnimationFrame(tick);
        return;
      }
      setStartedAt(null);
      if (sound) beep();
      report.current(seconds);
    });
    return () => cancelAnimationFrame(frame);
  }, [startedAt, seconds, sound]);

  const toggle = useCallback(() => {
    if (startedAt === null) {
      setElapsed(0);
      setStartedAt(performance.now());
      return;
    }
    setStartedAt(null);
    report.current(Math.round(((performance.now() - startedAt) / 1000) * 10) / 10);
  }, [startedAt]);
  useKeys(["h"], toggle);

  const shown = startedAt === null && held !== null ? held : elapsed;
  const left = Math.ceil(seconds - shown);
  return (
    <div className="flex items-center gap-1">
      <Button big onClick={toggle} className="gap-3 px-3">
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
        <span className="sr-only">{seconds} seconds</span> <KeyHint keys="H" />
      </Button>
      <Button
        look="quiet"
        big
        aria-pressed={sound}
        aria-label="Tone at the end of the hold"
        className="px-2"
        onClick={() => setSound(!sound)}
      >
        {sound ? <Volume2 aria-hidden size={20} /> : <VolumeX aria-hidden size={20} />}
      </Button>
    </div>
  );
}
