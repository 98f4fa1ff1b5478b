import { expect, openRun, saved, stored, test } from "./support/test";
import { openTest } from "./support/table";

test("two symptoms are named, rated one after the other, and told apart by where theirs came", async ({
  page,
  prepare,
  request,
}) => {
  const { exam } = await prepare((builder) => {
    builder.add("sheet-set", { label: "raise", tests: ["straight-leg-raise"], reason: "" });
    builder.complaint("low-back.central").consent().guard();
    builder.add("area-recorded", {
      area: "area-2",
      places: ["posterior-calf.right"],
      qualities: [],
      now: null,
      best: null,
      worst: null,
    });
  });
  await page.goto(`/exams/${exam}/complaint`);
  const words = page.getByLabel(/theirs too, symptom B/);
  await words.fill("a buzz in the calf");
  await words.blur();
  await expect(page.getByRole("heading", { name: /Area 2 · symptom B/ })).toBeVisible();
  await openRun(page, exam);
  await expect(page.getByText("B a buzz in the calf")).toHaveCount(0);
  await page.keyboard.press("1");
  await expect(page.getByText("B a buzz in the calf")).toBeVisible();
  await page.keyboard.press("4");
  await openTest(page, "straight-leg-raise", "right");
  await expect(page.locator('[data-theirs="posterior-calf.right"]')).toContainText("THEIRS B");
  await page.locator('[data-theirs="posterior-calf.right"]').click();
  await saved(page);
  const [last] = (await stored(request, exam)).events.filter(({ type }) => type === "rest-rated").slice(-1);
  expect(last!.body).toMatchObject({ intensity: 1, others: [{ symptom: "area-2", intensity: 4 }] });
  await expect(page.getByRole("radio", { name: /^B a buzz/ })).toBeChecked();
});

test(
  "what is private is asked for on its own, and a no holds for the visit",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", { label: "pelvis", tests: ["pubic-shear", "sacral-sulcus"], reason: "" });
      builder.complaint("si-area.right").consent().guard().rest(0);
    });
    await openRun(page, exam);
    await openTest(page, "pubic-shear", null);
    await expect(page.locator('[data-asked-anew="pubic bone"]')).toBeVisible();
    await page.keyboard.press("2");
    await expect(page.locator('[data-asked-anew="pubic bone"]')).toHaveCount(0);
    await openTest(page, "sacral-sulcus", "right");
    await page.keyboard.press("1");
    await expect(page.locator("[data-asked-anew]")).toHaveCount(0);
    await expect(page.locator("[data-asked=answer], [data-asked=rest]")).toBeVisible();
    await page.goto(`/exams/${exam}/baseline`);
    await page.locator('[data-neuro="touch s3-s5 right"]').click();
    await page.getByRole("button", { name: /^Patient declines/ }).click();
    await expect(page.getByText("not examined, and not asked for again today")).toBeVisible();
  },
);

test(
  "signals stand on the head line, positions that cannot be taken leave the sheet, and no agreement ends it",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", { label: "two", tests: ["thigh-thrust", "sacral-thrust"], reason: "" });
      builder.complaint("si-area.right").consent().guard().rest(0);
      builder.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    });
    await page.goto(`/exams/${exam}/complaint`);
    await page.getByRole("button", { name: "prone", exact: true }).click();
    await page.getByLabel("Because of").fill("the belly");
    await page.getByLabel("Because of").blur();
    await page.getByText("Another language, hearing, sight, speech, memory").click();
    await page.getByRole("button", { name: /^open hand: stop/ }).click();
    await expect(page.locator("[data-signals]")).toHaveText("open hand: stop");
    await openRun(page, exam);
    await expect(page.getByRole("button", { name: /^Sacral thrust\s*, skipped/ })).toBeVisible();
    await page.goto(`/exams/${exam}/complaint`);
    await page.getByRole("radio", { name: "declined" }).click();
    await expect(page.getByRole("radio", { name: "declined" })).toBeChecked();
    await saved(page);
    await page.goto(`/exams/${exam}/run`);
    await expect(page.getByText(/they wished to stop/i).first()).toBeVisible();
  },
);

test(
  "when two tests have not settled, an end is offered before the next; going on is one press, and so is ending",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", {
        label: "three",
        tests: ["thigh-thrust", "si-distraction", "si-compression"],
        reason: "",
      });
      builder.complaint("si-area.right").consent().guard();
      builder.add("history-recorded", {
        onset: "gradual",
        onsetNote: "",
        weeks: 6,
        provokedBy: "little",
        settlesMinutes: 120,
        eases: "",
      });
      builder.rest(1, "si-area.right");
      for (const test of ["thigh-thrust", "si-distraction"] as const) {
        builder.run({ test, side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
        /** Three minutes go by, twenty seconds an entry. */
        for (let line = 0; line < 9; line++) builder.add("note-written", { text: `waiting ${line}` });
        builder.rest(5, "si-area.right");
      }
    });
    await openRun(page, exam);
    const offer = page.locator("[data-end-offer]");
    await expect(offer).toContainText("2 tests have not settled within 3 minutes (Thigh thrust right, Distraction)");
    await offer.getByRole("button", { name: "Go on" }).click();
    await expect(offer).toHaveCount(0);
    await page.reload();
    await offer.getByRole("button", { name: "End, too sore" }).click();
    await expect(page.getByText("too sore to go on").first()).toBeVisible();
    await saved(page);
    expect((await stored(request, exam)).events.at(-1)).toMatchObject({ type: "exam-ended", body: { reason: "sore" } });
  },
);

test(
  "an artificial lower leg is hatched on the chart, absent in the baseline, left out with its reason; a wheelchair takes standing away",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare(
      (builder) => void builder.complaint("posterior-calf.left").consent().guard().rest(2),
    );
    await page.goto(`/exams/${exam}/complaint`);
    await page.getByText("Wheelchair, a part absent, artificial").click();
    const parts = page.getByRole("group", { name: "A part of a limb that is not as usual" });
    await parts.getByRole("button", { name: /right.*lower leg and foot/i }).click();
    await page
      .getByRole("group", { name: "The right lower leg and foot is" })
      .getByRole("button", { name: "artificial, worn" })
      .click();
    await expect(page.locator("[data-limb]")).toContainText("right lower leg and foot artificial, worn");
    await expect(page.locator('[data-gone="sole.right"], [data-gone="posterior-calf.right"]').first()).toBeAttached();
    await expect(page.locator('[data-place="posterior-calf.right"]')).toHaveCount(0);
    await page.getByRole("button", { name: "Felt in the part that is not there" }).click();
    await expect(page.locator('[data-place="posterior-calf.right"]').first()).toBeAttached();
    await page.getByRole("radio", { name: "with a hoist" }).click();
    await expect(page.getByRole("radio", { name: "with a hoist" })).toBeChecked();
    await saved(page);

    await page.goto(`/exams/${exam}/baseline`);
    await expect(page.locator('[data-absent="power l5 right"]')).toHaveText("absent");
    await expect(page.locator('[data-neuro="power l5 left"]')).toBeVisible();
    await page.locator("[data-all-normal=power]").click();
    await expect(page.locator("[data-all-normal=power]")).toContainText("4 absent");
    await saved(page);
    const { events } = await stored(page.request, exam);
    const findings = events.findLast(({ type }) => type === "neuro-recorded")!.body.findings as {
      level: string;
      side: string;
    }[];
    expect(findings.filter(({ level, side }) => side === "right" && ["l4", "l5", "s1"].includes(level))).toEqual([]);

    await page.goto(`/exams/${exam}/sign`);
    await expect(page.locator("[data-note]")).toContainText("right lower leg and foot artificial, worn");
    await expect(page.locator("[data-note]")).toContainText("In a wheelchair: with a hoist");
  },
);
