"use client";

import { type Remote, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { Spread } from "@/core/reading/draws";
import type { Reading } from "@/core/reading/reading";
import type { SpreadWorker } from "@/workers/spread.worker";

const AFTER_PAINT_MS = 60;

let remote: Remote<SpreadWorker> | null = null;

/** One worker for the page; its draws are kept between taps. */
function spreadWorker(): Remote<SpreadWorker> {
  if (remote) return remote;
  const worker = new Worker(new URL("../../workers/spread.worker.ts", import.meta.url), { type: "module" });
  /** A worker whose script could not be fetched is made anew when next asked; until then the point values stand alone. */
  worker.addEventListener("error", () => (remote = null));
  return (remote = wrap<SpreadWorker>(worker));
}

/**
 * The intervals of a reading's figured sources, worked out off the main thread.
 * While new ones are on their way the last ones stay; null before the first.
 */
export function useSpreads({ figured, settings }: Reading): readonly (Spread | null)[] {
  const [spreads, setSpreads] = useState<readonly (Spread | null)[]>([null, null]);
  const asked = useRef(0);
  const requests = JSON.stringify(
    figured.map(({ recipe, wording }) => ({ recipe, ratioLimit: settings.ratioLimit, band: wording.band })),
  );

  useEffect(() => {
    const turn = ++asked.current;
    /** After the tap has been painted: the draws must not take its frame. */
    const timer = setTimeout(async () => {
      const found = await spreadWorker().spreads(JSON.parse(requests));
      if (asked.current === turn) setSpreads(found);
    }, AFTER_PAINT_MS);
    return () => clearTimeout(timer);
  }, [requests]);

  return spreads;
}
