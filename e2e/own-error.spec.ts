import { bringAxe, violations } from "./support/axe";
import { expect, test } from "./support/test";

const PAIRS = "62, 64\n71, 70\n55, 58\n80, 79\n66, 69\n74, 73\n59, 57\n68, 71\n77, 80\n63, 62";

test("pairs measured here come to an error with its intervals and picture, are kept, and withdrawn", async ({
  page,
}) => {
  await page.goto("/evidence");
  await page.getByRole("link", { name: "Own error of measuring" }).click();
  await expect(page.getByRole("heading", { name: "How far measuring errs here" })).toBeVisible();
  const field = page.getByLabel(/^First and second of each/);
  await field.fill("62, 64\n71; x");
  await expect(page.getByText('Line 2, "71; x", is not two numbers.')).toBeVisible();
  await field.fill(PAIRS);
  const outcome = page.locator("[data-agreement]");
  await expect(outcome).toContainText("0.96, 95 % 0.87 to 0.99");
  await expect(outcome).toContainText("1.55°");
  await expect(outcome).toContainText("limits -5.01 to 3.41");
  await expect(outcome.getByRole("img")).toHaveAccessibleName(/bias -0.8, limits -5 to 3.4/);
  await expect(page.locator("[data-standing]")).toContainText("10 pairs: the larger of it and the error that ships");
  await page.getByRole("button", { name: /^Keep it/ }).click();
  const kept = page
    .locator("[data-own-error]")
    .filter({ hasText: "Straight leg raise, raise at onset: read and typed" });
  await expect(kept).toContainText("10 pairs");
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);
  await kept.getByRole("button", { name: "Withdraw" }).click();
  await expect(page.getByText("Nothing yet: changes are judged")).toBeVisible();
});

test(
  "verdicts of two judges come to kappa with its interval, adjusted for prevalence beside it",
  { tag: "@all" },
  async ({ page }) => {
    await page.goto("/evidence/errors");
    const field = page.getByLabel(/^First and second verdict/);
    await field.fill("positive");
    await expect(page.getByText('Line 1, "positive", is not two verdicts.')).toBeVisible();
    const said = (times: number, line: string) => Array.from({ length: times }, () => line);
    const lines = [
      ...said(18, "positive, positive"),
      ...said(4, "positive, negative"),
      ...said(3, "negative, positive"),
      ...said(25, "negative, negative"),
    ];
    await field.fill(lines.join("\n"));
    const outcome = page.locator("[data-kappa='0.71']");
    await expect(outcome).toContainText("0.71, 95 % 0.49 to 0.89");
    await expect(outcome).toContainText("0.72, 95 % 0.48 to 0.86");
    await expect(outcome.getByRole("row", { name: "positive 18 4" })).toBeVisible();
    await expect(outcome).toContainText("84 %");
    /** Of three words a disagreement may count by how far it lies apart. */
    await field.fill("0, 0\n0, 1\n1, 1\n2, 2\n2, 0\n1, 1");
    const plain = await page.locator("[data-kappa]").getAttribute("data-kappa");
    await page.getByRole("radio", { name: "by steps squared" }).click();
    await expect(page.locator("[data-kappa]")).not.toHaveAttribute("data-kappa", plain!);
    await bringAxe(page);
    expect(await violations(page, "everything")).toEqual([]);
  },
);
