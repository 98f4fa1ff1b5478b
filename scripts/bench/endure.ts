import { startServer } from "../../e2e/support/server";
import { percentile, send, sittings, tap } from "./edge";
import { ms, type Row } from "./measure";

/** A clinic's busy ten minutes: everybody taps once a second, and somebody opens a page now and then. */

const CLIENTS = 20;
const TAP_EVERY_MS = 1000;
const PAGE_EVERY_MS = 3000;
const ALONE_SECONDS = 60;

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Does something at a steady pace for so long, each time counted whenever its answer comes. */
async function steadily(everyMs: number, seconds: number, work: () => Promise<number>): Promise<number[]> {
  const until = performance.now() + seconds * 1000;
  const all: Promise<number>[] = [];
  for (let next = performance.now(); next < until; next += everyMs) {
    await wait(Math.max(0, next - performance.now()));
    all.push(work());
  }
  return Promise.all(all);
}

/**
 * Twenty clients at a tap a second while pages are opened beside them.
 *
 * @param minutes for how long
 */
export async function endureRows(minutes: number): Promise<Row[]> {
  const server = await startServer();
  try {
    const exams = sittings(server);
    const pages = ["/", "/api/people", `/api/exams/${exams[1]!.exam}`, "/api/due", "/library"];
    /** A server runs for days: what it does for the first time is not what is measured. */
    for (const path of [...pages, ...pages]) await send(`${server.url}${path}`);
    await steadily(100, 10, () => tap(server, exams[0]!));
    const alone = percentile(await steadily(TAP_EVERY_MS / 4, ALONE_SECONDS, () => tap(server, exams[0]!)), 0.99);
    let opened = 0;
    const began = performance.now();
    const [taps] = await Promise.all([
      Promise.all(
        exams.slice(0, CLIENTS).map(async (exam, client) => {
          await wait((client * TAP_EVERY_MS) / CLIENTS);
          return steadily(TAP_EVERY_MS, minutes * 60, () => tap(server, exam));
        }),
      ),
      steadily(PAGE_EVERY_MS, minutes * 60, async () => {
        const { status, took } = await send(`${server.url}${pages[opened++ % pages.length]!}`);
        if (status !== 200) throw new Error(`A page was not answered: ${status}`);
        return took;
      }),
    ]);
    const took = taps.flat();
    const slowest = percentile(took, 0.99);
    const seconds = (performance.now() - began) / 1000;
    return [
      {
        what: `${CLIENTS} clients at a tap a second for ${(seconds / 60).toFixed(1)} min, ${opened} pages beside: ${took.length} taps, none refused`,
        value: `99 % within ${(slowest / alone).toFixed(2)} × (${ms(slowest)}), half ${ms(percentile(took, 0.5))}, worst ${ms(Math.max(...took))}`,
        baseline: `one client alone, 99 % within ${ms(alone)}`,
        asked: "≤ 5 ×",
        ok: slowest / alone <= 5,
      },
    ];
  } finally {
    await server.stop();
  }
}
