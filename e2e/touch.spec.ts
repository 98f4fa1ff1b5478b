import { askAll, expect, openRun, probability, readyToTest, saved, stored, test } from "./support/test";

test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

test("a whole examination by touch only", { tag: "@all" }, async ({ page, request, prepare }) => {
  const { exam } = await prepare();
  await page.goto(`/exams/${exam}/complaint`);
  await saved(page);
  await page.getByRole("button", { name: "Pelvis, back" }).tap();
  await page.locator('[data-place="si-area.left"]').tap();
  await expect(page.getByRole("heading", { name: /Area 1/ })).toBeVisible();
  await page.getByRole("button", { name: "burning" }).tap();
  await page.getByRole("radiogroup", { name: "Now" }).getByRole("radio", { name: "3 of 10" }).tap();
  await page.getByLabel(/In their words/).fill("a burn low on the left");
  await page.getByRole("radiogroup", { name: "How did it begin?" }).getByRole("radio", { name: "gradual" }).tap();
  await page.getByRole("radio", { name: "little" }).tap();
  await page.getByRole("radio", { name: "hours", exact: true }).tap();
  await expect(page.getByText("Irritability high.")).toBeVisible();
  await page.getByRole("radio", { name: "agreed", exact: true }).tap();
  await page.getByRole("button", { name: "Continue to safety screen" }).tap();
  await askAll(page, () => page.locator("[data-option=no]").tap());
  await page.waitForURL("**/plan");
  await page.getByRole("button", { name: /^The fixed list instead/ }).tap();
  await page.waitForURL("**/run");
  /** Tests that were not planned bring their own questions. */
  await page.getByRole("link", { name: "Continue to safety screen" }).tap();
  await askAll(page, () => page.locator("[data-option=no]").tap());
  await page.waitForURL("**/run");
  await page.getByRole("radio", { name: "2 of 10" }).tap();

  const answer = async (name: string, response: "nothing" | "familiar") => {
    await expect(page.getByRole("region", { name, exact: true })).toBeVisible();
    await page.locator(`[data-response=${response}]`).tap();
    if (response === "familiar") {
      await page.locator('[data-place="si-area.left"]').tap();
      await page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "6 of 10" }).tap();
    }
    await page.getByRole("button", { name: /Next test/ }).tap();
  };
  await page.getByRole("button", { name: "as asked" }).tap();
  await answer("Distraction", "nothing");
  await answer("Thigh thrust right", "nothing");
  await answer("Thigh thrust left", "familiar");
  await answer("FABER right", "nothing");
  await answer("FABER left", "nothing");
  await answer("Gaenslen right", "nothing");
  await answer("Gaenslen left", "nothing");
  await expect(page.locator('[data-rule="si-five-test"]')).toContainText("not met, 1 positive");
  await answer("Compression", "nothing");
  await expect(page.getByRole("region", { name: "Sacral thrust" })).toBeVisible();
  await page.locator("[data-response=nothing]").tap();
  await expect(page.getByRole("list", { name: "Stages" })).toContainText("Thrusts");
  await page.locator("[data-response=nothing]").tap();
  await expect.poll(() => probability(page, "left")).toBeLessThan(0.13);

  await page.getByRole("link", { name: /Sign/ }).tap();
  await saved(page);
  await page.getByRole("button", { name: "Sign the record" }).tap();
  await expect(page.locator("[data-note]")).toContainText("Signed by");
  await saved(page);
  const { events } = await stored(request, exam);
  expect(events.find(({ type }) => type === "dose-recorded")?.body.force).toEqual({ value: 25, unit: "kgf" });
});

test("targets are 56 px while testing and 44 px elsewhere", async ({ page, prepare }) => {
  const { exam } = await prepare(readyToTest);
  const small = (least: number) =>
    page.locator("main").evaluate((main, limit) => {
      const targets = [...main.querySelectorAll<HTMLElement>("button, a, summary, input:not([aria-hidden])")];
      return targets
        .filter((target) => {
          const { width, height } = target.getBoundingClientRect();
          return width > 0 && (height < limit - 0.5 || width < limit - 0.5);
        })
        .map(
          (target) =>
            `${target.textContent?.slice(0, 30)} ${Math.round(target.getBoundingClientRect().width)}x${Math.round(target.getBoundingClientRect().height)}`,
        );
    }, least);
  await openRun(page, exam);
  await page.locator("[data-response=familiar]").tap();
  await expect(page.getByText("Where?", { exact: true })).toBeVisible();
  const testPanel = await small(56);
  expect(testPanel.filter((text) => !/How it is done|Open the reasoning/.test(text))).toEqual([]);
  for (const path of ["complaint", "guard", "reading", "sign"]) {
    await page.goto(`/exams/${exam}/${path}`);
    await saved(page);
    expect(await small(44), path).toEqual([]);
  }
});
