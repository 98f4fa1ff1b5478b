import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { type Browser, chromium, type Page } from "@playwright/test";
import { Capture, movementOf } from "@/core";
import { LAUNCH } from "../../e2e/support/chromium";
import { type Server, startServer } from "../../e2e/support/server";
import { percentile, send, sittings } from "./edge";
import { atMost, limitOf, type Row, timeOf } from "./measure";

/** What is live at the table: how much it costs the screen, and how soon it is there. */

const BUSY_FOR_MS = 30_000;
const TIMES = 100;
const MOST_BUSY = 0.05;
const PAD_TO_STOP_MS = 150;
const PROBE_TO_DIAL_MS = 100;
const TEN_MINUTES = 60_000;
const MOST_GROWTH = 2 * 1024 * 1024;
const LONG = 60_000;
const LONG_MS = 30;

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

async function openDevices(page: Page): Promise<void> {
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("menuitem", { name: "Devices at the table" }).click();
}

/** How much of the main thread's time its tasks took. */
async function busyShare(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send("Performance.enable");
  const taken = async () => {
    const { metrics } = await session.send("Performance.getMetrics");
    return metrics.find(({ name }) => name === "TaskDuration")!.value;
  };
  const before = await taken();
  await wait(BUSY_FOR_MS);
  return ((await taken()) - before) / (BUSY_FOR_MS / 1000);
}

/** A device joins by the code that the screen shows. */
async function joined(browser: Browser, url: string, page: Page, name: RegExp): Promise<Page> {
  await openDevices(page);
  await page.getByRole("button", { name }).click();
  const code = await page.locator("[data-code]").innerText();
  const device = await (await browser.newContext({ baseURL: url })).newPage();
  await device.goto("/join");
  await device.getByLabel(/^Code/).fill(code);
  await device.getByRole("button", { name: "Join" }).click();
  await page.getByRole("button", { name: "Send off" }).first().waitFor();
  await page.keyboard.press("Escape");
  return device;
}

/** From a press on the pad until the other screen shows it, by the clock of this machine that both pages share. */
async function padDelays(pad: Page, screen: Page): Promise<number[]> {
  const delays: number[] = [];
  for (let time = 0; time < TIMES; time++) {
    await screen.evaluate(() => void ((window as unknown as { heardAt: number }).heardAt = 0));
    const began = await pad.evaluate(async () => {
      const at = Date.now();
      await fetch("/api/join/say", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ said: [{ says: "stop", at }] }),
      });
      return at;
    });
    await screen.waitForFunction(() => (window as unknown as { heardAt: number }).heardAt > 0);
    delays.push((await screen.evaluate(() => (window as unknown as { heardAt: number }).heardAt)) - began);
  }
  return delays;
}

/** Notes when the screen hears of something by its own line. */
const listenOn = (screen: Page, exam: string): Promise<void> =>
  screen.evaluate((id) => {
    const source = new EventSource(`/api/exams/${id}/devices/live`);
    source.onmessage = () => void ((window as unknown as { heardAt: number }).heardAt = Date.now());
  }, exam);

async function probeDelays(probe: Page, screen: Page): Promise<number[]> {
  const delays: number[] = [];
  for (let time = 0; time < TIMES; time++) {
    const angle = 30 + (time % 2) * 30;
    const began = await probe.evaluate((beta) => {
      (window as unknown as { lean: number }).lean = beta;
      return Date.now();
    }, angle);
    const shown = await screen.evaluate(
      (wanted) =>
        new Promise<number>((done) => {
          const look = () => {
            const dial = document.querySelector<SVGElement>("[data-dial]")?.dataset.dial;
            if (dial !== undefined && Math.abs(Number(dial) - wanted) <= 15) done(Date.now());
            else requestAnimationFrame(look);
          };
          look();
        }),
      angle,
    );
    delays.push(shown - began);
    await wait(250);
  }
  return delays;
}

/** Collects what is left over, so that only what is kept is counted. */
function collect(): void {
  setFlagsFromString("--expose-gc");
  (runInNewContext("gc") as () => void)();
}

function coreRows(): Row[] {
  const samples = Array.from({ length: LONG }, (_none, n) => ({ t: n * 10, angle: Math.sin(n / 400) * 40 }));
  const took = timeOf(() => movementOf(samples), { runs: 20, warmUp: 10 });
  const sorted = timeOf(() => samples.toSorted((a, b) => a.t - b.t), { runs: 20, warmUp: 10 });
  const capture = new Capture("since zero");
  for (let n = 0; n < 1000; n++) capture.add({ t: n * 10, value: n % 60 });
  collect();
  const before = process.memoryUsage();
  for (let n = 1000; n < TEN_MINUTES; n++) capture.add({ t: n * 10, value: n % 60 });
  collect();
  const after = process.memoryUsage();
  const grown = after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers;
  return [
    atMost(
      `start and end of a movement over ${LONG} readings`,
      { value: took },
      { is: "a plain sort of the same readings", value: sorted },
      6,
      LONG_MS,
    ),
    {
      what: "ten minutes of a device at 100 readings a second, kept",
      value: `${(grown / 1024).toFixed(0)} kB more`,
      baseline: "after its first ten seconds",
      asked: "≤ 2 MB",
      ok: grown <= MOST_GROWTH,
    },
  ];
}

/** An examination whose next test is a raise. */
async function raising(server: Server): Promise<string> {
  const { exam, builder } = sittings(server)[0]!;
  const from = builder.events.length;
  builder.add("sheet-set", { label: "Raise", tests: ["straight-leg-raise"], reason: "" });
  builder.guard();
  const told = await send(`${server.url}/api/exams/${exam}/events`, { events: builder.events.slice(from) });
  if (told.status !== 200 || told.text.includes('"refused"')) throw new Error(`The sheet was not taken: ${told.text}`);
  return exam;
}

/** The rows of the devices. */
export async function deviceRows(): Promise<Row[]> {
  const server = await startServer();
  const browser = await chromium.launch(LAUNCH);
  try {
    const exam = await raising(server);
    const page = await (await browser.newContext({ baseURL: server.url })).newPage();
    await page.goto(`/exams/${exam}/run`);
    await page.locator("html[data-whole]").waitFor({ state: "attached" });
    await page.getByRole("button", { name: /^Straight leg raise right/ }).click();
    const idle = await busyShare(page);
    await openDevices(page);
    await page.getByRole("button", { name: "Simulated inclinometers, two" }).click();
    await page.keyboard.press("Escape");
    const busy = await busyShare(page);
    const probe = await joined(browser, server.url, page, /^Probe/);
    await probe.getByRole("button", { name: "Along a limb or the spine" }).click();
    await probe.evaluate(() => {
      (window as unknown as { lean: number }).lean = 0;
      setInterval(() => {
        const { lean } = window as unknown as { lean: number };
        window.dispatchEvent(new DeviceOrientationEvent("deviceorientation", { alpha: 0, beta: lean, gamma: 0 }));
      }, 16);
    });
    await page.locator("[data-zeroed=true]").waitFor();
    const dial = await probeDelays(probe, page);
    const pad = await joined(browser, server.url, page, /^Answer pad/);
    await listenOn(page, exam);
    const stop = await padDelays(pad, page);
    const echo: number[] = [];
    for (let time = 0; time < TIMES; time++) echo.push((await send(`${server.url}/api/health`)).took);
    const beside = { is: "an echo on the same machine", value: percentile(echo, 0.95) };
    return [
      ...coreRows(),
      {
        what: "main thread over 30 s at 2 × 100 readings a second, dial shown",
        value: `${(busy * 100).toFixed(1)} % busy`,
        baseline: `the same screen without ${(idle * 100).toFixed(1)} %`,
        asked: "≤ the screen without + 5 %",
        ok: busy <= idle + MOST_BUSY,
        limit: limitOf("≤ 5 %", busy <= MOST_BUSY),
      },
      atMost(`probe to dial, 95 % of ${TIMES}`, { value: percentile(dial, 0.95) }, beside, 8, PROBE_TO_DIAL_MS),
      atMost(
        `tablet to stop on the screen, 95 % of ${TIMES}`,
        { value: percentile(stop, 0.95) },
        beside,
        12,
        PAD_TO_STOP_MS,
      ),
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}
