import type { APIRequestContext, BrowserContext, Page } from "@playwright/test";
import { expect, probability, readyToTest, saved, stored, test, prepareExam } from "./support/test";
import type { ExamBuilder } from "@/fixtures/samples/build";
import { lantern, startServer } from "./support/server";

/** The test is open, all of the screen is there, and what works beside it has answered. */
async function readyPage(page: Page): Promise<void> {
  await expect(page.getByRole("region", { name: "Distraction" })).toBeVisible();
  await expect(page.locator("html[data-whole]")).toBeAttached();
  await expect(page.locator("[data-next]")).toBeAttached();
}

type Offline = {
  readonly page: Page;
  readonly context: BrowserContext;
  readonly request: APIRequestContext;
  readonly prepare: (tell: (exam: ExamBuilder) => void) => Promise<{ exam: string }>;
};

/** A run that is open and whole, with the network cut; how many events the server had of it by then. */
async function openCutOff({ page, context, request, prepare }: Offline): Promise<{ exam: string; before: number }> {
  const { exam } = await prepare(readyToTest);
  await page.goto(`/exams/${exam}/run`);
  await readyPage(page);
  const before = (await stored(request, exam)).head.length;
  await context.setOffline(true);
  return { exam, before };
}

test("a server killed between two taps loses none of them", { tag: "@all" }, async ({ browser }) => {
  const server = await startServer();
  try {
    const context = await browser.newContext({ baseURL: server.url });
    const { exam } = await prepareExam(context.request, readyToTest);
    const page = await context.newPage();
    await page.goto(`/exams/${exam}/run`);
    await readyPage(page);
    await page.locator("[data-response=familiar]").click();
    await server.kill();
    await page.locator('[data-place="si-area.right"]').click();
    await page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "7 of 10" }).click();
    await expect(page.locator("[data-sync=waiting]")).toContainText("waiting to be sent");
    await expect.poll(() => probability(page, "right")).toBeGreaterThan(0.4);
    await server.restart();
    await saved(page);
    const { events } = await stored(context.request, exam);
    expect(events.slice(-4).map(({ type }) => type)).toEqual([
      "run-started",
      "response-recorded",
      "felt-recorded",
      "felt-recorded",
    ]);
    expect(events.at(-1)?.body).toMatchObject({ places: ["si-area.right"], intensity: 7 });
    expect(lantern(server.db, "verify", exam)).toContain("whole");
    await page.reload();
    await expect(page.getByRole("button", { name: /^Distraction\s*, done/ })).toBeVisible();
    await context.close();
  } finally {
    await server.stop();
  }
});

test(
  "a part of the screen that could not be fetched takes nothing down, and is fetched again",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare(readyToTest);
    const path = `/exams/${exam}/run`;
    const named = await (await page.request.get(path)).text();
    let isCut = true;
    await page.route("**/_next/static/chunks/*.js", (route) =>
      isCut && !named.includes(new URL(route.request().url()).pathname) ? route.abort() : route.continue(),
    );
    await page.goto(path);
    await page.locator("[data-response=familiar]").click();
    await expect(page.getByRole("group", { name: "Where was it felt?" })).toBeVisible();
    await saved(page);
    await expect(page.locator("[data-next]")).toHaveCount(0);
    isCut = false;
    await expect(page.locator("[data-next]")).toBeAttached();
    await expect(page.getByRole("region", { name: "Distraction" }).getByRole("img").first()).toBeVisible();
  },
);

test("with the network cut, taps wait in the browser, and are sent when it is back", async ({
  page,
  context,
  request,
  prepare,
}) => {
  const { exam, before } = await openCutOff({ page, context, request, prepare });
  await page.keyboard.press("1");
  await page.keyboard.press("Enter");
  await page.keyboard.press("1");
  await expect(page.locator("[data-sync=waiting]")).toContainText("4 waiting to be sent");
  await page.locator("[data-sync]").click();
  await expect(page.getByRole("dialog")).toContainText("kept in this browser");
  await page.keyboard.press("Escape");
  expect((await stored(request, exam)).head.length).toBe(before);
  await context.setOffline(false);
  await saved(page);
  expect((await stored(request, exam)).head.length).toBe(before + 4);
});

test(
  "a page closed while offline finds its taps again",
  { tag: "@all" },
  async ({ page, context, request, prepare }) => {
    const { exam } = await openCutOff({ page, context, request, prepare });
    await page.keyboard.press("2");
    await expect(page.locator("[data-sync=waiting]")).toBeVisible();
    await page.close();
    await context.setOffline(false);
    const again = await context.newPage();
    await again.goto(`/exams/${exam}/run`);
    await saved(again);
    expect((await stored(request, exam)).events.at(-1)).toMatchObject({
      type: "response-recorded",
      body: { response: "stretch" },
    });
  },
);

test(
  "fifty presses made offline in a tab that is closed all arrive, in their order, from the next one",
  { tag: "@all" },
  async ({ page, context, request, prepare }) => {
    const { exam, before } = await openCutOff({ page, context, request, prepare });
    await page.keyboard.press("4");
    await expect(page.locator('[data-asked="how bad"]')).toBeVisible();
    for (let press = 0; press < 49; press++) await page.keyboard.press(press % 2 ? "-" : "+");
    await expect(page.locator("[data-sync=waiting]")).toContainText("52 waiting to be sent");
    await page.close();
    await context.setOffline(false);
    const again = await context.newPage();
    await again.goto("/");
    await expect.poll(async () => (await stored(request, exam)).events.length - before).toBe(52);
    const { events } = await stored(request, exam);
    const scores = events.slice(-49).map(({ body }) => body.intensity);
    expect(scores).toEqual(scores.map((_, index) => (index % 2 ? 1 : 2)));
  },
);

test(
  "what waits of an examination that is left is told on the roster, and sent from there",
  { tag: "@all" },
  async ({ page, context, request, prepare }) => {
    const { exam } = await prepare(readyToTest);
    await page.goto(`/exams/${exam}/run`);
    await readyPage(page);
    let cut = true;
    await page.route("**/api/exams/*/events", (route) =>
      cut && route.request().method() === "POST" ? route.abort() : route.continue(),
    );
    await page.locator("[data-response=familiar]").click();
    await expect(page.locator("[data-sync=waiting]")).toBeVisible();
    await page.goto("/");
    await expect(page.getByRole("list", { name: "Waiting in this browser" })).toContainText(/2 answers of .* wait/);
    cut = false;
    await expect(page.getByRole("list", { name: "Waiting in this browser" })).toBeHidden();
    await expect
      .poll(async () => (await stored(request, exam)).events.slice(-2).map(({ type }) => type))
      .toEqual(["run-started", "response-recorded"]);
    await context.close();
  },
);

test("a screen hears of what another one did, without asking", { tag: "@all" }, async ({ page, request, prepare }) => {
  const { exam, builder } = await prepare(readyToTest);
  const live = page.waitForResponse((answer) => answer.url().endsWith("/live"));
  await page.goto(`/exams/${exam}/run`);
  await readyPage(page);
  expect((await live).headers()["content-type"]).toContain("text/event-stream");
  const asked: string[] = [];
  page.on("response", (answer) => asked.push(answer.url()));
  /** Where nothing is told, the screen asks every three seconds: five in a row sooner than that were told. */
  for (let turn = 1; turn <= 5; turn++) {
    builder.add("note-written", { text: `said elsewhere ${turn}` });
    const heard = page.waitForResponse((answer) => answer.url().includes("/events?after="), { timeout: 2500 });
    await request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
    const { events } = (await (await heard).json()) as { events: { body: object }[] };
    expect(events.at(-1)?.body).toMatchObject({ text: `said elsewhere ${turn}` });
  }
});

test("two tabs on one exam show the same, and two devices do", async ({
  page,
  context,
  browser,
  server,
  prepare,
  request,
}) => {
  const { exam } = await prepare(readyToTest);
  const tab = await context.newPage();
  const device = await (await browser.newContext({ baseURL: server.url })).newPage();
  for (const one of [page, tab, device]) await one.goto(`/exams/${exam}/run`);
  for (const one of [page, tab, device]) await readyPage(one);
  await tab.getByRole("button", { name: /^Compression/ }).click();
  await tab.keyboard.press("1");
  await device.getByRole("button", { name: /^Thigh thrust right/ }).click();
  await device.keyboard.press("1");
  await page.keyboard.press("4");
  await expect(page.locator('[data-theirs="si-area.right"]')).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("+");
  await page.keyboard.press("+");
  for (const one of [page, tab, device]) await saved(one);
  const shown = async (one: Page) =>
    JSON.stringify([await probability(one, "right"), await one.locator('[data-rule="si-five-test"]').innerText()]);
  for (const one of [page, tab, device]) await expect.poll(() => shown(one)).toContain("1 of 3, 2 left");
  expect(new Set([await shown(page), await shown(tab), await shown(device)]).size).toBe(1);
  expect(new Set((await stored(request, exam)).events.map(({ id }) => id)).size).toBe(
    (await stored(request, exam)).events.length,
  );
  await device.context().close();
});

test(
  "a tap after another device signed cannot be sent, and says why",
  { tag: "@all" },
  async ({ page, context, request, prepare }) => {
    const { exam, builder } = await prepare(readyToTest);
    await page.goto(`/exams/${exam}/run`);
    await readyPage(page);
    await context.setOffline(true);
    await page.keyboard.press("1");
    await expect(page.locator("[data-sync=waiting]")).toBeVisible();
    builder.sign();
    await request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
    await context.setOffline(false);
    await expect(page.locator("[data-sync=refused]")).toContainText("cannot be sent");
    await page.locator("[data-sync=refused]").click();
    await expect(page.getByRole("dialog")).toContainText("this record is signed");
  },
);
