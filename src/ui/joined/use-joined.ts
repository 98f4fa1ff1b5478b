"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type JoinedLine, openJoined } from "@/devices/joined";
import type { PadState } from "@/wire/devices";

/** The line of a joined device, open as long as its page is. */
export function useJoined(onEnd: () => void) {
  const line = useRef<JoinedLine | null>(null);
  const [shown, setShown] = useState<PadState>({ show: "wait" });
  const [isUp, setUp] = useState(false);
  const ending = useRef(onEnd);
  useEffect(() => {
    ending.current = onEnd;
  }, [onEnd]);
  useEffect(() => {
    const opened = openJoined(setShown, setUp, () => ending.current());
    line.current = opened;
    opened.say({ says: "ready" });
    return () => opened.close();
  }, []);
  const say = useCallback((...said: Parameters<JoinedLine["say"]>) => line.current?.say(...said), []);
  const leave = useCallback(() => void line.current?.leave(), []);
  return { shown, setShown, isUp, say, leave };
}
