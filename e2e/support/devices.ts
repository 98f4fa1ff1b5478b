import type { APIRequestContext, Browser, Page } from "@playwright/test";
import { expect, type Prepared, readyToTest } from "./test";

/** The run with devices at the table. */

/** Opens the list of devices from the menu of the run. */
export async function openDevices(page: Page) {
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("menuitem", { name: "Devices at the table" }).click();
  return page.getByRole("dialog", { name: "Devices at the table" });
}

export async function closeDevices(page: Page): Promise<void> {
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Devices at the table" })).toBeHidden();
}

/** A phone of the clinic joins by the code that the screen shows. */
export async function joinAs(
  browser: Browser,
  url: string,
  page: Page,
  button: RegExp,
  language?: string,
): Promise<Page> {
  const card = page.getByRole("region", { name: "Joined devices" });
  await card.getByRole("button", { name: button }).click();
  const code = await card.locator("[data-code]").innerText();
  const phone = await (
    await browser.newContext({ baseURL: url, viewport: { width: 390, height: 844 }, hasTouch: true })
  ).newPage();
  await phone.goto("/join");
  await phone.getByLabel(/^Code/).fill(code);
  if (language) await phone.getByRole("radio", { name: language }).click();
  await phone.getByRole("button", { name: language === "Deutsch" ? "Teilnehmen" : "Join" }).click();
  await expect(phone.locator("[data-pad-shows], [data-probe]").first()).toBeVisible();
  return phone;
}

export type Stored = { type: string; channel?: string; device: string; body: Record<string, unknown> };
export const stored = async (request: APIRequestContext, exam: string): Promise<Stored[]> =>
  ((await (await request.get(`/api/exams/${exam}/events`)).json()) as { events: Stored[] }).events;

export const only =
  (...tests: string[]) =>
  (exam: Prepared["builder"]): void => {
    exam.add("sheet-set", { label: "Some", tests: tests as never, reason: "" });
    readyToTest(exam);
  };
