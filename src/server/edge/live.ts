import type { ChainHead } from "@/core";
import { shared } from "../store/shared";
import { eventStream } from "./event-stream";

type Listener = () => void;

const listeners = () => shared("live", () => new Map<string, Set<Listener>>());

/** Tells everybody who looks at an exam that it has moved on. */
export const announce = (exam: string): void =>
  listeners()
    .get(exam)
    ?.forEach((listener) => listener());

function listen(exam: string, listener: Listener): () => void {
  const here = listeners().get(exam) ?? new Set();
  listeners().set(exam, here.add(listener));
  return () => {
    here.delete(listener);
    if (here.size === 0) listeners().delete(exam);
  };
}

/** What another program writes is seen by looking; what this one writes is announced. */
const LOOK_EVERY_MS = 1000;
const STILL_HERE_EVERY_MS = 15_000;

type Live = {
  readonly exam: string;
  /** Where the record ends now; null when it is gone. */
  readonly end: () => ChainHead | null;
  readonly mayHear: () => boolean;
  /** Ends the stream when the other side leaves. */
  readonly signal: AbortSignal;
};

/**
 * Server-sent events that say where a record ends, at once and whenever it moves
 * on. Each says all there is to know, so that somebody who comes back after a
 * break has missed nothing.
 */
export function liveStream({ exam, end, mayHear, signal }: Live): ReadableStream<Uint8Array> {
  let told = "";
  return eventStream({
    signal,
    mayHear,
    breathEvery: STILL_HERE_EVERY_MS,
    listen: (look) => {
      const looking = setInterval(look, LOOK_EVERY_MS);
      const unlisten = listen(exam, look);
      return () => {
        clearInterval(looking);
        unlisten();
      };
    },
    tell: (say) => {
      const now = end();
      if (!now) return "over";
      if (now.head === told) return undefined;
      told = now.head;
      say(`id: ${now.length}\ndata: ${JSON.stringify({ head: now.head, length: now.length })}\n\n`);
      return undefined;
    },
  });
}
