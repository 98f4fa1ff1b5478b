import { readFileSync, writeFileSync } from "node:fs";
import type { APIRequestContext } from "@playwright/test";
import { chainEvent, type ChainHead, type ExamFile, examIn, RECORD_VERSION, SHIPPED_VERSION } from "@/core";
import { demoExam } from "@/fixtures/demo/demo-ids";
import { expect, readyToTest, saved, stored, test } from "./support/test";
import { lantern } from "./support/server";

const pagesOf = (pdf: Buffer): number => pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;
const MARIT = `/exams/${demoExam("Marit Oakhanger")}`;

test.use({ permissions: ["clipboard-read", "clipboard-write"] });

test("the note prints on one page, A4 and Letter, black on white, in light and dark", async ({ page }) => {
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme });
    await page.goto(`${MARIT}/sign`);
    await expect(page.locator("[data-note]")).toContainText("Nominal 95 % interval");
    for (const format of ["A4", "Letter"] as const) {
      const pdf = await page.pdf({ format, printBackground: true });
      expect(pagesOf(pdf), `${format} ${colorScheme}`).toBe(1);
    }
    await page.emulateMedia({ media: "print", colorScheme });
    const colours = await page
      .locator("[data-note]")
      .evaluate((note) => [getComputedStyle(note).color, getComputedStyle(note).backgroundColor]);
    expect(colours).toEqual(["rgb(0, 0, 0)", "rgb(255, 255, 255)"]);
    await expect(page.getByRole("button", { name: /Print/ })).toBeHidden();
    await page.emulateMedia({ media: null });
  }
});

test("a long examination still prints on one page", { tag: "@all" }, async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => {
    builder
      .complaint("si-area.right", "posterior-thigh.right")
      .consent("her sister")
      .guard({ osteoporosis: "known" })
      .rest(2, "si-area.right");
    for (const side of ["left", "right"] as const)
      for (const test of ["thigh-thrust", "faber", "gaenslen"] as const)
        builder.run({ test, side, response: "familiar", felt: [`si-area.${side}`], intensity: 7, kgf: 25 });
    for (const test of ["si-distraction", "si-compression", "sacral-thrust"] as const)
      builder.run({ test, response: "familiar", felt: ["si-area.right", "si-area.left"], intensity: 8 });
    builder.sign();
  });
  await page.goto(`/exams/${exam}/sign`);
  await expect(page.locator("[data-note]")).toContainText("Nominal 95 % interval");
  expect(pagesOf(await page.pdf({ format: "Letter" }))).toBe(1);
});

test("the note copies as plain text, and the record goes out and comes back", async ({ page, server, request }) => {
  await page.goto(`${MARIT}/sign`);
  await expect(page.locator("[data-note]")).toContainText("Nominal 95 % interval");
  await page.getByRole("button", { name: "Copy as plain text" }).click();
  await expect(page.getByText("Copied.")).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text).toContain("sacroiliac joint right: leaning towards, tentative.");
  expect(text).toContain("chain head");

  const downloading = page.waitForEvent("download");
  await page.getByRole("link", { name: "Exam file (JSON)" }).click();
  const path = await (await downloading).path();
  expect(lantern(server.db, "verify", path.includes("/") ? path : `./${path}`)).toContain("whole");
  const reading = JSON.parse(lantern(server.db, "read", path)) as { sources: { probability: number }[] };
  expect(reading.sources[0]!.probability).toBeCloseTo(0.6078, 3);

  await page.goto("/");
  await page.getByLabel("Exam file").setInputFiles(path);
  await expect(page.getByText("That examination is here already; nothing was changed.")).toBeVisible();
  const broken = test.info().outputPath("broken.json");
  writeFileSync(broken, readFileSync(path, "utf8").replace('"familiar"', '"nothing"'));
  await page.getByLabel("Exam file").setInputFiles(broken);
  await expect(page.getByText(/Not imported.*Event \d+ .*was changed after it was recorded/)).toBeVisible();

  const csv = await request.get(`/api${MARIT}/export?as=csv`);
  expect((await csv.text()).split("\r\n")[0]).toContain("person,test,tested_side");
});

test("a signed record is only amended, with the reason shown", async ({ page, request, prepare }) => {
  const { exam } = await prepare((builder) => {
    readyToTest(builder);
    builder.sign();
  });
  await page.goto(`/exams/${exam}/sign`);
  await page.getByLabel("A line for the note").fill("forgot: limped on arrival");
  await page.getByRole("button", { name: "Add to the note" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Not taken." })).toContainText("this record is signed");
  await page.getByText("open to make one").click();
  await page.getByLabel("Why is the signed record changed?").fill("left out by mistake");
  await page.getByRole("button", { name: "Begin amending" }).click();
  await page.getByRole("button", { name: "Add to the note" }).click();
  await expect(page.locator("[data-note]")).toContainText("Amendments after signing");
  await expect(page.locator("[data-note]")).toContainText("left out by mistake");
  await saved(page);
  expect((await stored(request, exam)).events.at(-1)).toMatchObject({
    type: "note-written",
    amendment: "left out by mistake",
  });
  await page.getByRole("button", { name: "Sign the amendments" }).click();
  await expect(page.getByRole("button", { name: "Sign the amendments" })).toBeHidden();
  await expect(page.getByRole("heading", { name: "As it was signed" })).toBeVisible();
  await expect(page.getByText("Read today, the same record says the same.")).toBeVisible();
  await saved(page);
  const closing = (await stored(request, exam)).events.at(-1)!;
  expect(closing).toMatchObject({ type: "amendment-signed" });
  expect(closing.body.reading).toMatchObject({ catalogue: RECORD_VERSION, evidence: SHIPPED_VERSION });
});

/** The exam as another store has it, which went on by itself with these lines. */
async function continuedElsewhere(request: APIRequestContext, exam: string, lines: readonly string[]): Promise<string> {
  const file = (await (await request.get(`/api/exams/${exam}/export?as=json`)).json()) as ExamFile;
  const here = examIn(file);
  let head: ChainHead = here;
  const links = lines.map((text, index) => {
    const { actor } = here.links[0]!.event;
    const id = `${exam.slice(0, -12)}${String(index + 1).padStart(12, "e")}`;
    const at = "2026-03-02T12:00:00.000Z";
    const event = {
      id,
      exam,
      at,
      actor: { ...actor, name: "Jonah Elsewhere" },
      device: "elsewhere",
      v: 2,
      type: "note-written",
      body: { text },
    };
    const link = chainEvent(head, event);
    head = { head: link.hash, length: link.seq };
    return { seq: link.seq, previous: link.previous, hash: link.hash, receivedAt: at, event };
  });
  return JSON.stringify({
    ...file,
    signature: undefined,
    streams: [{ ...here, ...head, links: [...here.links, ...links] }],
  });
}

test(
  "a record that was continued elsewhere is kept beside it, and taken over by hand",
  { tag: "@all" },
  async ({ page, request, prepare, server }) => {
    const { exam, builder } = await prepare(readyToTest);
    const elsewhere = await continuedElsewhere(request, exam, ["they slept badly", "and on the left"]);
    builder.add("note-written", { text: "written here" });
    await request.post(`/api/exams/${exam}/events`, { data: { events: [builder.events.at(-1)] } });
    const imported = await request.post("/api/import", {
      headers: { "content-type": "application/json" },
      data: elsewhere,
    });
    expect(await imported.json()).toMatchObject({ added: 0, branches: 1 });

    await page.goto(`/exams/${exam}/sign`);
    await page.getByText("This record was also continued elsewhere: 2 entries, said to be by Jonah Elsewhere").click();
    await page.getByRole("button", { name: "Take over" }).first().click();
    await expect(page.getByText("taken over", { exact: true })).toBeVisible();
    await saved(page);
    const taken = (await stored(request, exam)).events.at(-1)!;
    expect(taken).toMatchObject({ type: "note-written", body: { text: "they slept badly" } });
    expect(taken).toHaveProperty("origin.event");
    expect(lantern(server.db, "verify", exam)).toContain("whole");
    expect(lantern(server.db, "anchor")).toMatch(/"anchor": "\d+·[0-9a-f]{16}"/);
  },
);
