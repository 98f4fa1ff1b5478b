"use client";

import { useEffect, useState } from "react";
import { poseBetween, type Pose } from "@/core/poses";

const FRAME_MS = 70;
/** Frames on the way, frames at its end, and how often it is shown. */
const ON_THE_WAY = 14;
const AT_ITS_END = 16;
const TIMES = 3;
const STARTS_AFTER_MS = 500;

const eased = (share: number): number => share * share * (3 - 2 * share);

/**
 * A movement shown a few times when its stage comes up, and then still at its
 * end. Where motion is not wanted it stands at its end from the start: how it
 * began is drawn beside it in any case.
 *
 * @param from how the person was before; null: nothing moves
 */
export function useLoop(from: Pose | null, pose: Pose): Pose {
  const [share, setShare] = useState(1);
  useEffect(() => {
    if (!from || window.matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    let frame = 0;
    let timer: ReturnType<typeof setInterval> | undefined;
    const show = () => {
      if (document.hidden) return;
      const at = frame % (ON_THE_WAY + AT_ITS_END);
      setShare(at >= ON_THE_WAY ? 1 : at / ON_THE_WAY);
      frame++;
      if (frame >= TIMES * (ON_THE_WAY + AT_ITS_END)) clearInterval(timer);
    };
    const start = setTimeout(() => (timer = setInterval(show, FRAME_MS)), STARTS_AFTER_MS);
    return () => {
      clearTimeout(start);
      clearInterval(timer);
      setShare(1);
    };
  }, [from, pose]);
  return from && share < 1 ? poseBetween(from, pose, eased(share)) : pose;
}
