import { gzipSync } from "node:zlib";
import { chromium, type Page } from "@playwright/test";
import { TEST_IDS } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { LAUNCH } from "../../e2e/support/chromium";
import { startServer } from "../../e2e/support/server";
import { limitOf, median, ms, type Row } from "./measure";

type Probe = {
  events: { duration: number; processing: number }[];
  frames: number[];
  stored: number[];
};

/** Watches every press from its time stamp to the next painted frame, and to the end of its outbox transaction. */
function probe(): void {
  const seen: Probe = { events: [], frames: [], stored: [] };
  (window as unknown as { bench: Probe }).bench = seen;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries() as PerformanceEventTiming[]) {
      if (entry.name === "keydown")
        seen.events.push({ duration: entry.duration, processing: entry.processingEnd - entry.startTime });
    }
  }).observe({ type: "event", durationThreshold: 16, buffered: true } as PerformanceObserverInit);
  let pressedAt = 0;
  addEventListener("keydown", ({ timeStamp }) => void (pressedAt = timeStamp), { capture: true });
  const { transaction } = IDBDatabase.prototype;
  IDBDatabase.prototype.transaction = function (...args: Parameters<typeof transaction>) {
    const made = transaction.apply(this, args);
    const since = pressedAt;
    if (args[1] === "readwrite" && since)
      made.addEventListener("complete", () => seen.stored.push(performance.now() - since), { once: true });
    return made;
  };
  /** The first change the press makes on the screen, to the frame after it: below Event Timing's 16 ms floor. */
  new MutationObserver(() => {
    if (!pressedAt) return;
    const since = pressedAt;
    pressedAt = 0;
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => void seen.frames.push(performance.now() - since);
      channel.port2.postMessage(null);
    });
  }).observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
}

/** Scripts, compressed as a server would send them: those the page names, and those it fetches once it is idle. */
async function scriptWeight(page: Page, url: string): Promise<{ first: number; later: number }> {
  const weights = new Map<string, number>();
  const waiting: Promise<void>[] = [];
  page.on("response", (response) => {
    if (response.request().resourceType() !== "script" || !response.url().startsWith(new URL(url).origin)) return;
    waiting.push(
      response.body().then(
        (body) => void weights.set(new URL(response.url()).pathname, gzipSync(body).length),
        () => {},
      ),
    );
  });
  const html = await (await page.goto(url))!.text();
  await page.locator("[data-sync=saved]").waitFor();
  await page.waitForTimeout(2500);
  await Promise.all(waiting);
  const sum = (named: boolean) =>
    [...weights].filter(([path]) => html.includes(path) === named).reduce((total, [, bytes]) => total + bytes, 0);
  return { first: sum(true), later: sum(false) };
}

/** From the press on the run sheet to the frame that shows the test, for every test of the catalogue. */
async function openingTimes(page: Page, url: string): Promise<number[]> {
  await page.goto(url);
  await page.locator("[data-sync=saved]").waitFor();
  await page.waitForTimeout(1500);
  return page.evaluate(async () => {
    const steps = [...document.querySelectorAll<HTMLButtonElement>('nav[aria-label="Run sheet"] li button')];
    const times: number[] = [];
    for (const step of [...steps.slice(0, 3), ...steps, ...steps]) {
      const pressed = performance.now();
      step.click();
      await new Promise((done) =>
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = done;
          channel.port2.postMessage(null);
        }),
      );
      times.push(performance.now() - pressed);
      await new Promise((done) => setTimeout(done, 30));
    }
    return times.slice(3);
  });
}

/** Frames while the dependence slider is moved one step a frame; intervals follow in the worker. */
async function slidingFrames(page: Page, url: string): Promise<{ moved: number; frames: number[] }> {
  await page.goto(url);
  await page.locator("[data-sync=saved]").waitFor();
  await page.getByRole("tab", { name: "What if" }).click();
  const slider = page.getByRole("slider", { name: "Dependence between related tests" });
  await slider.focus();
  await page.keyboard.press("Home");
  await page.waitForTimeout(1500);
  return slider.evaluate(async (thumb) => {
    const answer = () => document.querySelector("[data-supposed]")!.getAttribute("data-supposed")!;
    const frame = () => new Promise<number>((done) => requestAnimationFrame(done));
    const frames: number[] = [];
    const shown = new Set<string>();
    let last = await frame();
    while (frames.length < 85) {
      thumb.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight", bubbles: true, cancelable: true }));
      const now = await frame();
      frames.push(now - last);
      last = now;
      shown.add(answer());
    }
    return { moved: shown.size, frames };
  });
}

/** The value that this share of all values does not exceed. */
const share = (values: readonly number[], part: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * part))]!;

/** 95 of 100 within the limit, and at most one in two hundred over twice of it. */
const within = (values: readonly number[], limit: number): boolean =>
  share(values, 0.95) <= limit && values.filter((value) => value > 2 * limit).length <= values.length / 200;

const spreadText = (values: readonly number[]): string =>
  `median ${ms(median(values))}, 95 % within ${ms(share(values, 0.95))}, worst ${ms(Math.max(...values))}`;

/** The same presses on a page that only shows which key it was: what the machine and the browser take by themselves. */
async function emptyPageFrames(page: Page, presses: number): Promise<number[]> {
  await page.goto("/api/health");
  await page.evaluate(() => {
    document.body.textContent = "";
    addEventListener("keydown", ({ key }) => void (document.body.textContent += key));
  });
  for (let press = 0; press < presses; press++) {
    await page.keyboard.press("1");
    await page.waitForTimeout(20);
  }
  return page.evaluate(() => (window as unknown as { bench: Probe }).bench.frames);
}

export async function browserRows(): Promise<Row[]> {
  const server = await startServer();
  const browser = await chromium.launch(LAUNCH);
  try {
    const context = await browser.newContext({ baseURL: server.url, viewport: { width: 1280, height: 800 } });
    const builder = buildExam({
      exam: idOf(7001),
      idsFrom: 7100,
      actor: { id: idOf(900_001), name: "Ines Calder" },
      person: { id: idOf(7000), number: "DL-0099", name: "Bench" },
    });
    builder.complaint("si-area.right").consent().guard().rest(1, "si-area.right");
    await context.request.post("/api/people", {
      data: {
        person: { id: idOf(7000), name: "Bench", birthDate: "1984-05-12", sex: "female", notes: "" },
        confirmed: true,
      },
    });
    await context.request.post(`/api/exams/${idOf(7001)}/events`, { data: { events: builder.events } });
    const weighing = await context.newPage();
    const weight = await scriptWeight(weighing, `${server.url}/exams/${idOf(7001)}/run`);
    await weighing.close();

    const page = await context.newPage();
    await page.addInitScript(probe);
    await page.goto(`/exams/${idOf(7001)}/run`);
    await page.locator("[data-next]").waitFor({ state: "attached" });
    /** The taps of an exam are measured, not the loading of its page. */
    await page.evaluate(() => new Promise((done) => requestIdleCallback(() => setTimeout(done, 300))));
    const press = async (key: string) => {
      await page.keyboard.press(key);
      await page.waitForTimeout(140);
    };
    const steps = (key: string) => Array.from({ length: 18 }, () => key);
    for (let test = 0; test < 9; test++) {
      for (const key of test % 2 ? ["k", "1", "Enter"] : ["k", "4", ...steps("+"), ...steps("-"), "+", "Enter"])
        await press(key);
    }
    await page.getByRole("region", { name: "Sacral thrust" }).waitFor();
    const { events, frames, stored } = await page.evaluate(() => (window as unknown as { bench: Probe }).bench);
    const timed = events.map(({ duration }) => duration);
    const emptyPage = await context.newPage();
    await emptyPage.addInitScript(probe);
    const empty = await emptyPageFrames(emptyPage, frames.length);
    const whole = buildExam({
      exam: idOf(7002),
      idsFrom: 8100,
      actor: { id: idOf(900_001), name: "Ines Calder" },
      person: { id: idOf(7000), number: "DL-0099", name: "Bench" },
    });
    whole.add("sheet-set", { label: "everything", tests: [...TEST_IDS], reason: "" });
    whole.complaint("si-area.right").consent().guard().rest(1, "si-area.right");
    await context.request.post(`/api/exams/${idOf(7002)}/events`, { data: { events: whole.events } });
    const opening = await openingTimes(await context.newPage(), `/exams/${idOf(7002)}/run`);
    const met = buildExam({
      exam: idOf(7003),
      idsFrom: 9100,
      actor: { id: idOf(900_001), name: "Ines Calder" },
      person: { id: idOf(7000), number: "DL-0099", name: "Bench" },
    });
    met.complaint("si-area.right").consent().guard().rest(0);
    met.add("settings-changed", {
      settings: { ...met.state().settings!, preferredRule: "none" },
      reason: "single tests only, so that the dependence moves the answer",
    });
    for (const test of ["thigh-thrust", "si-distraction", "si-compression", "sacral-thrust"] as const)
      met.run({ test, side: "right", response: "familiar", felt: ["si-area.right"] });
    await context.request.post(`/api/exams/${idOf(7003)}/events`, { data: { events: met.events } });
    const sliding = await slidingFrames(await context.newPage(), `/exams/${idOf(7003)}/reading`);
    const late = sliding.frames.filter((frame) => frame > 25).length;
    const kb = weight.first / 1024;
    return [
      {
        what: `tap to next paint, whole exam, ${frames.length} taps`,
        value: spreadText(frames),
        baseline: `an empty page: ${spreadText(empty)}; Event Timing saw ${timed.length} at or over 16 ms, worst ${ms(Math.max(0, ...timed))}`,
        asked: "95 % ≤ 4 × the empty page",
        ok: share(frames, 0.95) <= 4 * share(empty, 0.95),
        limit: limitOf("median ≤ 16 ms, 95 % ≤ 50 ms, 1 in 200 over 100", within(frames, 50) && median(frames) <= 16),
      },
      {
        what: `tap to durable in the outbox, ${stored.length} writes`,
        value: `median ${ms(median(stored))}, worst ${ms(Math.max(...stored))}`,
        baseline: "strict durability: after the disk has it",
        asked: "measured apart",
        ok: true,
      },
      {
        what: `opening any test, ${opening.length} openings, press to paint`,
        value: spreadText(opening),
        baseline: `every test of the catalogue on one list, both sides; a press on the empty page, 95 % within ${ms(share(empty, 0.95))}`,
        asked: "95 % ≤ 12 × a press on the empty page",
        ok: share(opening, 0.95) <= 12 * share(empty, 0.95),
        limit: limitOf("95 % ≤ 100 ms, 1 in 200 over 200", within(opening, 100)),
      },
      {
        what: `moving the dependence slider, ${sliding.frames.length} frames, ${sliding.moved} different answers drawn`,
        value: `median ${ms(median(sliding.frames))}, ${late} later than 25 ms`,
        baseline: "60 frames a second are 16.7 ms",
        asked: "an answer a frame",
        ok: sliding.moved === sliding.frames.length,
        limit: limitOf("median ≤ 17.5 ms", median(sliding.frames) <= 17.5),
      },
      {
        what: "run screen, first load, all scripts",
        value: `${kb.toFixed(0)} kB`,
        baseline: `gzip of what the page names; ${(weight.later / 1024).toFixed(0)} kB more once it is idle`,
        asked: "≤ 280 kB",
        ok: kb <= 280,
      },
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}
