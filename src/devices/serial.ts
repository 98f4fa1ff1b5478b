import { type Device, readSerialLine, type StreamUnit } from "@/core/measurement";
import { makeFeed } from "./feed";

/** What a line is of, by the unit it sends; a unit that is not named here does not compile. */
const DEVICE_BY_UNIT = { mmHg: "cuff", N: "force gauge", "°": "inclinometer" } as const satisfies Record<
  StreamUnit,
  string
>;

/** The part of the browser's serial port that is used. */
type Port = {
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
};
type WithSerial = Navigator & {
  readonly serial?: { requestPort: () => Promise<Port>; getPorts: () => Promise<readonly Port[]> };
};

const BAUD = 115_200;
const MOST_WRONG = 20;

/** Why there is no serial line here; null where there is. */
export const serialProblem = (): string | null =>
  (navigator as WithSerial).serial
    ? null
    : "This browser has no serial port. Use one that has, a joined probe, or type the number.";

/**
 * Reads a line after another until the device ends it.
 *
 * @param take gives back what is wrong with a line; null: nothing
 * @throws Error once too many on end cannot be read
 */
async function readLines(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  take: (line: string) => string | null,
): Promise<void> {
  const decoder = new TextDecoder();
  let [rest, wrong] = ["", 0];
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + decoder.decode(value, { stream: true })).split(/\r\n|\n|\r/);
    rest = lines.pop()!.slice(-200);
    for (const line of lines) {
      const problem = take(line);
      wrong = problem ? wrong + 1 : 0;
      if (problem && wrong >= MOST_WRONG)
        throw new Error(`${problem}. Set the device to send one reading a line, or type the number.`);
    }
  }
}

/** A port that is being closed is opened again once it is. */
let closing: Promise<void> = Promise.resolve();

/** What is read from holds its port: it is let go first, or the port stays open and cannot be opened again. */
async function closePort(port: Port | null, reader: ReadableStreamDefaultReader<Uint8Array> | null): Promise<void> {
  await reader?.cancel().catch(() => {});
  reader?.releaseLock();
  await port?.close().catch(() => {});
}

/** A device on a serial line: one reading a line, as docs/devices.md says. */
export function serialLine(): Device {
  const feed = makeFeed();
  let port: Port | null = null;
  let reader: ReadableStreamDefaultReader<Uint8Array> | null = null;
  let unit: StreamUnit = "°";
  let offset: number | null = null;

  const take = (line: string): string | null => {
    const told = readSerialLine(line);
    if ("skipped" in told) return null;
    if ("problem" in told) return told.problem;
    unit = told.unit;
    /** Its clock begins when it likes; its first reading is now. */
    offset ??= performance.now() - told.reading.t;
    feed.send({ ...told.reading, t: told.reading.t + offset }, told.stream);
    return null;
  };

  const letGo = (): Promise<void> => {
    closing = Promise.all([closing, closePort(port, reader)]).then(() => {});
    [reader, port, offset] = [null, null, null];
    return closing;
  };

  /** Of a line that still is the one in use: one that was closed by hand has not failed. */
  const fail = async (reading: typeof reader, why: string): Promise<void> => {
    if (reading !== reader) return;
    await letGo();
    feed.set({ is: "failed", why });
  };

  const openPort = async (chosen: Port): Promise<void> => {
    await letGo();
    await chosen.open({ baudRate: BAUD });
    port = chosen;
    const reading = chosen.readable!.getReader();
    reader = reading;
    feed.set({ is: "open" });
    void readLines(reading, take)
      .then(() => fail(reading, "The serial line ended. Plug it in and open it again, or type the number."))
      .catch((error: unknown) => fail(reading, error instanceof Error ? error.message : String(error)));
  };

  return {
    id: "serial",
    label: "Serial line",
    /** By the unit it sends. */
    get with() {
      return DEVICE_BY_UNIT[unit];
    },
    get unit() {
      return unit;
    },
    streams: 2,
    state: feed.state,
    listen: feed.listen,
    open: async () => {
      const problem = serialProblem();
      if (problem) return feed.set({ is: "failed", why: problem });
      feed.set({ is: "opening" });
      try {
        await openPort(await (navigator as WithSerial).serial!.requestPort());
      } catch {
        feed.set({ is: "failed", why: "No port was chosen, or it is in use. Choose one, or type the number." });
      }
    },
    /** The one port that was allowed; where there are several, nobody knows which was meant. */
    reopen: async () => {
      try {
        const [only, ...others] = (await (navigator as WithSerial).serial?.getPorts()) ?? [];
        if (!only || others.length > 0) return false;
        await openPort(only);
        return true;
      } catch {
        return false;
      }
    },
    close: () => {
      void letGo();
      feed.set({ is: "closed" });
    },
  };
}
