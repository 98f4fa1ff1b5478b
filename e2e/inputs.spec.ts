import type { Page } from "@playwright/test";
import { askAll, expect, newPerson, openRun, test } from "./support/test";
import { openTest } from "./support/table";

/** An input is one press, one typed number, or one press on the picture. */
type Counted = {
  readonly inputs: () => number;
  readonly press: (key: string) => Promise<void>;
  readonly type: (text: string) => Promise<void>;
};

function counting(page: Page): Counted {
  let count = 0;
  return {
    inputs: () => count,
    press: async (key) => {
      count++;
      await page.keyboard.press(key);
    },
    /** A number, or words, and the Enter that keeps them. */
    type: async (text) => {
      count++;
      await page.keyboard.type(text);
      await page.keyboard.press("Enter");
    },
  };
}

const report = (what: string, inputs: number) =>
  test.info().annotations.push({ type: "inputs", description: `${what}: ${inputs}` });
const asked = (page: Page, what: string) => expect(page.locator(`[data-asked="${what}"]`)).toBeVisible();

/** What is asked now stands above the bar at the foot, without scrolling. */
async function inSight(page: Page, selector: string): Promise<void> {
  const box = (await page.locator(selector).first().boundingBox())!;
  const bar = (await page.getByRole("button", { name: /^Stop/ }).boundingBox())!;
  expect(await page.evaluate(() => window.scrollY)).toBe(0);
  expect([selector, box.y + box.height <= bar.y + 1]).toEqual([selector, true]);
}

for (const [width, height] of [
  [1280, 800],
  [1024, 768],
] as const)
  test(
    `a whole positive slump with its angle and a release takes four inputs, none of them scrolled to, at ${width} x ${height}`,
    { tag: width === 1280 ? [] : "@all" },
    async ({ page, prepare }) => {
      await page.setViewportSize({ width, height });
      const { exam } = await prepare((builder) => {
        builder.add("sheet-set", { label: "slump", tests: ["slump", "straight-leg-raise"], reason: "" });
        builder.complaint("posterior-calf.right", "low-back.central").consent().guard().rest(0);
      });
      await openRun(page, exam);
      await openTest(page, "slump", "right");
      for (const stage of ["slouch", "chin", "overpressure", "back-press"]) {
        await expect(page.locator(`[data-asking=${stage}]`)).toBeVisible();
        await page.keyboard.press("1");
      }
      await expect(page.locator("[data-asking=knee]")).toBeVisible();
      const hand = counting(page);
      await inSight(page, '[data-theirs="posterior-calf.right"]');
      await hand.press("4");
      await asked(page, "number");
      await inSight(page, '[data-measure="onset"]');
      await hand.type("42");
      await asked(page, "how bad");
      await inSight(page, "[data-how-bad]");
      await hand.press("6");
      await asked(page, "answer");
      await inSight(page, '[data-answer="less"]');
      await hand.press("2");
      await expect(page.locator('[aria-label="Stages"]')).toContainText("less");
      report("a positive slump with angle and one release", hand.inputs());
      expect(hand.inputs()).toBeLessThanOrEqual(4);
    },
  );

test(
  "a test that brings nothing takes two inputs, the rest before the next one more",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard().rest(0));
    await openRun(page, exam);
    await expect(page.getByRole("region", { name: "Distraction" })).toBeVisible();
    const hand = counting(page);
    await hand.press("n");
    await expect(page.getByRole("button", { name: /^Distraction\s*, done/ })).toBeVisible();
    await hand.press("Enter");
    await expect(page.getByRole("region", { name: "Thigh thrust left" })).toBeVisible();
    report("a test that brings nothing", hand.inputs());
    expect(hand.inputs()).toBeLessThanOrEqual(2);
    await page.keyboard.press("4");
    await asked(page, "how bad");
    await page.keyboard.press("7");
    await page.keyboard.press("Enter");
    await asked(page, "rest");
    await page.keyboard.press("1");
    await page.keyboard.press("0");
    await expect(page.getByRole("button", { name: "At rest: 10 of 10. Rate again" })).toBeVisible();
    await asked(page, "answer");
  },
);

test(
  "a wince and held breath are one key each, B hides all but the question, and quiet brings the beams back between tests",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard().rest(0));
    await openRun(page, exam);
    await expect(page.locator("[data-quiet]")).toBeVisible();
    await expect(page.locator("[data-source=sacroiliac][data-beam=right]")).toBeHidden();
    await page.keyboard.press("b");
    await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeHidden();
    await expect(page.locator("[data-asking]")).toBeVisible();
    await page.keyboard.press("b");
    await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
    await page.keyboard.press("4");
    await asked(page, "how bad");
    await page.keyboard.press("z");
    await page.keyboard.press("v");
    await expect(page.getByRole("button", { name: "wince" })).toHaveAttribute("aria-pressed", "true");
    await expect(page.getByRole("button", { name: "held breath" })).toHaveAttribute("aria-pressed", "true");
    await page.keyboard.press("8");
    await expect(page.locator("[data-quiet]")).toHaveCount(0);
    await expect(page.locator("[data-source=sacroiliac][data-beam=right]")).toBeVisible();
  },
);

for (const [region, button] of [
  ["lumbopelvic", /Back, leg/],
  ["neck-arm", /Neck, arm/],
] as const)
  test(
    `from an opened ${region} exam to its first test: the questions, the plan, and four more`,
    { tag: region === "lumbopelvic" ? [] : "@all" },
    async ({ page, request }) => {
      const name = await newPerson(request);
      await page.goto("/");
      await page.getByRole("listitem").filter({ hasText: name }).getByRole("button", { name: button }).click();
      await page.waitForURL("**/complaint");
      let inputs = 0;
      const counted = async (act: Promise<unknown>) => {
        inputs++;
        await act;
      };
      const place = region === "lumbopelvic" ? "low-back.right" : "neck.right";
      await counted(page.locator(`[data-place="${place}"]`).first().click());
      await expect(page.getByRole("heading", { name: /Area 1/ })).toBeVisible();
      await counted(page.getByRole("button", { name: "Record consent and continue" }).click());
      await page.waitForURL("**/guard");
      const questions = await askAll(page, () => {
        inputs++;
        return page.locator("[data-option=no], [data-option=present], [data-option=able]").first().click();
      });
      await page.waitForURL("**/plan");
      await expect(page.locator("[data-plan]")).toBeVisible();
      await counted(page.keyboard.press("Enter"));
      await page.waitForURL("**/run");
      await expect(page.getByRole("heading", { name: "At rest first" })).toBeVisible();
      await counted(page.keyboard.press("0"));
      await expect(page.locator("[data-asking]")).toBeVisible();
      await expect(page.getByRole("banner")).toContainText("their words not noted");
      report(`${region}: ${questions} questions, to the first test`, inputs);
      expect(inputs).toBeLessThanOrEqual(questions + 4);
    },
  );
