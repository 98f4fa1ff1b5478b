/** Server-sent events, as every stream of this program sends them. */

/** A stream that nobody on the way keeps or rewrites. */
export const LIVE_HEADERS = {
  headers: { "content-type": "text/event-stream; charset=utf-8", "cache-control": "no-store, no-transform" },
};

type EventStream = {
  /** Ends the stream when the other side leaves. */
  readonly signal: AbortSignal;
  /** Calls its listener whenever there may be news; gives what ends that. */
  readonly listen: (look: () => void) => () => void;
  /** Says what is new; "over" when nothing more will come. */
  readonly tell: (say: (text: string) => void) => "over" | undefined;
  /** Whether whoever listens may still hear it: asked before anything is said, and each time that the line is kept up. */
  readonly mayHear: () => boolean;
  /** So often it is said that the line still stands, in ms. */
  readonly breathEvery: number;
};

/** A stream that looks for news at once and whenever it is told to, until either side leaves or it is over. */
export function eventStream({ signal, listen, tell, mayHear, breathEvery }: EventStream): ReadableStream<Uint8Array> {
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
          if (!mayHear() || tell(say) === "over") leave();
        } catch {
          leave();
        }
      };
      const unlisten = listen(look);
      const breathing = setInterval(() => (mayHear() ? say(": still here\n\n") : leave()), breathEvery);
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
