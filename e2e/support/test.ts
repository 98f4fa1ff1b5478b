import { type APIRequestContext, type BrowserContext, expect, type Page, test as base } from "@playwright/test";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import type { Actor, ExamRegion, ReadingSettings } from "@/core";
import { ALL } from "@/fixtures/property-runs";
import { INES } from "./people";
import { type Server, startServer } from "./server";

export { expect, idOf };

export { ALL, INES };

export type Prepared = { readonly exam: string; readonly person: string; readonly builder: ExamBuilder };

/** Everything a page asks of another machine, and everything it complains about. */
function watch(page: Page, url: string): { strays: string[]; errors: string[] } {
  const seen = { strays: [] as string[], errors: [] as string[] };
  page.on("request", (request) => {
    const asked = request.url();
    if (!asked.startsWith(url) && !/^(blob|data):/.test(asked)) seen.strays.push(asked);
  });
  page.on("pageerror", (error) => seen.errors.push(error.message));
  page.on("console", (message) => {
    if (message.type() === "error" && !message.text().startsWith("Failed to load resource"))
      seen.errors.push(message.text());
  });
  return seen;
}

const MOST_SHOWN = 1200;

/** What every open page shows when a test fails: the failure alone seldom says why. */
async function tellWhatWasSeen(contexts: readonly BrowserContext[]): Promise<void> {
  for (const page of contexts.flatMap((context) => context.pages())) {
    const text = await page
      .locator("body")
      .innerText({ timeout: 2000 })
      .catch((error: Error) => error.message);
    console.log(`${page.url()} showed:\n${text.replaceAll(/\s*\n\s*/g, "\n").slice(0, MOST_SHOWN)}\n`);
  }
}

type Fixtures = {
  /** Complaints of the browser that the test itself calls forth. */
  expectedErrors: RegExp | null;
  /** Fails the test when a page asks another machine for anything, or breaks. */
  quiet: void;
  prepare: (tell?: (exam: ExamBuilder) => void, person?: { name?: string; birthDate?: string }) => Promise<Prepared>;
};

export const test = base.extend<Fixtures, { server: Server }>({
  server: [
    async ({}, use) => {
      const server = await startServer();
      await use(server);
      await server.stop();
    },
    { scope: "worker" },
  ],
  baseURL: async ({ server }, give) => give(server.url),
  expectedErrors: [null, { option: true }],
  quiet: [
    async ({ context, server, expectedErrors }, use, info) => {
      const watched: ReturnType<typeof watch>[] = [];
      context.on("page", (page) => watched.push(watch(page, server.url)));
      await use();
      if (info.status !== info.expectedStatus) await tellWhatWasSeen(context.browser()?.contexts() ?? [context]);
      expect(watched.flatMap(({ strays }) => strays)).toEqual([]);
      expect(watched.flatMap(({ errors }) => errors).filter((error) => !expectedErrors?.test(error))).toEqual([]);
    },
    { auto: true },
  ],
  prepare: async ({ request }, give) => give((tell, person) => prepareExam(request, tell, person)),
});

let made = 0;

/** Long enough ago for everything that is prepared to lie in the past. */
const TWO_HOURS_MS = 7_200_000;

/** A person and an exam of their own, brought to where the test begins. */
export async function prepareExam(
  request: APIRequestContext,
  tell: (exam: ExamBuilder) => void = () => {},
  person: {
    name?: string;
    birthDate?: string;
    region?: ExamRegion;
    schools?: ReadingSettings["schools"];
    actor?: Actor;
  } = {},
): Promise<Prepared> {
  const base = Math.floor(Math.random() * 2 ** 36) * 1000;
  const birthDate = person.birthDate ?? `19${60 + (++made % 35)}-0${1 + (made % 9)}-${10 + (made % 18)}`;
  const name = person.name ?? `Tess T${base.toString(36)}`;
  const added = await request.post("/api/people", {
    data: { person: { id: idOf(base), name, birthDate, sex: "female", notes: "" }, confirmed: true },
  });
  expect(added.ok()).toBe(true);
  const { number } = ((await added.json()) as { person: { number: string } }).person;
  const actor = person.actor ?? INES;
  /** A signature carries what the profile says. */
  const { profiles } = (await (await request.get("/api/practitioners")).json()) as {
    profiles: readonly { readonly id: string; readonly registration: string }[];
  };
  const exam = idOf(base + 1);
  const builder = buildExam({
    exam,
    idsFrom: base + 2,
    birthDate,
    sex: "female",
    startsAt: new Date(Date.now() - TWO_HOURS_MS).toISOString(),
    region: person.region ?? "lumbopelvic",
    settings: person.schools ? { schools: person.schools } : {},
    actor,
    registration: profiles.find(({ id }) => id === actor.id)?.registration ?? "",
    person: { id: idOf(base), number, name },
  });
  tell(builder);
  const answer = (await (
    await request.post(`/api/exams/${exam}/events`, { data: { events: builder.events } })
  ).json()) as { receipts: { result: string; why: string | null }[] };
  expect(answer.receipts.filter(({ result }) => result !== "stored")).toEqual([]);
  return { exam, person: name, builder };
}

/** Ready to be tested at the table: complaint on the right, guard clear, agreed, rated at rest. */
export const readyToTest = (exam: ExamBuilder): void =>
  void exam.complaint("si-area.right").consent().guard().rest(1, "si-area.right");

/** Somebody of this test's own on the roster, without an examination; their name. */
export async function newPerson(request: APIRequestContext): Promise<string> {
  const base = Math.floor(Math.random() * 2 ** 36) * 1000;
  const name = `Nell N${base.toString(36)}`;
  const added = await request.post("/api/people", {
    data: { person: { id: idOf(base), name, birthDate: "1971-06-05", sex: "female", notes: "" }, confirmed: true },
  });
  expect(added.ok()).toBe(true);
  return name;
}

/** Answers every warning question with no, one after another. */
export async function askAll(page: Page, no: () => Promise<unknown>): Promise<number> {
  const question = page.locator("section[data-question]");
  const together = page.locator("[data-asked-together]");
  await expect(page.locator("[data-asked-count]")).toBeVisible();
  for (let asked = 0; ; asked++) {
    if ((await together.count()) > 0) {
      await no();
      await expect(together).toHaveCount(0);
      continue;
    }
    if ((await question.count()) === 0) return asked;
    const id = await question.getAttribute("data-question");
    await no();
    await expect(page.locator(`section[data-question="${id}"]`)).toHaveCount(0);
  }
}

/** The run screen, once a press can be taken and all of it is there. */
export async function openRun(page: Page, exam: string): Promise<void> {
  await page.goto(`/exams/${exam}/run`);
  await expect(page.locator("main[aria-busy=false]")).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
  await expect(page.locator("html[data-whole]")).toBeAttached();
}

export const saved = (page: Page) => expect(page.locator("[data-sync=saved]")).toBeVisible();

/** The probability beside a beam, in whole per cent. */
export const probability = async (page: Page, side: "right" | "left"): Promise<number> =>
  Number(await page.locator(`[data-source=sacroiliac][data-beam=${side}]`).getAttribute("data-probability"));

/** The events of an exam as the server has them. */
export async function stored(
  request: APIRequestContext,
  exam: string,
): Promise<{
  events: { id: string; type: string; body: Record<string, unknown> }[];
  head: { head: string; length: number };
}> {
  return (await (await request.get(`/api/exams/${exam}/events`)).json()) as Awaited<ReturnType<typeof stored>>;
}
