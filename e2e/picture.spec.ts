import { bringAxe, violations } from "./support/axe";
import { only, stored } from "./support/devices";
import { expect, openRun, type Prepared, test } from "./support/test";

/** A drawn limb: a joint at the middle, one line level, one raised by so many degrees; as a PNG. */
const drawn = async (page: import("@playwright/test").Page, degrees: number): Promise<Buffer> => {
  const data = await page.evaluate((raised) => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [800, 600];
    const to = canvas.getContext("2d")!;
    to.fillStyle = "#ddd";
    to.fillRect(0, 0, 800, 600);
    to.lineWidth = 24;
    to.beginPath();
    to.moveTo(700, 300);
    to.lineTo(400, 300);
    to.lineTo(400 + 300 * Math.cos((raised * Math.PI) / 180), 300 - 300 * Math.sin((raised * Math.PI) / 180));
    to.stroke();
    return canvas.toDataURL("image/png").split(",")[1]!;
  }, degrees);
  return Buffer.from(data, "base64");
};

const rotation = (exam: Prepared["builder"]) => only("hip-internal-rotation")(exam);

test("an angle is read in a picture by marks that are stepped by keys, recorded with its error, and the picture kept nowhere", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare(rotation);
  await openRun(page, exam);
  const sent: string[] = [];
  page.on("request", (asked) => asked.method() !== "GET" && sent.push(asked.url()));
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("menuitem", { name: "Measure in a picture" }).click();
  const dialog = page.getByRole("dialog", { name: "Measure in a picture" });
  const file = dialog.getByLabel("A picture");
  await file.setInputFiles({ name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("no picture") });
  await expect(dialog.getByRole("alert")).toContainText("This is no picture that can be opened here.");
  await file.setInputFiles({ name: "hip.png", mimeType: "image/png", buffer: await drawn(page, 30) });
  const board = dialog.locator("[data-board]");
  await expect(dialog.getByRole("status")).toContainText("Mark 1 of 3: one end");
  const { width, height } = (await board.boundingBox())!;
  const press = (x: number, y: number) => board.click({ position: { x: (x / 800) * width, y: (y / 600) * height } });
  await press(690, 300);
  await press(400, 300);
  await press(400 + 280 * Math.cos(Math.PI / 6), 300 - 280 * Math.sin(Math.PI / 6));
  const angle = async () => Number(await dialog.locator("[data-photo]").getAttribute("data-photo"));
  await expect.poll(angle).toBeGreaterThan(28);
  expect(await angle()).toBeLessThan(32);
  await expect(dialog.getByRole("status")).toContainText("A camera leaned by 10°");
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);
  /** The last mark is stepped up, ten points at a time: the angle grows. */
  const before = await angle();
  const mark = dialog.getByRole("button", { name: /^Mark 3, the other end/ });
  await mark.focus();
  for (let step = 0; step < 4; step++) await page.keyboard.press("Shift+ArrowUp");
  expect(await angle()).toBeGreaterThan(before + 4);
  for (let step = 0; step < 4; step++) await page.keyboard.press("Shift+ArrowDown");
  expect(Math.abs((await angle()) - before)).toBeLessThan(0.3);
  sent.length = 0;
  await dialog.getByRole("button", { name: /^Record / }).click();
  await expect(dialog).toBeHidden();
  await expect
    .poll(async () => (await stored(request, exam)).find(({ type }) => type === "measure-recorded")?.body)
    .toMatchObject({ how: { device: "photograph", method: "three marks in a picture, the angle itself" } });
  const { value, how } = (await stored(request, exam)).find(({ type }) => type === "measure-recorded")!.body as {
    value: number;
    how: { error: number };
  };
  expect(value).toBeGreaterThanOrEqual(28);
  expect(value).toBeLessThanOrEqual(32);
  expect(how.error).toBeGreaterThan(0.5);
  expect(how.error).toBeLessThan(3);
  /** Only the tap went out. */
  expect(sent.every((url) => url.includes("/events"))).toBe(true);
});
