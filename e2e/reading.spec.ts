import { readFileSync } from "node:fs";
import { bringAxe, violations } from "./support/axe";
import { expect, prepareExam, probability, readyToTest, saved, stored, test } from "./support/test";
import { recordCase, TEST_CASES } from "@/fixtures/samples/cases";
import { lantern } from "./support/server";

const metOnTheRight = (exam: Parameters<NonNullable<Parameters<typeof prepareExam>[1]>>[0]) => {
  exam.complaint("si-area.right").consent().guard().rest(0);
  exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"] });
  exam.run({ test: "si-distraction", response: "familiar", felt: ["si-area.right"] });
  exam.run({ test: "si-compression", response: "familiar", felt: ["si-area.right"] });
};

test("opened reasoning: steps, draws, rules, and why a specificity is not the chance", async ({ page, request }) => {
  const { exam } = await prepareExam(request, (started) => {
    metOnTheRight(started);
    started.run({ test: "sacral-thrust", response: "familiar", felt: ["si-area.right"] });
  });
  await page.goto(`/exams/${exam}/reading`);
  await expect(page.locator("[data-source=sacroiliac][data-beam=right]")).toContainText("71 %");
  const step = page.locator('[data-step="sacral-thrust"]');
  await expect(step).toContainText("counted at 50 % of its weight");
  await expect(step).toContainText("so the two overlap");
  await expect(page.locator("[data-main-sentence]")).toHaveText(
    /^Of 100 people like this, about 71 would have it; before these tests it was \d+\. What moved it most: .+, up from \d+ to \d+\./,
  );
  await step.locator("summary").first().click();
  await step.getByText(/what that does not say/).click();
  await expect(step).toContainText("It is not the chance that a positive means having it");
  await expect(page.locator("[data-beside]")).toContainText("The rule alone says 51 %; its tests, one by one, 74 %");
  await expect(page.locator("[data-beside]")).toContainText("Decided; what is left would move it between");
  await expect(page.getByText("After: of 100 people like this, about 71 would have it.")).toBeVisible();
  await expect(page.locator("[data-band]")).toContainText("ρ 0.3 to 0.7");
  await page.getByRole("tab", { name: "Rules and figures" }).click();
  await expect(page.locator('[data-rule="si-four-test"]')).toContainText("shown, not counted");
  await page.getByRole("radio", { name: /four-test composite/ }).click();
  await expect(page.locator("[data-source=sacroiliac][data-beam=right]")).not.toContainText("71 %");
  await saved(page);
});

test(
  "ranges stand side beside side, with where it came and how far the sides differ",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", { label: "Raise", tests: ["straight-leg-raise"], reason: "" });
      readyToTest(builder);
      for (const [side, end] of [
        ["right", 48],
        ["left", 71],
      ] as const) {
        const run = builder.start("straight-leg-raise", side);
        if (side === "right") builder.add("measure-recorded", { run, measure: "onset", value: 32 });
        builder.add("measure-recorded", { run, measure: "end", value: end });
      }
    });
    await page.goto(`/exams/${exam}/reading`);
    const row = page.locator("[data-range='Straight leg raised']");
    await expect(row).toContainText("23° apart, beyond the error");
    await expect(
      row.getByRole("img", { name: "Straight leg raised, right: 48°, it came at 32°, expected 70-90" }),
    ).toBeVisible();
    await expect(row.getByRole("img", { name: /, left: 71°, expected 70-90/ })).toBeVisible();
    await bringAxe(page);
    expect(await violations(page, "everything")).toEqual([]);
  },
);

test("what if: sliders and flips by keyboard, drawn against the real answer, never recorded", async ({
  page,
  request,
}) => {
  const { exam } = await prepareExam(request, metOnTheRight);
  const before = (await stored(request, exam)).events.length;
  await page.goto(`/exams/${exam}/reading`);
  await page.getByRole("tab", { name: "What if" }).click();
  const supposed = page.locator("[data-supposed]");
  const value = async () => Number(await supposed.getAttribute("data-supposed"));
  await expect.poll(value).toBeCloseTo(0.6078, 3);
  await page.getByRole("slider", { name: "Starting probability" }).focus();
  for (let press = 0; press < 10; press++) await page.keyboard.press("ArrowRight");
  await expect.poll(value).toBeCloseTo(0.7068, 2);
  await page.getByRole("group", { name: "Suppose Thigh thrust R" }).getByRole("button", { name: "negative" }).click();
  await expect.poll(value).toBeLessThan(0.72);
  expect(await probability(page, "right")).toBeCloseTo(0.6078, 3);
  await page.getByRole("button", { name: "Back to what was found" }).click();
  await expect.poll(value).toBeCloseTo(0.6078, 3);
  expect((await stored(request, exam)).events.length).toBe(before);
});

test(
  "the next test is named with its reason, and a start can be set for this person",
  { tag: "@all" },
  async ({ page, request }) => {
    const { exam } = await prepareExam(request, metOnTheRight);
    await page.goto(`/exams/${exam}/reading`);
    await expect(page.locator("[data-next] > li")).toHaveCount(3);
    await expect(page.locator("[data-next] > li").first()).toContainText(/now/);
    await page.getByRole("tab", { name: "Start" }).click();
    await page.getByLabel("Start, %").fill("100");
    await page.getByLabel("Why").fill("sent by a colleague");
    await page.getByRole("button", { name: "Use it" }).click();
    await expect(page.getByText(/nothing could ever move it/)).toBeVisible();
    await page.getByLabel("Start, %").fill("50");
    await page.getByRole("button", { name: "Use it" }).click();
    await expect.poll(() => probability(page, "right")).toBeCloseTo(0.7833, 3);
  },
);

test(
  "evidence: a record replaced is a new version; an old exam keeps its own until it is read again",
  { tag: "@all" },
  async ({ page, request, server }) => {
    const { exam } = await prepareExam(request, (started) => {
      started.complaint("lateral-calf.right");
      started.add("sheet-set", { label: "Leg", tests: ["slump"], reason: "" });
      started.consent().guard().rest(0);
      recordCase(
        started,
        TEST_CASES.find(({ test: id, kind }) => id === "slump" && kind === "positive")!,
      );
    });
    await page.goto("/evidence");
    await page.getByPlaceholder("Test, source, author, year, or off").fill("slump majlesi");
    await page.getByRole("button", { name: "Replace slump.majlesi-2008" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("button", { name: "Put in force as a new version" }).click();
    await expect(dialog.getByText("Is empty. Write how many people, 0 if none.")).toHaveCount(4);
    for (const [cell, people] of [
      ["TP: positive, have it", "30"],
      ["FN: negative, have it", "10"],
      ["FP: positive, do not", "2"],
      ["TN: negative, do not", "38"],
    ] as const)
      await dialog.getByLabel(cell).fill(people);
    await dialog.getByLabel("Where it comes from").fill("Own audit 2026");
    await expect(dialog.getByText(/Gives: TP 30.*LR\+ 15\.0/)).toBeVisible();
    await dialog.getByRole("button", { name: "Put in force as a new version" }).click();
    await expect(dialog).toBeHidden();
    await expect(page.locator('[data-record="slump.majlesi-2008"]')).toContainText("Off: replaced");
    await page.getByRole("tab", { name: "Versions" }).click();
    await expect(page.getByText("in force")).toBeVisible();

    await page.goto(`/exams/${exam}/reading`);
    await expect(page.locator("[data-evidence-differences]")).toContainText("lower lumbosacral nerve root L4-S1 right");
    const root = page.locator("[data-source=lower-lumbosacral-root][data-beam=right]");
    await expect(root).toContainText("86 %");
    await page.getByRole("button", { name: "Read it under today's figures" }).click();
    await expect(root).toContainText("92 %");
    await saved(page);

    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.goto("/evidence").then(() => page.getByRole("link", { name: "CSV" }).click()),
    ]);
    const csv = readFileSync((await download.path())!, "utf8");
    expect(csv).toContain("own.slump.own-audit-2026");
    await page.getByRole("button", { name: "Import" }).click();
    await page.getByLabel("Evidence file").setInputFiles({
      name: "broken.csv",
      mimeType: "text/csv",
      buffer: Buffer.from(csv.replace(",30,", ",lots,")),
    });
    await expect(page.getByRole("dialog").getByRole("alert")).toContainText("is not a number");
    await page.keyboard.press("Escape");
    await page.getByRole("tab", { name: "Versions" }).click();
    await page.getByRole("button", { name: "Back to the shipped figures" }).click();
    await expect(page.locator('[data-version="shipped-2"]')).toBeVisible();

    const file = lantern(server.db, "export", exam);
    expect(JSON.parse(file)).toMatchObject({ evidence: [{ records: [{ id: "own.slump.own-audit-2026" }] }] });
  },
);

test("evidence: switching off asks why, and a clinic's start is checked", async ({ page }) => {
  await page.goto("/evidence");
  await page.getByPlaceholder("Test, source, author, year, or off").fill("thigh");
  await page.getByRole("button", { name: /^Switch off thigh-thrust/ }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Switch off" }).click();
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText("Say why");
  await page.getByLabel("Why is it switched off?").fill("second-hand figure");
  await page.getByRole("dialog").getByRole("button", { name: "Switch off" }).click();
  await expect(page.locator('[data-record="thigh-thrust.laslett-2005"]')).toContainText("Off: second-hand figure");
  await page.getByRole("tab", { name: "Starting probabilities" }).click();
  const row = page.locator('[data-start="sacroiliac.below-l5"]');
  await row.getByText("Set the clinic's own").click();
  await row.getByLabel("Start, %").fill("0");
  await row.getByLabel("Why").fill("our audit");
  await row.getByRole("button", { name: "Put in force" }).click();
  await expect(row.getByText(/Is 0: nothing could ever move it/)).toBeVisible();
  await page.getByRole("tab", { name: "Versions" }).click();
  await page.getByRole("button", { name: "Back to the shipped figures" }).click();
  await expect(page.locator('[data-version="shipped-2"]')).toBeVisible();
});

test("the calculator: ratios, intervals, a picture, copyable text, and what is wrong at its cell", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto("/calculator");
  await expect(page.locator("[data-result]")).toContainText("4.02");
  await expect(page.locator("[data-result]")).toContainText("2.04 to 7.90");
  await page.getByLabel(/^TP:/).fill("");
  await expect(page.getByText("Is empty. Write how many people, 0 if none.")).toBeVisible();
  await page.getByLabel(/^TP:/).fill("0");
  await page.getByLabel(/^FN:/).fill("0");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("nobody has the source");
  await page.getByLabel(/^FN:/).fill("9");
  await page.getByRole("button", { name: "Copy as text" }).click();
  await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain("TP 0, FN 9");
});
