import { eventStream } from "../edge/event-stream";
import { devicesOf, heardAfter, type JoinedHere, joinedBy, lastSeq, padOf, whenHeard, whenShown } from "./hub";

const STILL_HERE_EVERY_MS = 10_000;

/** What the devices of an examination say, and which there are. */
export function deviceStream(
  exam: string,
  after: number | null,
  { signal, mayHear }: { readonly signal: AbortSignal; readonly mayHear: () => boolean },
): ReadableStream<Uint8Array> {
  let heard = after ?? lastSeq(exam);
  let told = "";
  return eventStream({
    signal,
    mayHear,
    breathEvery: STILL_HERE_EVERY_MS,
    listen: (look) => whenHeard(exam, look),
    tell: (say) => {
      const there = JSON.stringify(devicesOf(exam));
      if (there !== told) say(`event: devices\ndata: ${(told = there)}\n\n`);
      for (const one of heardAfter(exam, heard)) {
        heard = one.seq;
        say(`id: ${one.seq}\ndata: ${JSON.stringify(one)}\n\n`);
      }
      return undefined;
    },
  });
}

/** What a device shows; it ends when the device is sent off, and says so. */
export function shownStream(joined: JoinedHere, token: string, signal: AbortSignal): ReadableStream<Uint8Array> {
  let told = "";
  return eventStream({
    signal,
    mayHear: () => true,
    breathEvery: STILL_HERE_EVERY_MS,
    listen: (look) => whenShown(joined, look),
    tell: (say) => {
      const isIn = joinedBy(token, Date.now()) !== null;
      const shown = JSON.stringify(isIn ? padOf(joined.exam) : { show: "ended" });
      if (shown !== told) say(`data: ${(told = shown)}\n\n`);
      return isIn ? undefined : "over";
    },
  });
}
