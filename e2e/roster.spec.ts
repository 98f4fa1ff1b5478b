import { expect, newPerson, stored, test } from "./support/test";

test("search as you type, by name, number and birth year", async ({ page }) => {
  await page.goto("/");
  const rows = page.getByRole("list", { name: "People" }).getByRole("listitem");
  await expect(rows.first()).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("marit");
  await expect(rows.filter({ hasText: "Marit Oakhanger" })).toBeVisible();
  await page.getByRole("searchbox").fill("");
  await page.keyboard.type("gudrun");
  await expect(rows).toHaveCount(1);
  await page.getByRole("searchbox").fill("1985");
  await expect(rows.filter({ hasText: "Caspian Moorhen" })).toBeVisible();
  await page.getByRole("searchbox").fill("nobody at all");
  await expect(page.getByText("Nobody found.")).toBeVisible();
});

test("an exam in progress is one key away", { tag: "@all" }, async ({ page }) => {
  await page.goto("/");
  const first = page.getByRole("navigation", { name: "In progress" }).getByRole("link").first();
  const href = await first.getAttribute("href");
  await page.keyboard.press("1");
  await page.waitForURL(`**${href}`);
});

test(
  "an exam opened by mistake goes with one press while it is empty, on the roster or where it begins",
  { tag: "@all" },
  async ({ page, request }) => {
    const name = await newPerson(request);
    await page.goto("/");
    await page.getByRole("button", { name: `Examine ${name}, Back, leg` }).click();
    await page.waitForURL("**/complaint");
    await page.getByRole("button", { name: "Opened by mistake: discard" }).click();
    await page.waitForURL((url) => url.pathname === "/");
    const row = page.getByRole("listitem").filter({ hasText: name });
    await expect(row).toContainText("no examination yet");
    await row.getByRole("button", { name: /Neck, arm/ }).click();
    await page.waitForURL("**/complaint");
    await page.goto("/");
    await row.getByRole("button", { name: /discard the empty examination/ }).click();
    await expect(row).toContainText("no examination yet");
  },
);

test("a new person: wrong dates are told, duplicates warned of, a script in a name is only a name", async ({
  page,
}) => {
  const add = async (name: string, birthDate: string) => {
    await page.getByLabel("Name or initials").fill(name);
    await page.getByLabel("Birth date").fill(birthDate);
    await page.getByRole("button", { name: "Add", exact: true }).click();
  };
  await page.goto("/");
  await page.getByRole("button", { name: /New person/ }).click();
  await add("", "1990-02-30");
  await expect(page.getByText("Is empty. write something here.")).toBeVisible();
  await expect(page.getByText(/not a day of the calendar/)).toBeVisible();
  await add("M. O.", "1979-03-14");
  await expect(page.getByText("Marit Oakhanger, DL-0004, born 1979-03-14")).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await page.getByRole("button", { name: /New person/ }).click();
  const name = `<script>window.harmed=1</script><img src=x onerror=window.harmed=1> ${Date.now()}`;
  await add(name, "1971-01-01");
  await expect(page.getByRole("dialog")).toBeHidden();
  await expect(page.getByText(name).first()).toBeVisible();
  expect(await page.evaluate(() => "harmed" in window)).toBe(false);
});

test("settings: units, hand, theme, and a profile of one's own", async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard().rest(0));
  await page.goto("/settings");
  await page.getByLabel("Name").fill("Petra Samphire");
  await page.getByRole("button", { name: "Add profile" }).click();
  await expect(page.getByRole("radio", { name: "Petra Samphire" })).toBeChecked();
  await page.getByRole("radiogroup", { name: "Force in" }).getByRole("radio", { name: "lbf" }).click();
  await page.getByRole("radiogroup", { name: "The hand that taps" }).getByRole("radio", { name: "left" }).click();
  await page.getByRole("radiogroup", { name: "Light" }).getByRole("radio", { name: "dark" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "dark");
  await page.goto(`/exams/${exam}/run`);
  await expect(page.getByText("55-66 lbf (245-294 N)")).toBeVisible();
  await expect(page.locator("[data-hand=left]")).toBeVisible();
  const left = async (name: RegExp | string) => (await page.getByRole("navigation", { name }).boundingBox())!.x;
  expect(await left("Run sheet")).toBeGreaterThan(
    (await page.getByRole("region", { name: "Distraction" }).boundingBox())!.x,
  );
});

test(
  "on a device whose clock is off by two days the day of a visit is confirmed by hand, and kept",
  { tag: "@all" },
  async ({ page, request }) => {
    const name = await newPerson(request);
    const today = new Date().toISOString().slice(0, 10);
    await page.clock.install({ time: Date.now() + 2 * 86_400_000 });
    await page.goto("/");
    await page.getByRole("button", { name: `Examine ${name}, Neck, arm` }).click();
    const dialog = page.getByRole("dialog", { name: "What day is it?" });
    await expect(dialog).toContainText("differ by more than ten minutes");
    await expect(dialog.getByLabel("Day of this visit")).toHaveValue(today);
    await dialog.getByRole("button", { name: "Confirm and open" }).click();
    await page.waitForURL("**/complaint");
    const exam = new URL(page.url()).pathname.split("/")[2]!;
    const { events } = await stored(page.request, exam);
    expect(events[0]?.body.visit).toMatchObject({ date: today });
  },
);

test("a sentence said in our words is used at the table; a promise no test can keep is not kept", async ({
  page,
  prepare,
}) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard().rest(0));
  await page.goto("/library/words");
  const shipped = "I press outwards on your hips. Is that your pain?";
  const row = page.locator(`[data-told="${shipped}"]`);
  await row.getByRole("button", { name: "In our words" }).click();
  await row.getByRole("textbox").fill("This is safe: I press outwards.");
  await expect(row.getByRole("alert")).toContainText("No test can promise");
  await expect(row.getByRole("button", { name: "Keep for everybody here" })).toBeDisabled();
  await row.getByRole("textbox").fill("Now I lean on both hips. Yours?");
  await row.getByRole("button", { name: "Keep for me alone" }).click();
  await expect(row).toContainText("Now I lean on both hips. Yours?");
  await expect(row).toContainText("said by you alone");
  await page.goto(`/exams/${exam}/run`);
  await expect(page.locator("[data-guide]")).toContainText("Now I lean on both hips. Yours?");
  await page.goto("/library/words");
  await row.getByRole("button", { name: "As everybody here" }).click();
  await expect(row).not.toContainText("Now I lean");
  await row.getByRole("button", { name: "In our words" }).click();
  await row.getByRole("textbox").fill("Both hips, outwards. Yours?");
  await row.getByRole("button", { name: "Keep for everybody here" }).click();
  await expect(row).toContainText("said by everybody here");
  await page.goto(`/exams/${exam}/run`);
  await expect(page.locator("[data-guide]")).toContainText("Both hips, outwards. Yours?");
  await page.goto("/library/words");
  await row.getByRole("button", { name: "As shipped" }).click();
  await expect(row).not.toContainText("Both hips, outwards");
});

test(
  "what was pressed for and could not be fetched says so, and opens once it can",
  { tag: "@all" },
  async ({ page, request }) => {
    const name = await newPerson(request);
    await page.goto("/");
    const examine = page.getByRole("button", { name: `Examine ${name}, Back, leg` });
    await expect(examine).toBeVisible();
    await page.waitForLoadState("networkidle");
    const scripts = "**/_next/static/chunks/**";
    await page.route(scripts, (asked) => asked.abort());
    await examine.click();
    await expect(page.getByText("A part of this program could not be fetched.")).toBeVisible();
    await page.unroute(scripts);
    await examine.click();
    await page.waitForURL("**/complaint");
  },
);
