import { type Remote, wrap } from "comlink";
import type { SpreadWorker } from "@/workers/reading.worker";

let remote: Remote<SpreadWorker> | null = null;

/** One worker for the page; its draws are kept between taps. */
export function readingWorker(): Remote<SpreadWorker> {
  if (remote) return remote;
  const worker = new Worker(new URL("@/workers/reading.worker.ts", import.meta.url), { type: "module" });
  /** A worker whose script could not be fetched is made anew when next asked; until then the point values stand alone. */
  worker.addEventListener("error", () => (remote = null));
  return (remote = wrap<SpreadWorker>(worker));
}
