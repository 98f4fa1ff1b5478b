import { type Message, InputError, phrase } from "@/core/base";
import { type Device, type Reading } from "@/core/measurement";
import { clock, makeFeed } from "./feed";

const MOST_BYTES = 4_000_000;
const MOST_ROWS = 100_000;
const EVERY_MS = 20;

const wrong = (where: string, what: Message, todo: Message): never => {
  throw new InputError([{ where, what, todo }]);
};

/**
 * The readings of a recorded file: columns t_ms and angle_deg, by commas.
 *
 * @throws InputError naming the row, or the columns that are missing
 */
export function readingsIn(name: string, text: string): Reading[] {
  if (text.length > MOST_BYTES) wrong(name, "is larger than 4 MB", "Choose a shorter recording.");
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== "");
  const columns = (lines[0] ?? "").split(",").map((cell) => cell.trim().toLowerCase());
  const [t, angle] = [columns.indexOf("t_ms"), columns.indexOf("angle_deg")];
  if (t < 0 || angle < 0)
    wrong(name, 'has no columns "t_ms" and "angle_deg"', "Write t_ms,angle_deg on its first line.");
  if (lines.length - 1 > MOST_ROWS) wrong(name, phrase`has more than ${MOST_ROWS} rows`, "Choose a shorter recording.");
  const readings = lines.slice(1).map((line, index): Reading => {
    const cells = line.split(",").map((cell) => cell.trim());
    const [at, value] = [cells[t], cells[angle]].map((cell) => (cell ? Number(cell) : NaN)) as [number, number];
    if (!Number.isFinite(at) || !Number.isFinite(value))
      wrong(`${name} › row ${index + 2}`, phrase`"${line.slice(0, 40)}" is not two numbers`, "Write them with digits.");
    return { t: at, value };
  });
  if (readings.length < 2) wrong(name, "holds fewer than two readings", "Choose a recording with a movement in it.");
  return readings.toSorted((a, b) => a.t - b.t);
}

/** A recorded file, played as if it were measured now. */
export function replay(name: string, readings: readonly Reading[]): Device {
  const feed = makeFeed();
  let timer: ReturnType<typeof setInterval> | null = null;
  let next = 0;
  const close = () => {
    if (timer) clearInterval(timer);
    timer = null;
    feed.set({ is: "closed" });
  };
  return {
    id: "replay",
    label: `Recording ${name}`,
    with: "inclinometer",
    unit: "°",
    streams: 1,
    state: feed.state,
    listen: feed.listen,
    close,
    open: async () => {
      const began = clock();
      const first = readings[0]!.t;
      next = 0;
      feed.set({ is: "open" });
      timer ??= setInterval(() => {
        const played = clock() - began;
        for (; next < readings.length && readings[next]!.t - first <= played; next++)
          feed.send({ t: began + readings[next]!.t - first, value: readings[next]!.value });
        if (next === readings.length) feed.set({ is: "silent", sinceMs: clock() });
      }, EVERY_MS);
    },
  };
}
