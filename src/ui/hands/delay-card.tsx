"use client";

import { useEffect, useRef, useState } from "react";
import { DELAY_TRIALS, markDelay, ownDelay, pressAfter } from "@/core/measurement";
import { clock } from "@/devices/feed";
import { Button } from "../primitives/button";
import { playTone } from "../primitives/tone";
import { hearAtTable, kitNow, setKit, useKit } from "./kit";

type Channel = "pad" | "pedal";

/** Nobody knows when the next one comes. */
const SOONEST_MS = 1500;
const LATEST_MS = 4000;

const NAMES: Readonly<Record<Channel, string>> = { pad: "on their pad", pedal: "with the pedal" };
const seconds = (ms: number): string => `${(ms / 1000).toFixed(2)} s`;

/** Ten signals, each seen and heard at once; what is pressed after each is taken. */
function Learning({ channel, onEnd }: { channel: Channel; onEnd: () => void }) {
  const [presses, setPresses] = useState<readonly number[]>([]);
  const [isOn, setOn] = useState(false);
  /** Presses that were no trial: too soon, or missed. */
  const [wrong, setWrong] = useState<{ readonly was: "too soon" | "missed"; readonly times: number } | null>(null);
  const shownAt = useRef<number | null>(null);
  const done = useRef(onEnd);
  useEffect(() => {
    done.current = onEnd;
  });
  const trials = presses.length;
  /** A signal, some time after the last press. */
  useEffect(() => {
    const timer = setTimeout(
      () => {
        shownAt.current = clock();
        setOn(true);
        try {
          playTone(880, 0.15, 0.4);
        } catch {
          /* It is seen all the same. */
        }
      },
      SOONEST_MS + Math.random() * (LATEST_MS - SOONEST_MS),
    );
    return () => clearTimeout(timer);
  }, [trials, wrong]);
  useEffect(() => {
    setKit({ isLearning: true });
    const quiet = hearAtTable((one) => {
      if (one.by !== channel || (one.by === "pad" ? one.heard.says : one.says) !== "now") return;
      const shown = shownAt.current;
      const after = shown === null ? 0 : one.at - shown;
      const was = shown === null ? "too soon" : pressAfter(after);
      shownAt.current = null;
      setOn(false);
      if (was === "trial") setPresses((all) => [...all, after]);
      else setWrong((before) => ({ was, times: (before?.times ?? 0) + 1 }));
    });
    return () => {
      quiet();
      setKit({ isLearning: false });
    };
  }, [channel]);
  useEffect(() => {
    const own = ownDelay(presses);
    if (!own) return;
    setKit({ delays: { ...kitNow().delays, [channel]: own } });
    done.current();
  }, [presses, channel]);
  return (
    <div className="flex items-center gap-4 rounded-xl bg-well p-3" data-learning={channel} data-trials={trials}>
      <span
        aria-hidden
        data-flash={isOn}
        className={`size-24 shrink-0 rounded-xl border-2 border-edge ${isOn ? "bg-lantern" : "bg-ink"}`}
      />
      <p>
        <span role="status">
          {wrong === null
            ? "Press at each flash and tone."
            : `${wrong.was === "missed" ? "Missed" : "Too soon"}: wait for the next.`}
        </span>
        <span className="block text-sm text-soft">
          {trials} of {DELAY_TRIALS}
        </span>
        <Button className="mt-2" onClick={onEnd}>
          Leave it
        </Button>
      </p>
    </div>
  );
}

/** How quick a mark is: the usual delay of its channel, or one's own where it was learned. */
export function DelayCard() {
  const { joined, hasPedal, delays } = useKit();
  const [learning, setLearning] = useState<Channel | null>(null);
  const channels: Channel[] = [
    ...(joined.some(({ role }) => role === "pad") ? (["pad"] as const) : []),
    ...(hasPedal ? (["pedal"] as const) : []),
  ];
  if (channels.length === 0) return null;
  return (
    <section aria-label="How quick a mark is" className="flex flex-col gap-2">
      <h3 className="text-lg font-semibold">How quick a mark is</h3>
      {channels.map((channel) => {
        const own = delays[channel];
        return learning === channel ? (
          <Learning key={channel} channel={channel} onEnd={() => setLearning(null)} />
        ) : (
          <p key={channel} className="flex flex-wrap items-center gap-2" data-delay={channel}>
            <span className="grow">
              {own
                ? `${seconds(markDelay(channel, own))} ${NAMES[channel]}${channel === "pedal" ? ", their word before it included" : ""}: ${seconds(own.ms)} ± ${seconds(own.spread)} of ${own.trials} trials`
                : `${seconds(markDelay(channel, undefined))} ${NAMES[channel]}, as is usual`}
            </span>
            <Button disabled={learning !== null} onClick={() => setLearning(channel)}>
              {own ? "Learn it anew" : "Learn how quick"}
            </Button>
          </p>
        );
      })}
    </section>
  );
}
