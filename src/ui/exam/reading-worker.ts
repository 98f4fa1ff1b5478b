import type { Remote } from "comlink";
import type { SpreadWorker } from "@/workers/reading.worker";

let remote: Promise<{ readonly worker: Remote<SpreadWorker> }> | null = null;

async function started(): Promise<{ readonly worker: Remote<SpreadWorker> }> {
  const { wrap } = await import("comlink");
  const worker = new Worker(new URL("@/workers/reading.worker.ts", import.meta.url), { type: "module" });
  worker.addEventListener("error", () => (remote = null));
  return { worker: wrap<SpreadWorker>(worker) };
}

/**
 * Asks the one worker of the page, which keeps its draws between taps. One whose
 * script could not be fetched is made anew when next asked; null until then: the
 * point values stand alone.
 */
export async function askWorker<T>(ask: (worker: Remote<SpreadWorker>) => Promise<T>): Promise<T | null> {
  const here = await (remote ??= started()).catch(() => (remote = null));
  return here && ask(here.worker);
}
