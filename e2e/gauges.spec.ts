import { bringAxe, violations } from "./support/axe";
import { closeDevices, only, openDevices, stored } from "./support/devices";
import { expect, openRun, prepareExam, test } from "./support/test";

test("a force gauge shows the push in its band, and what was really given is the dose in the record", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare(only("thigh-thrust"));
  await openRun(page, exam);
  const dialog = await openDevices(page);
  await dialog.getByRole("button", { name: "Simulated force gauge" }).click();
  await closeDevices(page);
  const gauge = page.locator("[data-force]");
  await expect(gauge).toContainText("asked 25–30 kgf");
  await page.getByRole("button", { name: "Simulated: press as asked" }).click();
  await expect(page.locator("[data-push=given]")).toContainText("in the band");
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);
  await expect(page.locator("[data-push=over]")).toContainText("kept as the dose");
  const doses = async () => (await stored(request, exam)).filter(({ type }) => type === "dose-recorded");
  await expect.poll(async () => (await doses()).length).toBe(1);
  const [dose] = await doses();
  expect(dose).toMatchObject({ channel: "device", body: { force: { unit: "kgf" } } });
  const { force, seconds } = dose!.body as { force: { value: number }; seconds: number };
  expect(force.value).toBeGreaterThan(25);
  expect(force.value).toBeLessThan(30);
  expect(seconds).toBeGreaterThan(2.5);
  expect(seconds).toBeLessThan(8);
  /** What is given after the answer is no longer this stage's dose. */
  await page.locator("[data-response=nothing]").click();
  await expect
    .poll(async () => (await stored(request, exam)).some(({ type }) => type === "response-recorded"))
    .toBe(true);
  expect((await doses()).length).toBe(1);
});

test("a cuff times each nod and counts the good holds, with where it lay and how it was counted", async ({
  page,
  request,
}) => {
  const { exam } = await prepareExam(
    request,
    (builder) => {
      builder.add("sheet-set", { label: "Nod", tests: ["craniocervical-flexion"], reason: "" });
      builder.complaint("neck.right").consent().guard().rest(0);
    },
    { region: "neck-arm" },
  );
  await openRun(page, exam);
  const dialog = await openDevices(page);
  await dialog.getByRole("button", { name: "Simulated pressure cuff" }).click();
  await closeDevices(page);
  const cuff = page.locator("[data-cuff]");
  await expect(cuff).toHaveAttribute("data-cuff", "22");
  await page.getByRole("button", { name: "Simulated: nod to 22" }).click();
  await expect(page.locator("[data-hold='5']")).toBeVisible({ timeout: 30_000 });
  await page.getByRole("button", { name: "Held, and only nodded: clean" }).click({});
  await expect(cuff).toHaveAttribute("data-cuff", "24");
  const answers = async () => (await stored(request, exam)).filter(({ type }) => type === "answer-recorded");
  await expect
    .poll(async () => (await answers()).map(({ channel, body }) => [channel, body.answer]))
    .toEqual([["device", "clean"]]);
  /** The next is seen to be pulled by the surface muscles: that ends it, and the level below is counted. */
  await page.keyboard.press("2");
  await expect(cuff).toHaveAttribute("data-cuff", "22");
  await page.getByRole("button", { name: "Simulated: nod to 22" }).click();
  await page.getByRole("button", { name: "Keep 1 good holds" }).click({});
  await expect
    .poll(async () => (await stored(request, exam)).find(({ type }) => type === "measure-recorded")?.body)
    .toMatchObject({
      measure: "good-holds",
      value: 1,
      how: { device: "simulated", method: "holds of 10 s counted at 22 mmHg", zero: "20 mmHg at rest" },
    });
});

test(
  "pushes made blind come to a scatter, and the number is hidden until they are done",
  { tag: "@all" },
  async ({ page }) => {
    await page.goto("/evidence/errors");
    await page.getByRole("button", { name: "Simulated force gauge" }).click();
    const pushed = async () => Number(await page.locator("[data-pushed]").getAttribute("data-pushed"));
    await expect(page.getByText("Push 1 of 10: about 25 kgf")).toBeVisible();
    /** A page that was held up for a second begins again where it wakes: what it missed of a push is pushed once more. */
    for (let tries = 0; tries < 9 && (await pushed()) < 4; tries++) {
      const before = await pushed();
      await page.getByRole("button", { name: "Simulated: push once" }).click();
      await expect
        .poll(pushed, { timeout: 6000 })
        .toBeGreaterThan(before)
        .catch(() => {});
      await expect(page.locator("[data-memory]")).toHaveCount(0);
    }
    const count = await pushed();
    expect(count).toBeGreaterThanOrEqual(4);
    await expect(page.getByText(`Push ${count + 1} of 10`)).toBeVisible();
    await page.getByRole("button", { name: "That is all: show it" }).click();
    const memory = page.locator(`[data-memory='${count}']`);
    await expect(memory).toContainText("what was asked");
    await expect(memory.getByRole("img")).toHaveAccessibleName(/^\d pushes of 25 kgf asked: on average \d\d\.\d/);
    await page.getByRole("button", { name: "Again" }).click();
    await expect(page.locator("[data-pushed='0']")).toBeVisible();
  },
);

test(
  "a knee is read by difference of thigh and shin, however the thigh lies",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare(only("slump"));
    await openRun(page, exam);
    const dialog = await openDevices(page);
    await dialog.getByRole("button", { name: "Simulated inclinometers, on thigh and shin" }).click();
    await dialog.getByLabel("Drag the limb").fill("-30");
    await closeDevices(page);
    const dial = page.locator("[data-measuring] [data-dial]");
    /** The stages before the knee is straightened measure nothing. */
    for (let stage = 0; stage < 4 && (await dial.count()) === 0; stage++) {
      const asking = await page.locator("[data-asking]").getAttribute("data-asking");
      await page.locator("[data-response=nothing]").click();
      await expect(page.locator("[data-asking]")).not.toHaveAttribute("data-asking", asking!);
    }
    const near = async (angle: number) =>
      expect.poll(async () => Math.abs(Number(await dial.getAttribute("data-dial")) - angle)).toBeLessThanOrEqual(2);
    /** The shin hangs 30° below the level and the thigh rises 6° to the knee: it falls 36° short of straight. */
    await near(36);
    await expect(page.getByText("the other on the limb above it")).toBeVisible();
  },
);
