import { bringAxe, violations } from "./support/axe";
import { expect, newPerson, test } from "./support/test";

test("everybody stands in a list that is searched, sorted, kept and printed; only what is seen is drawn", async ({
  page,
  request,
}) => {
  for (let ten = 0; ten < 12; ten++) await Promise.all(Array.from({ length: 10 }, () => newPerson(request)));
  const name = await newPerson(request);
  await page.goto("/");
  await page.getByRole("link", { name: "Everybody" }).click();
  await expect(page.getByRole("heading", { name: "Everybody, by what waits" })).toBeVisible();
  const table = page.getByRole("table", { name: "People" });
  await expect(table.getByRole("row").nth(1)).toContainText(name);
  const count = async () => Number(await page.locator("[data-listed-of]").getAttribute("data-listed-of"));
  const all = await count();
  expect(all).toBeGreaterThan(120);
  expect(await page.locator("[data-listed]").count()).toBeLessThanOrEqual(80);
  expect(await table.getAttribute("aria-rowcount")).toBe(String(all + 1));

  await page.getByLabel("Name, number or birth date").fill(name.split(" ")[1]!);
  await expect.poll(count).toBe(1);
  await page.getByLabel("Name, number or birth date").fill("");
  await page.getByRole("button", { name: "Name", exact: true }).click();
  await expect(table.getByRole("columnheader", { name: "Name" })).toHaveAttribute("aria-sort", "ascending");
  await page.getByRole("radio", { name: "examination open" }).click();
  await expect.poll(count).toBeLessThan(all);
  await expect(table.getByRole("row").nth(1)).toContainText("examination open");
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);

  await page.getByLabel("Keep this list as").fill("Mine, open");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await expect(
    page.getByRole("navigation", { name: "Kept lists" }).getByRole("button", { name: "Mine, open", exact: true }),
  ).toBeVisible();
  /** Far down they are drawn too. */
  await page.getByRole("radio", { name: "everybody" }).click();
  await table.focus();
  await page.keyboard.press("End");
  await expect(table.locator(`[aria-rowindex='${all + 1}']`)).toBeVisible();
  await page.reload();
  await expect.poll(count).toBe(all);
  await page.getByRole("button", { name: "Mine, open", exact: true }).click();
  await expect.poll(count).toBeLessThan(all);
  /** On paper all of it stands, not only what is seen. */
  await page.evaluate(() => {
    window.print = () => void (document.body.dataset.printed = String(document.querySelectorAll("[role=row]").length));
  });
  await page.getByRole("button", { name: "Print this list" }).click();
  await expect(page.locator("body")).toHaveAttribute("data-printed", String((await count()) + 1));
  await page.getByRole("button", { name: "Forget the list Mine, open" }).click();
  await expect(page.getByRole("button", { name: "Mine, open", exact: true })).toHaveCount(0);
});
