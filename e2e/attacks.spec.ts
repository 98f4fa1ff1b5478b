import type { Page } from "@playwright/test";
import Database from "better-sqlite3";
import { BODY_LIMIT } from "@/wire/route";
import { withOwnServer } from "./support/own-server";
import { expect, idOf, stored, readyToTest, test } from "./support/test";

test("a store that cannot be used says so on the page, in a sentence", { tag: "@all" }, async ({ browser }) => {
  await withOwnServer(async (server) => {
    const newer = new Database(server.db);
    newer.exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    newer.close();
    await server.kill();
    await server.restart();
    const context = await browser.newContext();
    const page = await context.newPage();
    await page.goto(server.url);
    await expect(page.getByRole("heading", { name: "This could not be loaded" })).toBeVisible();
    await expect(page.getByRole("alert").first()).toContainText("made by a newer version");
    await page.goto(`${server.url}/exams/${idOf(1)}/run`);
    await expect(page.getByRole("alert").first()).toContainText("made by a newer version");
    await context.close();
  });
});

/** Puts entries where they wait in a browser, as a program that was closed left them. */
const putIntoOutbox = (page: Page, exam: string, events: readonly object[]): Promise<void> =>
  page.evaluate(
    async ([id, all]) => {
      const db = await new Promise<IDBDatabase>((done, failed) => {
        const opening = indexedDB.open("dust-lantern");
        opening.onsuccess = () => done(opening.result);
        opening.onerror = () => failed(new Error("The outbox did not open."));
      });
      const writing = db.transaction("outbox", "readwrite");
      for (const event of all) writing.objectStore("outbox").add({ exam: id, event, refused: null });
      await new Promise((done) => (writing.oncomplete = done));
      db.close();
    },
    [exam, events] as const,
  );

test("what an older program left waiting arrives, or says on the screen what today's rule asks", async ({
  page,
  request,
  prepare,
}) => {
  const { exam, builder, person } = await prepare(readyToTest);
  const before = builder.events.length;
  builder.add("note-written", { text: "waited since the last update" });
  builder.add("technique-logged", {
    ...{ kind: "manipulation", region: "neck", level: "C2", side: null, grade: null, force: null },
    ...{ holdSeconds: null, repetitions: null, note: "" },
  });
  const older = builder.events.slice(before).map(({ v: _newer, ...event }) => event);
  const { region: _unsaid, ...whereNotSaid } = older[1]!.body as { region: string };
  await page.goto(`/exams/${exam}/run`);
  await expect(page.locator("[data-sync]")).toBeVisible();
  await page.goto("/library");
  await putIntoOutbox(page, exam, [older[0]!, { ...older[1]!, body: whereNotSaid }]);
  await page.goto("/");
  const waiting = page.getByRole("list", { name: "Waiting in this browser" });
  await expect(waiting).toContainText(`1 of ${person} cannot be sent as it is`);
  await expect(waiting).toContainText("Say where it is done");
  const { events } = await stored(request, exam);
  expect(events.map(({ id }) => id)).toContain(older[0]!.id);
  expect(events.map(({ type }) => type)).not.toContain("technique-logged");
});

test(
  "1.2 MB of notes that waited offline go in parts that the server reads, all of them, in their order",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam, builder } = await prepare(readyToTest);
    const before = builder.events.length;
    for (let line = 0; line < 400; line++)
      builder.add("note-written", { text: `${String(line).padStart(4, "0")} ${"é".repeat(3000)}` });
    const notes = builder.events.slice(before);
    await page.goto(`/exams/${exam}/run`);
    await expect(page.locator("[data-sync]")).toBeVisible();
    await page.goto("/library");
    await putIntoOutbox(page, exam, notes);
    const sizes: number[] = [];
    page.on("request", (sent) => {
      if (sent.method() === "POST" && sent.url().includes("/events")) sizes.push(sent.postDataBuffer()?.length ?? 0);
    });
    await page.goto("/");
    await expect.poll(async () => (await stored(request, exam)).events.length).toBe(before + 400);
    const { events } = await stored(request, exam);
    expect(events.slice(before).map(({ id }) => id)).toEqual(notes.map(({ id }) => id));
    expect(sizes.length).toBeGreaterThan(2);
    expect(Math.max(...sizes)).toBeLessThanOrEqual(BODY_LIMIT);
    await expect(page.getByRole("list", { name: "Waiting in this browser" })).toBeHidden();
  },
);
