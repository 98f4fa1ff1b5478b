import { readFileSync } from "node:fs";
import { strFromU8, unzipSync } from "fflate";
import { employTilda, signInOwner, open, signInAt, withOwnStore } from "./support/own-store";
import { expect, openRun, prepareExam, readyToTest, test } from "./support/test";

test("somebody is erased once their record was taken out, and is nowhere after; the rule lists who is due", async ({
  page,
  prepare,
  request,
}) => {
  const { exam, person, builder } = await prepare(readyToTest);
  const { id, number } = builder.state().opened!.body.person;
  await page.goto(`/people/${id}`);
  await page.getByRole("button", { name: "Erase this person" }).click();
  const dialog = page.getByRole("dialog");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    dialog.getByRole("link", { name: "Take it out" }).click(),
  ]);
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  expect(Object.keys(files).map((name) => name.replace(/\d{4}-\d\d-\d\d/, "day"))).toEqual([
    "README.txt",
    "record.html",
    "record.json",
    "findings-01-day.csv",
  ]);
  const html = strFromU8(files["record.html"]!);
  expect(html).toContain(person);
  expect(html).not.toContain("<script");
  expect((JSON.parse(strFromU8(files["record.json"]!)) as { streams: unknown[] }).streams.length).toBeGreaterThan(1);

  await dialog.getByRole("radio", { name: /they asked for it/ }).click();
  const erase = dialog.getByRole("button", { name: "Erase for good" });
  await dialog.getByLabel(/^Type/).fill("DL-0000");
  await expect(erase).toBeDisabled();
  await dialog.getByLabel(/^Type/).fill(number);
  await erase.click();
  await expect(page).toHaveURL(/settings\/keeping/);
  await expect(page.locator("[data-erased]")).toContainText("they asked for it");
  expect((await request.get(`/api/exams/${exam}`)).status()).toBe(404);
  await page.goto(`/?q=${encodeURIComponent(person)}`);
  await expect(page.getByText(person)).toHaveCount(0);
  const again = await request.post(`/api/exams/${exam}/events`, { data: { events: builder.events.slice(0, 1) } });
  expect(JSON.stringify(await again.json())).toContain("was erased here");

  await page.goto("/settings/keeping");
  await page.getByLabel("As the rule is in").selectOption("england");
  await expect(page.getByLabel("Years after the last visit")).toHaveValue("8");
  await expect(page.getByText(/Records Management Code/)).toBeVisible();
  await page.getByRole("button", { name: "Keep records so" }).click();
  await expect(page.getByText("Nobody, by this rule and on this day.")).toBeVisible();
});

test(
  "by care a colleague meets a door: taken over or opened with a reason that stays with the patient, and is in no log",
  { tag: "@all" },
  async ({ browser }) => {
    await withOwnStore(async (server) => {
      const ines = await open(browser, server);
      await signInOwner(ines.request);
      await employTilda(ines.request, "practitioner");
      const { exam, builder } = await prepareExam(ines.request, readyToTest);
      const { id } = builder.state().opened!.body.person;
      const owner = await ines.newPage();
      await owner.goto("/settings/members");
      await owner.getByRole("radio", { name: "those who look after the person" }).click();
      await expect(owner.getByRole("radio", { name: "those who look after the person" })).toBeChecked();

      const tilda = await (await open(browser, server)).newPage();
      await tilda.goto("/");
      await signInAt(tilda, "tilda");
      await expect(tilda.getByRole("list", { name: "People" })).toBeVisible();
      await tilda.goto(`/exams/${exam}/run`);
      await expect(tilda.locator("[data-outside-care]")).toBeVisible();
      await tilda.getByLabel(/Why you open it/).fill("she rang, new numbness, Ines is away");
      await tilda.getByRole("button", { name: "Open it with this reason" }).click();
      await expect(tilda.getByRole("navigation", { name: "Run sheet" })).toBeVisible();

      await owner.goto(`/people/${id}`);
      await expect(owner.locator("[data-care]")).toContainText("Opened from outside of their care by Tilda Marsh");
      await owner.goto("/settings/log");
      await expect(owner.getByRole("region", { name: "Lines" })).toContainText("changed who looks after the patient");
      await expect(owner.getByRole("region", { name: "Lines" })).not.toContainText("new numbness");

      const second = await prepareExam(ines.request, readyToTest);
      await tilda.goto("/");
      const row = tilda.getByRole("listitem").filter({ hasText: second.person });
      await expect(row).toContainText("not in your care");
      await expect(row).not.toContainText("no examination yet");
      await expect(row.getByRole("button", { name: "Back, leg" })).toHaveCount(0);
      await tilda.goto(`/people/${second.builder.state().opened!.body.person.id}`);
      await tilda.getByLabel(/Why you take them over/).fill("Ines is away from today on");
      await tilda.getByRole("button", { name: "Take them over" }).click();
      await expect(tilda.locator("[data-course-sentence]")).toBeVisible();
      await openRun(tilda, second.exam);
    });
  },
);
