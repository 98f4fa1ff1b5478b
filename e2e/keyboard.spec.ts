import { askAll, expect, openRun, probability, saved, stored, test } from "./support/test";

test(
  "a whole examination by keyboard only, from a new person to a signed record",
  { tag: "@all" },
  async ({ page, request }) => {
    const { keyboard } = page;
    const tabTo = async (name: RegExp | string, role: Parameters<typeof page.getByRole>[0] = "button") => {
      const target = page.getByRole(role, { name }).first();
      for (let presses = 0; presses < 150; presses++) {
        if (await target.evaluate((element) => element === document.activeElement).catch(() => false)) return;
        await keyboard.press("Tab");
      }
      throw new Error(`Tab never reached ${name}.`);
    };

    await page.goto("/");
    await expect(page.getByRole("list", { name: "People" })).toBeVisible();
    await keyboard.press("n");
    await expect(page.getByRole("dialog")).toBeVisible();
    await keyboard.type("Orla Kindle");
    await keyboard.press("Tab");
    await keyboard.type("1988-06-09");
    await keyboard.press("Tab");
    await keyboard.type("f");
    await tabTo("Add");
    await keyboard.press("Enter");
    await expect(page.getByRole("dialog")).toBeHidden();
    await tabTo("Examine Orla Kindle");
    await keyboard.press("Enter");
    await page.waitForURL("**/complaint");
    const exam = /exams\/([^/]+)/.exec(page.url())![1]!;

    // The chart: down the back of the body to the right sacroiliac area.
    const back = page.getByRole("group", { name: /Body chart, back/ });
    await back.getByRole("checkbox").first().waitFor();
    for (
      let presses = 0;
      presses < 80 && !(await back.evaluate((group) => group.contains(document.activeElement)));
      presses++
    )
      await keyboard.press("Tab");
    const focused = () => page.evaluate(() => document.activeElement?.getAttribute("data-place"));
    for (let presses = 0; presses < 30 && (await focused()) !== "low-back.right"; presses++) {
      const at = await focused();
      await keyboard.press(
        at?.endsWith(".right") && at !== "head-occiput.right"
          ? "ArrowDown"
          : at === "low-back.central"
            ? "ArrowRight"
            : "ArrowDown",
      );
    }
    expect(await focused()).toBe("low-back.right");
    await keyboard.press("ArrowDown");
    for (let presses = 0; presses < 6 && (await focused()) !== "si-area.right"; presses++)
      await keyboard.press("ArrowLeft");
    expect(await focused()).toBe("si-area.right");
    await keyboard.press("Enter");
    await expect(page.getByRole("heading", { name: /Area 1/ })).toBeVisible();
    await tabTo("ache");
    await keyboard.press("Space");
    await tabTo(/In their words/, "textbox");
    await keyboard.type("a dull ache low on the right");
    await keyboard.press("Tab");
    await expect(page.getByRole("heading", { name: "Area 1 · familiar symptom" })).toBeVisible();
    /** A number key rates in a 0 to 10 field that has the focus; a one and a nought are ten. */
    await page.getByRole("radiogroup", { name: "Worst" }).getByRole("radio").first().focus();
    await keyboard.press("1");
    await keyboard.press("0");
    await expect(
      page.getByRole("radiogroup", { name: "Worst" }).getByRole("radio", { name: "10 of 10" }),
    ).toBeChecked();
    await tabTo("agreed", "radio");
    await keyboard.press("Space");

    await keyboard.press("Alt+2");
    await page.waitForURL("**/guard");
    await askAll(page, () => keyboard.press("n"));
    await page.waitForURL("**/run");

    await expect(page.getByRole("heading", { name: "At rest first" })).toBeVisible();
    await keyboard.press("0");
    await expect(page.getByRole("region", { name: "Distraction" })).toBeVisible();

    /** Asked after a test that brought it on: one key. */
    const restKept = async () => {
      if ((await page.locator("[data-rest-again]").count()) === 0) return;
      await keyboard.press("k");
      await expect(page.locator("[data-rest-again]")).toHaveCount(0);
    };
    const theirs = async (name: string) => {
      await expect(page.getByRole("region", { name, exact: true })).toBeVisible();
      await restKept();
      await keyboard.press("4");
      await expect(page.locator('[data-theirs="si-area.right"]')).toHaveAttribute("aria-pressed", "true");
      await keyboard.press("+");
      await keyboard.press("+");
      await keyboard.press("-");
      await expect(
        page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "1 of 10", exact: true }),
      ).toBeChecked();
      await keyboard.press("Enter");
    };
    const nothing = async (name: string) => {
      await expect(page.getByRole("region", { name, exact: true })).toBeVisible();
      await restKept();
      await keyboard.press("1");
      await expect(page.locator("[data-response=nothing]")).toHaveAttribute("aria-pressed", "true");
      await keyboard.press("Enter");
    };
    await theirs("Distraction");
    await nothing("Thigh thrust left");
    await theirs("Thigh thrust right");
    await expect.poll(() => probability(page, "right")).toBeCloseTo(0.5888, 3);
    await expect(page.locator('[data-rule="si-five-test"]')).toContainText("2 of 3, 3 left");
    await nothing("FABER left");
    await keyboard.press("2");
    await keyboard.press("u");
    await keyboard.press("2");
    await expect(page.locator("[data-response=stretch]")).toHaveAttribute("aria-pressed", "true");
    await keyboard.press("Enter");
    await keyboard.press("x");
    await expect(page.getByRole("dialog")).toBeVisible();
    await tabTo("too sore");
    await keyboard.press("Enter");
    await nothing("Gaenslen right");
    await theirs("Compression");
    await expect(page.locator('[data-rule="si-five-test"]')).toContainText("met, 3 positive");
    await tabTo(/Skip the \d left/);
    await keyboard.press("Enter");

    await keyboard.press("Alt+6");
    await page.waitForURL("**/reading");
    await expect(page.locator("[data-source=sacroiliac][data-beam=right]")).toContainText("leaning towards, tentative");
    await expect(page.getByText("After: of 100 people like this, about 57 would have it.")).toBeVisible();
    await keyboard.press("Alt+7");
    await page.waitForURL("**/sign");
    await saved(page);
    await tabTo("Sign the record");
    await keyboard.press("Enter");
    await expect(page.locator("[data-note]")).toContainText("Signed by Ines Calder");
    await saved(page);

    const record = await stored(request, exam);
    expect(record.events.at(-1)?.type).toBe("exam-signed");
    await expect(page.locator("[data-note]")).toContainText(record.head.head);
  },
);

test("? lists the keys, and a text field keeps its letters", { tag: "@all" }, async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await openRun(page, exam);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("stop the test");
  await page.keyboard.press("Escape");
  await page.goto(`/exams/${exam}/sign`);
  await page.getByLabel("A line for the note").fill("sux 1234");
  await expect(page.getByLabel("A line for the note")).toHaveValue("sux 1234");
});
