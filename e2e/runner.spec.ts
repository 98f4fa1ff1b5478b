import type { Page } from "@playwright/test";
import { protocolOf, type Sheet, SHEETS } from "@/core";
import type { ExamBuilder } from "@/fixtures/samples/build";
import { agree, openTest } from "./support/table";
import { expect, openRun, prepareExam, saved, stored, test } from "./support/test";

test.describe.configure({ mode: "parallel" });

const readyFor = (sheet: Sheet) => (exam: ExamBuilder) => {
  exam.add("sheet-set", { label: sheet.label, tests: [...sheet.tests], reason: "" });
  exam
    .complaint(sheet.region === "neck-arm" ? "radial-forearm.right" : "posterior-calf.right")
    .consent()
    .guard()
    .rest(2, sheet.region === "neck-arm" ? "radial-forearm.right" : "posterior-calf.right");
};
const openSheet = async (page: Page, sheet: Sheet) => {
  const { exam } = await prepareExam(page.request, readyFor(sheet), { region: sheet.region });
  await openRun(page, exam);
  await saved(page);
  return exam;
};

type Hands = {
  readonly clear: () => Promise<void>;
  readonly number: (index: number, value: string) => Promise<void>;
  readonly next: () => Promise<void>;
};

const stepsLeft = (page: Page) =>
  page
    .getByRole("navigation", { name: "Run sheet" })
    .getByRole("button", { name: /, (to do|begun)$/ })
    .count();

/** Runs a sheet to its end, every test clear, and counts the presses it took. */
async function runThrough(page: Page, hands: Hands): Promise<number> {
  let presses = 0;
  for (let turn = 0; turn < 80 && (await stepsLeft(page)) > 0; turn++) {
    const panel = page.locator("section[aria-label]").filter({ has: page.locator("[data-asking]") });
    const name = await panel.getAttribute("aria-label");
    if (await agree(page)) presses++;
    const next = page.getByRole("button", { name: /Next test/ });
    const isDone = async () => /bg-lantern/.test((await next.getAttribute("class")) ?? "");
    while ((await page.locator("[data-response], [data-answer]").count()) === 0 && !(await isDone())) {
      const asked = (await page.locator("[data-asking]").getAttribute("data-asking"))!;
      const fields = await page.locator("[data-measure]").count();
      for (let field = 0; field < fields; field++, presses++) await hands.number(field, field % 2 ? "20" : "45");
      await expect
        .poll(async () => (await isDone()) || (await page.locator(`[data-asking=${asked}]`).count()) === 0)
        .toBe(true);
    }
    if ((await page.locator("[data-response], [data-answer]").count()) > 0) {
      await hands.clear();
      presses++;
    }
    await expect(page.getByRole("button", { name: /Next test/ })).toHaveClass(/bg-lantern/);
    await hands.next();
    presses++;
    if ((await stepsLeft(page)) > 0) await expect(page.locator(`section[aria-label="${name}"]`)).toHaveCount(0);
  }
  return presses;
}

/** Nothing is left open, and every test that was offered has its run. */
async function assertDone(page: Page, exam: string, sheet: Sheet): Promise<void> {
  expect(await stepsLeft(page)).toBe(0);
  await saved(page);
  const { events } = await stored(page.request, exam);
  const ran = new Set(events.filter(({ type }) => type === "run-started").map(({ body }) => body.test));
  const offered = sheet.tests.filter((id) => !protocolOf(id).earned);
  expect(offered.filter((id) => !ran.has(id))).toEqual([]);
}

/** One of them stands for all: which stages a test has is a matter of the core, and checked there for every test. */
const isForAll = ({ id }: Sheet) => id !== "sacroiliac";

for (const sheet of SHEETS) {
  test(`by keyboard only: ${sheet.label}`, { tag: isForAll(sheet) ? "@all" : [] }, async ({ page }) => {
    const exam = await openSheet(page, sheet);
    const { keyboard } = page;
    const presses = await runThrough(page, {
      clear: () => keyboard.press("n"),
      number: async (index, value) => {
        await keyboard.press("g");
        for (let tabs = 0; tabs < index * 3; tabs++) await keyboard.press("Tab");
        await keyboard.type(value);
        await keyboard.press("Enter");
      },
      next: async () => {
        await page
          .locator("h2")
          .first()
          .evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
        await keyboard.press("Enter");
      },
    });
    await assertDone(page, exam, sheet);
    if (sheet.id === "low-back-leg" || sheet.id === "neck-arm")
      test.info().annotations.push({ type: "inputs", description: `${sheet.label}, nothing brought on: ${presses}` });
  });
}

test.describe("by touch", () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  for (const sheet of SHEETS) {
    test(`by touch only: ${sheet.label}`, { tag: "@all" }, async ({ page }) => {
      const exam = await openSheet(page, sheet);
      await runThrough(page, {
        clear: () => page.getByRole("button", { name: /^Nothing came/ }).tap(),
        number: async (index) => {
          await page
            .locator("[data-measure]")
            .nth(index)
            .getByRole("button", { name: /one more/ })
            .tap();
        },
        next: () => page.getByRole("button", { name: /Next test/ }).tap(),
      });
      await assertDone(page, exam, sheet);
    });
  }
});

const LOW_BACK = SHEETS.find(({ id }) => id === "low-back-leg")!;

test("the letting go comes up itself; leaving without it warns once; what it earns is offered", async ({ page }) => {
  await openSheet(page, LOW_BACK);
  await openTest(page, "slump", "right");
  for (const stage of ["slouch", "chin", "overpressure", "back-press"]) {
    await expect(page.locator(`[data-asking=${stage}]`)).toBeVisible();
    await page.keyboard.press("1");
  }
  await expect(page.locator("[data-asking=knee]")).toBeVisible();
  await page.locator("[data-response=familiar]").click();
  await page.locator('[data-place="lateral-calf.right"]').click();
  await expect(page.locator("[data-asking=head]")).toBeVisible();
  await expect(page.locator('[data-answer="less"]')).toBeVisible();
  await page
    .locator("h2")
    .first()
    .evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  /** The angle and how bad are asked first, and can be passed over. */
  for (const asked of ["number", "how bad", "answer"]) {
    await expect(page.locator(`[data-asked="${asked}"]`)).toBeVisible();
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("alert").filter({ hasText: "not differentiated" })).toBeVisible();
  await page.keyboard.press("2");
  await expect(page.locator("[data-asking=reverse]")).toBeVisible();
  await page.keyboard.press("1");
  await expect(page.locator('[data-source="lower-lumbosacral-root"][data-beam=right]')).toContainText(
    "likely, tentative",
  );

  await expect(
    page.getByRole("button", { name: /^Dorsiflexion sign after the raise\s*right\s*, not earned/ }),
  ).toBeVisible();
  await openTest(page, "straight-leg-raise", "right");
  await page.locator("[data-response=familiar]").click();
  await page.locator('[data-place="posterior-calf.right"]').click();
  /** It was there at rest, 2 of 10: without a rise nothing was brought on, and nothing is earned. */
  await page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "6 of 10" }).click();
  await expect(
    page.getByRole("button", { name: /^Dorsiflexion sign after the raise\s*right\s*, to do/ }),
  ).toBeVisible();
});

test(
  "the angle is dragged, wheeled and stepped on the figure, and the other side stands beside it",
  { tag: "@all" },
  async ({ page }) => {
    await openSheet(page, LOW_BACK);
    await openTest(page, "straight-leg-raise", "left");
    const onset = page.getByLabel("Raise at onset, degrees");
    const figure = page.getByRole("slider", { name: /Raise at onset/ });
    await figure.focus();
    for (let presses = 0; presses < 4; presses++) await page.keyboard.press("ArrowUp");
    await expect(onset).toHaveValue("74");
    await page.keyboard.press("ArrowDown");
    await expect(onset).toHaveValue("73");
    await figure.hover();
    await page.mouse.wheel(0, -100);
    await expect(onset).toHaveValue("74");
    await onset.fill("72");
    await onset.press("Enter");
    await openTest(page, "straight-leg-raise", "right");
    const box = (await figure.boundingBox())!;
    await page.mouse.move(box.x + box.width * 0.8, box.y + box.height * 0.6);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.7, box.y + box.height * 0.25, { steps: 6 });
    await page.mouse.up();
    await expect(onset).not.toHaveValue("");
    const dragged = Number(await onset.inputValue());
    expect(dragged).toBeGreaterThan(20);
    expect(dragged).toBeLessThan(110);
    await expect(page.getByText(/difference \d+: (beyond|within) the error \(6\)/)).toBeVisible();
  },
);

test("two fingers on the figure change the angle by their distance", { tag: "@all" }, async ({ page, context }) => {
  await openSheet(page, LOW_BACK);
  await openTest(page, "straight-leg-raise", "left");
  const onset = page.getByLabel("Raise at onset, degrees");
  await onset.fill("60");
  await onset.press("Enter");
  const figure = page.getByRole("slider", { name: /Raise at onset/ });
  await expect(figure).toHaveAttribute("aria-valuenow", "60");
  const box = (await figure.boundingBox())!;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const touch = await context.newCDPSession(page);
  const fingers = (apart: number) => [
    { x: middle.x - apart / 2, y: middle.y, id: 1 },
    { x: middle.x + apart / 2, y: middle.y, id: 2 },
  ];
  const send = (type: "touchStart" | "touchMove" | "touchEnd", touchPoints: ReturnType<typeof fingers>) =>
    touch.send("Input.dispatchTouchEvent", { type, touchPoints });
  await send("touchStart", fingers(60));
  await send("touchMove", fingers(80));
  await send("touchMove", fingers(100));
  await send("touchEnd", []);
  await expect.poll(async () => Number(await onset.inputValue())).toBeGreaterThan(70);
});

test("same as the other side records each finding again, mirrored", { tag: "@all" }, async ({ page }) => {
  const exam = await openSheet(page, LOW_BACK);
  await openTest(page, "straight-leg-raise", "left");
  await page.keyboard.press("n");
  await page.getByLabel("Raise at end of range, degrees").fill("80");
  await page.keyboard.press("Enter");
  await openTest(page, "straight-leg-raise", "right");
  await page.getByRole("button", { name: /Same as the other side/ }).click();
  await expect(page.getByLabel("Raise at end of range, degrees")).toHaveValue("80");
  await saved(page);
  const { events } = await stored(page.request, exam);
  expect(events.filter(({ type }) => type === "response-recorded")).toHaveLength(4);
});

test(
  "the sheet is reordered by keyboard, added to, kept as one's own, and a test is postponed with a reason",
  { tag: "@all" },
  async ({ page }) => {
    const exam = await openSheet(page, LOW_BACK);
    await page.keyboard.press("o");
    const dialog = page.getByRole("dialog", { name: "Run sheet" });
    await dialog.getByRole("button", { name: "Sacroiliac provocation" }).click();
    await dialog.getByLabel(/Add a test/).fill("carnett");
    await dialog.getByRole("button", { name: /Abdominal wall tensing/ }).click();
    await dialog.getByRole("button", { name: "Move Distraction", exact: true }).focus();
    /** What is moved is told aloud; each key waits for what the one before it said. */
    await page.keyboard.press("Space");
    await expect(page.getByText(/^Distraction is (picked up|over)/)).toBeAttached();
    await page.keyboard.press("ArrowDown");
    await expect(page.getByText("Distraction is over Thigh thrust.")).toBeAttached();
    await page.keyboard.press("Space");
    await expect(dialog.getByRole("listitem").first()).toContainText("Thigh thrust");
    await dialog.getByLabel("Name of the sheet").fill("my own");
    await dialog.getByRole("button", { name: "Keep as my own" }).click();
    await expect(dialog.getByText('Kept as "my own"')).toBeVisible();
    await dialog.getByRole("button", { name: "Use for this exam" }).click();
    await expect(dialog).toBeHidden();
    await openTest(page, "faber", "right");
    await page.keyboard.press("p");
    await page.getByRole("button", { name: "after they have rested" }).click();
    await expect(page.getByRole("button", { name: /^FABER\s*right\s*, later: after they have rested/ })).toBeVisible();
    await saved(page);
    const { events } = await stored(page.request, exam);
    expect(events.findLast(({ type }) => type === "sheet-set")?.body).toMatchObject({ label: "my own" });
  },
);

test("baseline: all normal in one action, a deficit named by its level, severe weakness stops the tests", async ({
  page,
}) => {
  const exam = await openSheet(page, LOW_BACK);
  await page.goto(`/exams/${exam}/baseline`);
  for (const kind of ["power", "reflex", "touch", "pin", "upper-motor"])
    await page.locator(`[data-all-normal=${kind}]`).click();
  await expect(page.locator("[data-recorded]")).toHaveText("51 of 55 recorded");
  await expect(page.locator("[data-all-normal=touch]")).toContainText("done but the saddle");
  const record = async (cell: string, step: string) => {
    await page.locator(`[data-neuro="${cell}"]`).click();
    await page.locator(`[data-step-bar="${cell}"]`).getByRole("radio", { name: step, exact: true }).click();
  };
  await record("power l5 right", "4");
  await record("touch l5 right", "reduced");
  await expect(page.locator('[data-root-level="right l5"]')).toContainText("L5 explains most");
  /** The same by the figure and a key. */
  await page.locator('[data-point="reflex s1 left"]').click();
  await expect(page.locator('[data-step-bar="reflex s1 left"]')).toBeVisible();
  await page.locator('[data-neuro="reflex s1 left"]').focus();
  await page.keyboard.press("1");
  await expect(page.locator('[data-neuro="reflex s1 left"]')).toHaveAttribute("data-value", "1");
  await page.keyboard.press("ArrowLeft");
  await expect(page.locator('[data-neuro="power s1 left"]')).toBeFocused();
  await record("power l5 right", "2");
  await saved(page);
  await openRun(page, exam);
  await expect(page.getByText(/Severe weakness \(L5 right 2 of 5\)/).first()).toBeVisible();
  await page.goto(`/exams/${exam}/referral`);
  await expect(page.locator("[data-note]")).toContainText("Urgent referral");
});

test(
  "a technique is logged, soreness holds a repeat back, and a note keeps its stage",
  { tag: "@all" },
  async ({ page }) => {
    const exam = await openSheet(page, LOW_BACK);
    await openTest(page, "straight-leg-raise", "left");
    await page.keyboard.press("n");
    await page.keyboard.press("f");
    await page.getByLabel("What was seen, felt or said").fill("warm to touch");
    await page.getByRole("button", { name: "Keep the note" }).click();
    await expect(page.getByRole("dialog")).toBeHidden();
    await page.getByText("How it is done, and afterwards").click();
    await page.getByRole("radiogroup", { name: "Sore afterwards?" }).getByRole("radio", { name: "4 of 10" }).click();
    await expect(page.getByText("Not settled yet")).toBeVisible();
    await page.keyboard.press("l");
    const dialog = page.getByRole("dialog", { name: "Log a technique" });
    await expect(dialog.getByRole("button", { name: "Log it" })).toBeDisabled();
    await dialog.getByRole("radio", { name: "low back" }).click();
    await dialog.getByLabel("Level").fill("L5");
    await dialog.getByLabel("Grade 1-5").fill("9");
    await dialog.getByRole("button", { name: "Log it" }).click();
    await expect(dialog.getByText(/grade: is above 5/)).toBeVisible();
    await dialog.getByLabel("Grade 1-5").fill("3");
    await dialog.getByRole("button", { name: "Log it" }).click();
    await expect(dialog).toBeHidden();
    await expect(page.locator("[data-before-technique]")).toContainText("nothing");
    await page.keyboard.press("a");
    await expect(page.getByRole("alert").filter({ hasText: "still hurts from the last time" })).toBeVisible();
    await saved(page);
    const { events } = await stored(page.request, exam);
    expect(events.find(({ type }) => type === "note-written")?.body).toMatchObject({ stage: "end" });
  },
);

test("a hold goes on over a reload, and a rest follows each nod", { tag: "@all" }, async ({ page }) => {
  await openSheet(
    page,
    SHEETS.find(({ id }) => id === "upper-neck")!,
  );
  await openTest(page, "craniocervical-flexion", null);
  await page.keyboard.press("h");
  await expect(page.getByRole("button", { name: /Stop hold/ })).toBeVisible();
  const left = page.getByRole("button", { name: /Stop hold/ }).locator("svg text");
  await expect.poll(async () => Number(await left.textContent())).toBeLessThan(10);
  await page.reload();
  await openTest(page, "craniocervical-flexion", null);
  await expect(page.getByRole("button", { name: /Stop hold/ })).toBeVisible();
  await expect(page.getByRole("timer", { name: "Rest" })).toContainText(/rest \d+/);
});

test("a hold that the tablet slept through is not recorded, and says so", { tag: "@all" }, async ({ page }) => {
  const exam = await openSheet(
    page,
    SHEETS.find(({ id }) => id === "sacroiliac")!,
  );
  await openTest(page, "si-distraction", null);
  await page.keyboard.press("h");
  await page.evaluate(() => {
    const key = Object.keys(sessionStorage).find((name) => name.startsWith("dust-lantern-hold"))!;
    sessionStorage.setItem(key, String(Date.now() - 60_000));
  });
  await page.reload();
  await openTest(page, "si-distraction", null);
  await expect(page.getByRole("alert").filter({ hasText: "slept while this ran" })).toBeVisible();
  const { events } = await stored(page.request, exam);
  expect(events.some(({ type }) => type === "dose-recorded")).toBe(false);
});

test("the library finds by any name and shows a test in full", async ({ page }) => {
  await page.goto("/library");
  await page.keyboard.press("/");
  await page.keyboard.type("spurling");
  await expect(page.getByRole("status")).toContainText("1 test");
  await page.getByRole("link", { name: /Foraminal compression/ }).click();
  await expect(page.getByRole("heading", { name: "Foraminal compression, staged" })).toBeVisible();
  await expect(page.getByText("neck only: not the root").first()).toBeVisible();
  await expect(page.getByText("side-bend with about 7 kgf", { exact: true })).toBeVisible();
});

test(
  "another school changes the ladder of the next exam, and the reading says what it was made under",
  { tag: "@all" },
  async ({ page }) => {
    const { exam } = await prepareExam(page.request, readyFor(LOW_BACK), {
      schools: { "raise-range": "any", "slump-order": "leg-first" },
    });
    await openRun(page, exam);
    await openTest(page, "slump", "right");
    await expect(page.locator("[data-asking=knee]")).toBeVisible();
    await page.goto(`/exams/${exam}/reading`);
    await expect(page.getByRole("note")).toContainText("Your own schools are different now");
  },
);

test(
  "a test done on both sides at once takes the other side's answer where it stands",
  { tag: "@all" },
  async ({ page, request }) => {
    const neck = SHEETS.find(({ region }) => region === "neck-arm")!;
    const exam = await openSheet(page, { ...neck, label: "Both arms", tests: ["elevated-arm", "neck-side-bend"] });
    await page.getByRole("button", { name: /^Outlet, 3-minute raised arm right/ }).click();
    await page.keyboard.press("1");
    const atOnce = page.locator("[data-at-once]");
    await atOnce.locator("[data-other-side=nothing]").click();
    await expect(page.getByRole("button", { name: /^Outlet, 3-minute raised arm left.*done/ })).toBeVisible();
    await expect(atOnce).toHaveCount(0);
    await page.getByRole("button", { name: /^Neck side-bend right/ }).click();
    await page.keyboard.press("2");
    await expect(page.locator("[data-asking=away]")).toBeVisible();
    await page.keyboard.press("1");
    await atOnce.getByRole("button", { name: "Keep the same movements for the left" }).click();
    await expect(page.getByRole("button", { name: /^Neck side-bend left.*done/ })).toBeVisible();
    await saved(page);
    const { events } = await stored(request, exam);
    expect(events.slice(-3).map(({ type, body }) => [type, body.side ?? body.stage, body.response])).toEqual([
      ["run-started", "left", undefined],
      ["response-recorded", "towards", "nothing"],
      ["response-recorded", "away", "stretch"],
    ]);
  },
);
