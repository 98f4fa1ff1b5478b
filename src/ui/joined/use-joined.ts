"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type JoinedLine, openJoined } from "@/devices/joined";
import type { PadState } from "@/wire/devices";

/** "I have stopped" stands long enough to be read, whatever the examiner's screen asks for next. */
const STOPPED_FOR_MS = 3000;

/** What is shown, and a way to show something: what comes while a stop is being read comes after it. */
function useShown(): { shown: PadState; show: (next: PadState) => void } {
  const [shown, setShown] = useState<PadState>({ show: "wait" });
  const latest = useRef(shown);
  const reading = useRef<ReturnType<typeof setTimeout> | null>(null);
  const show = useCallback((next: PadState) => {
    latest.current = next;
    if (next.show === "stopped") {
      if (reading.current) clearTimeout(reading.current);
      reading.current = setTimeout(() => {
        reading.current = null;
        setShown(latest.current);
      }, STOPPED_FOR_MS);
    } else if (reading.current) return;
    setShown(next);
  }, []);
  return { shown, show };
}

/** The line of a joined device, open as long as its page is. */
export function useJoined(onEnd: () => void) {
  const line = useRef<JoinedLine | null>(null);
  const { shown, show } = useShown();
  const [isUp, setUp] = useState(false);
  const ending = useRef(onEnd);
  useEffect(() => {
    ending.current = onEnd;
  }, [onEnd]);
  useEffect(() => {
    const opened = openJoined(show, setUp, () => ending.current());
    line.current = opened;
    opened.say({ says: "ready" });
    return () => opened.close();
  }, [show]);
  const say = useCallback((...said: Parameters<JoinedLine["say"]>) => line.current?.say(...said), []);
  const leave = useCallback(() => void line.current?.leave(), []);
  return { shown, show, isUp, say, leave };
}
