import { devicesOf, heardAfter, type JoinedHere, joinedBy, lastSeq, padOf, whenHeard, whenShown } from "./hub";

const STILL_HERE_EVERY_MS = 10_000;

/** Server-sent events: something is said whenever `tell` finds news, until it says that it is over. */
function events(
  signal: AbortSignal,
  listen: (listener: () => void) => () => void,
  tell: (say: (text: string) => void) => "over" | undefined,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let stop = () => {};
  return new ReadableStream({
    start(controller) {
      const say = (text: string) => controller.enqueue(encoder.encode(text));
      const leave = () => {
        stop();
        try {
          controller.close();
        } catch {
          /* It is closed already. */
        }
      };
      const look = () => {
        try {
          if (tell(say) === "over") leave();
        } catch {
          leave();
        }
      };
      const unlisten = listen(look);
      const breathing = setInterval(() => say(": still here\n\n"), STILL_HERE_EVERY_MS);
      stop = () => {
        stop = () => {};
        clearInterval(breathing);
        unlisten();
        signal.removeEventListener("abort", leave);
      };
      signal.addEventListener("abort", leave);
      say("retry: 1000\n\n");
      look();
    },
    cancel: () => stop(),
  });
}

/** What the devices of an examination say, and which there are. */
export function deviceStream(exam: string, after: number | null, signal: AbortSignal): ReadableStream<Uint8Array> {
  let heard = after ?? lastSeq(exam);
  let told = "";
  return events(
    signal,
    (listener) => whenHeard(exam, listener),
    (say) => {
      const there = JSON.stringify(devicesOf(exam));
      if (there !== told) say(`event: devices\ndata: ${(told = there)}\n\n`);
      for (const one of heardAfter(exam, heard)) {
        heard = one.seq;
        say(`id: ${one.seq}\ndata: ${JSON.stringify(one)}\n\n`);
      }
      return undefined;
    },
  );
}

/** What a device shows; it ends when the device is sent off, and says so. */
export function shownStream(joined: JoinedHere, token: string, signal: AbortSignal): ReadableStream<Uint8Array> {
  let told = "";
  return events(
    signal,
    (listener) => whenShown(joined, listener),
    (say) => {
      const isIn = joinedBy(token, Date.now()) !== null;
      const shown = JSON.stringify(isIn ? padOf(joined.exam) : { show: "ended" });
      if (shown !== told) say(`data: ${(told = shown)}\n\n`);
      return isIn ? undefined : "over";
    },
  );
}
