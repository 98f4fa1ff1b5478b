import type { Page } from "@playwright/test";
import { signInOwner, open, withOwnStore, WORDS } from "./support/own-store";
import { startServer } from "./support/server";
import {
  expect,
  INES,
  newPerson,
  openRun,
  prepareExam,
  probability,
  readyToTest,
  saved,
  stored,
  test,
} from "./support/test";

test.use({ serviceWorkers: "allow" });

/** The app itself is kept in this browser, and the pages of this examination with it. */
async function untilKept(page: Page, exam: string): Promise<void> {
  await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === "activated");
  await expect
    .poll(() => page.evaluate(async (path) => (await caches.match(path)) !== undefined, `/exams/${exam}/reading`), {})
    .toBe(true);
}

/** What stands sealed in this browser of an examination, as a copy of the disk would show it. */
const sealed = (page: Page): Promise<string> =>
  page.evaluate(
    () =>
      new Promise((done, fail) => {
        const opening = indexedDB.open("dust-lantern-kept");
        opening.onerror = fail;
        opening.onsuccess = () => {
          const asked = opening.result.transaction("answers").objectStore("answers").getAll();
          asked.onsuccess = () => {
            const all = asked.result as { data: ArrayBuffer }[];
            done(all.map(({ data }) => new TextDecoder("latin1").decode(data)).join(""));
          };
        };
      }),
  );

test("with its server gone the app opens again where it was, goes on, and every answer arrives once", async ({
  browser,
}) => {
  const server = await startServer();
  try {
    const context = await browser.newContext({ baseURL: server.url, serviceWorkers: "allow" });
    const { exam, person } = await prepareExam(context.request, readyToTest);
    const page = await context.newPage();
    await page.goto("/");
    await expect(page.getByRole("list", { name: "People" })).toContainText(person);
    /** The list stands sealed in this browser before the page is left. */
    await expect.poll(async () => (await sealed(page)).length).toBeGreaterThan(500);
    await openRun(page, exam);
    await untilKept(page, exam);
    await page.locator("[data-response=familiar]").click();
    await page.locator('[data-place="si-area.right"]').click();
    await saved(page);
    const before = (await stored(context.request, exam)).head.length;
    await expect.poll(async () => (await sealed(page)).length).toBeGreaterThan(1000);
    expect(await sealed(page)).not.toContain(person.slice(0, 6));
    await page.waitForTimeout(1000);

    await server.kill();
    await page.reload();
    await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible({});
    await page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "7 of 10" }).click();
    await expect(page.locator("[data-sync=waiting]")).toBeVisible();
    await expect.poll(() => probability(page, "right")).toBeGreaterThan(0.4);
    await page.reload();
    await expect(page.locator("[data-sync=waiting]")).toBeVisible({});
    await expect.poll(() => probability(page, "right")).toBeGreaterThan(0.4);

    /** Another step, the roster and a test in the library, none of them open when the server went. */
    await page.goto(`/exams/${exam}/reading`);
    await expect(page.locator("[data-next]")).toBeAttached();
    await page.goto("/");
    await expect(page.getByRole("list", { name: "People" })).toContainText(person);
    await page.goto("/library");
    await expect(page.getByText("Slump").first()).toBeVisible();

    await server.restart();
    await page.goto(`/exams/${exam}/run`);
    await saved(page);
    const { events } = await stored(context.request, exam);
    expect(events.slice(before).map(({ type }) => type)).toEqual(["felt-recorded"]);
    expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
  } finally {
    await server.stop();
  }
});

test(
  "an examination begun with the server gone is run, opened again, and arrives whole when it is back",
  { tag: "@all" },
  async ({ browser }) => {
    const server = await startServer();
    try {
      const context = await browser.newContext({ baseURL: server.url, serviceWorkers: "allow" });
      const name = await newPerson(context.request);
      const page = await context.newPage();
      await page.goto("/");
      await expect(page.getByRole("list", { name: "People" })).toContainText(name);
      await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === "activated");
      const ahead = () =>
        page.evaluate(() => JSON.parse(localStorage.getItem("dust-lantern-exams-ahead") ?? "[]") as string[]);
      await expect
        .poll(
          async () =>
            page.evaluate(
              async (ids) => {
                const found = await Promise.all(ids.map((id) => caches.match(`/exams/${id}/sign`)));
                return found.length > 0 && found.every((one) => one !== undefined);
              },
              await ahead(),
            ),
          {},
        )
        .toBe(true);
      const [first] = await ahead();
      /** The list stands sealed in this browser. */
      await expect.poll(async () => (await sealed(page)).length).toBeGreaterThan(500);

      await server.kill();
      await page.getByRole("button", { name: `Examine ${name}, Back` }).click();
      await page.waitForURL(new RegExp(`/exams/${first}/complaint`));
      await page.locator('[data-place="posterior-calf.right"]').first().click({});
      await expect(page.locator("[data-sync=waiting]")).toBeVisible();
      await page.reload();
      await expect(page.getByText(/Area 1/)).toBeVisible({});
      await page.goto("/");
      await expect(page.getByText(/wait in this browser/)).toBeVisible({});

      await server.restart();
      await page.goto(`/exams/${first}/complaint`);
      await saved(page);
      const { events } = await stored(context.request, first!);
      expect(events.map(({ type }) => type)).toEqual(["exam-opened", "area-recorded"]);
      await page.goto("/");
      await expect(page.getByText(/wait in this browser/)).toHaveCount(0);
    } finally {
      await server.stop();
    }
  },
);

test(
  "whoever signs out leaves nothing of a record in the browser that the next one could read",
  { tag: "@all" },
  async ({ browser }) => {
    const server = await startServer();
    try {
      const context = await browser.newContext({ baseURL: server.url, serviceWorkers: "allow" });
      const { exam } = await prepareExam(context.request, readyToTest);
      const words = "walnut ferry quiet amber";
      const owner = { ...INES, registration: "", signIn: "ines" };
      expect((await context.request.post("/api/account/owner", { data: { ...owner, passphrase: words } })).ok()).toBe(
        true,
      );
      const page = await context.newPage();
      await openRun(page, exam);
      await untilKept(page, exam);
      await expect.poll(async () => (await sealed(page)).length).toBeGreaterThan(1000);
      await page.goto("/settings");
      await page.getByRole("button", { name: "Sign out", exact: true }).click();
      await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
      await expect.poll(() => sealed(page)).toBe("");
      await server.kill();
      await page.goto(`/exams/${exam}/run`);
      await expect(page.getByText("cannot be reached").first()).toBeVisible({});
      await expect(page.getByRole("navigation", { name: "Run sheet" })).toHaveCount(0);
    } finally {
      await server.stop();
    }
  },
);

test(
  "the table locks while its server is gone, opens by the short code, and is locked for the server too once it is back",
  { tag: "@all" },
  async ({ browser }) => {
    await withOwnStore(async (server) => {
      const context = await browser.newContext({ baseURL: server.url, serviceWorkers: "allow" });
      await signInOwner(context.request);
      const { person } = await prepareExam(context.request, readyToTest);
      const page = await context.newPage();
      await page.clock.install();
      await page.goto("/settings");
      await page.getByLabel("Short code").fill("2468");
      await page.locator("form").filter({ hasText: "Short code" }).getByLabel("Passphrase as it is now").fill(WORDS);
      await page.getByRole("button", { name: "Choose the code" }).click();
      await expect(page.getByText("It holds from now on.")).toBeVisible();
      await page.goto("/");
      await expect(page.getByRole("list", { name: "People" })).toContainText(person);
      await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === "activated");
      await page.reload();
      await expect(page.getByRole("list", { name: "People" })).toContainText(person);

      await server.kill();
      const locked = page.getByRole("heading", { name: "The table is locked" });
      await page.clock.runFor("05:30");
      await expect(locked).toBeVisible();
      await page.reload();
      await expect(locked).toBeVisible();
      await page.getByLabel("Your short code").fill("1357");
      await page.getByRole("button", { name: "Unlock" }).click();
      await expect(page.getByRole("alert").filter({ hasText: "is not the code" })).toBeVisible();
      await page.getByLabel("Your short code").fill("2468");
      await page.getByRole("button", { name: "Unlock" }).click();
      await expect(page.locator("[data-entrance]")).toHaveCount(0);
      await expect(page.getByRole("list", { name: "People" })).toContainText(person);

      await page.clock.runFor("05:30");
      await expect(locked).toBeVisible();
      await server.restart();
      await page.getByRole("button", { name: "Look whether the server is back" }).click();
      await expect(page.getByRole("button", { name: "Sign in with a passphrase instead" })).toBeVisible();
      const other = await open(browser, server);
      await other.addCookies(await context.cookies());
      expect((await other.request.get("/api/people")).status()).toBe(401);
      await page.getByLabel("Your short code").fill("2468");
      await page.getByRole("button", { name: "Unlock" }).click();
      await expect(page.locator("[data-entrance]")).toHaveCount(0);
      await expect(page.getByRole("list", { name: "People" })).toContainText(person);
    });
  },
);
