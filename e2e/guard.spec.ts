import type { Page } from "@playwright/test";
import { askAll, expect, openRun, prepareExam, readyToTest, saved, stored, test } from "./support/test";

test("a block stands where the test is, and is lifted only by a typed reason", async ({ page, request, prepare }) => {
  const { exam } = await prepare(
    (builder) => void builder.complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(0),
  );
  await openRun(page, exam);
  await page.getByRole("button", { name: /^Sacral thrust\s*, blocked: Pregnancy/ }).click();
  await expect(page.getByText("Contraindicated: Pregnancy from week 20: not prone.").last()).toBeVisible();
  await expect(page.locator("[data-response=nothing]")).toBeDisabled();
  await page.keyboard.press("1");
  await page.getByText("Override for this test with a reason").click();
  await page.getByLabel(/Reason/).fill("too short");
  await page.getByRole("button", { name: "Override", exact: true }).click();
  await expect(page.locator("[data-response=nothing]")).toBeDisabled();
  await page.getByLabel(/Reason/).fill("Lies on two cushions with room, midwife agrees");
  await page.getByRole("button", { name: "Override", exact: true }).click();
  await expect(page.locator("[data-response=nothing]")).toBeEnabled();
  await page.keyboard.press("1");
  await expect(page.locator('[aria-label="Stages"]')).toContainText("Gentle pressure");
  await saved(page);
  expect((await stored(request, exam)).events.find(({ type }) => type === "block-overridden")?.body).toMatchObject({
    test: "sacral-thrust",
  });
  await page.goto(`/exams/${exam}/guard`);
  await expect(page.getByText("Overridden for Sacral thrust: Lies on two cushions")).toBeVisible();
});

/** Answers the gravest with no where they are asked together, but opens one of them instead. */
async function openOne(page: Page, question: string): Promise<void> {
  const together = page.locator("[data-asked-together]");
  await expect(together).toBeVisible();
  const order = (await together.getAttribute("data-asked-together"))!.split(" ");
  await page.keyboard.press(String(order.indexOf(question) + 1));
  await expect(page.locator(`section[data-question="${question}"]`)).toBeVisible();
}

test("an emergency takes the screen and the keyboard, offers what was done by digit, and holds the letter", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await page.goto(`/exams/${exam}/guard`);
  await openOne(page, "cauda-equina");
  await page.locator('[data-question="cauda-equina"] [data-part=saddle]').click();
  const alarm = page.getByRole("alertdialog");
  await expect(alarm).toContainText("Possible cauda equina syndrome");
  await expect(alarm).toContainText("the emergency department");
  await page.keyboard.press("Escape");
  await expect(alarm).toBeVisible();
  /** The focus is in it, and Tab stays there. */
  for (let tab = 0; tab < 12; tab++) {
    expect(await alarm.evaluate((dialog) => dialog.contains(document.activeElement))).toBe(true);
    await page.keyboard.press("Tab");
  }
  await alarm.getByText("Referral letter").click();
  await expect(alarm.locator("pre")).toContainText("numbness between your legs");
  await expect(alarm.getByRole("button", { name: "Record action" })).toBeDisabled();
  await alarm.getByRole("button", { name: /Emergency services called/ }).focus();
  await page.keyboard.press("2");
  await expect(alarm).toBeHidden();
  await saved(page);
  expect((await stored(request, exam)).events.at(-1)?.body).toMatchObject({
    action: "Patient sent to the emergency department, accompanied.",
  });
  await openRun(page, exam);
  await expect(page.getByRole("button", { name: /^Distraction\s*, blocked/ })).toBeVisible();
});

test("an emergency that was pressed by mistake is taken back from its own screen", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await page.goto(`/exams/${exam}/guard`);
  await openOne(page, "cauda-equina");
  await page.keyboard.press("1");
  const alarm = page.getByRole("alertdialog");
  await alarm.getByRole("button", { name: /Entered by mistake/ }).click();
  await expect(alarm).toBeHidden();
  await saved(page);
  const answers = (await stored(request, exam)).events.filter(({ type }) => type === "guard-answered");
  expect(answers.map(({ body }) => body.answer)).toEqual(["yes", "no"]);
});

test("the safety questions: three by one press, a sentence by its number, not sure, undo, and who answered", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await page.goto(`/exams/${exam}/guard`);
  await expect(page.locator("[data-asked-together]")).toContainText("numbness between your legs");
  await page.keyboard.press("n");
  const question = page.locator("section[data-question]");
  await expect(question).toBeVisible();
  await saved(page);
  const first = (await stored(request, exam)).events.filter(({ type }) => type === "guard-answered");
  expect(first.map(({ body }) => [body.answer, body.together])).toEqual([
    ["no", true],
    ["no", true],
    ["no", true],
  ]);
  const second = (await question.getAttribute("data-question"))!;
  await page.keyboard.press("d");
  await expect(question).not.toHaveAttribute("data-question", second);
  await page.keyboard.press("u");
  await expect(question).toHaveAttribute("data-question", second);
  await page.keyboard.press("n");
  await expect(question).not.toHaveAttribute("data-question", second);
  await page.getByRole("radio", { name: "via interpreter" }).click();
  await page.getByText(/^Answers \(/).click();
  await page.locator('[data-asked-question="illness"]').click();
  await expect(question).toHaveAttribute("data-question", "illness");
  /** A yes alone does not say to which sentence. */
  await page.keyboard.press("y");
  await expect(page.getByText("Press each sentence that was answered yes")).toBeVisible();
  await page.keyboard.press("3");
  await expect(question).not.toHaveAttribute("data-question", "illness");
  await expect(page.locator('[data-asked-question="illness"]')).toContainText("sweat so much at night");
  await saved(page);
  const { events } = await stored(request, exam);
  expect(events.findLast(({ type }) => type === "guard-answered")?.body).toEqual({
    question: "illness",
    answer: "yes",
    by: "interpreter",
    parts: ["sweats"],
  });
});

test("a long-known dizziness: the short examination opens the neck to one reason, for all tests of the region", async ({
  page,
  request,
}) => {
  const { exam } = await prepareExam(
    request,
    (builder) => void builder.complaint("neck.right").consent().guard({ dizziness: "known" }).rest(0),
    { region: "neck-arm" },
  );
  await page.goto(`/exams/${exam}/guard`);
  const card = page
    .locator("section, div")
    .filter({ has: page.getByText("Record short examination") })
    .last();
  await expect(page.getByRole("button", { name: "Record short examination" })).toBeDisabled();
  for (const group of await page.getByRole("radiogroup").all())
    if ((await group.getByRole("radio", { name: "Normal", exact: true }).count()) > 0)
      await group.getByRole("radio", { name: "Normal", exact: true }).click();
  await page.getByRole("button", { name: "Record short examination" }).click();
  await expect(page.locator("[data-short-exam]")).toContainText("Blood pressure and pulse: normal");
  await expect(card).toBeHidden();
  await openRun(page, exam);
  await page.getByRole("button", { name: /^Neck rotation right\s*, blocked|^Neck rotation R\s*, blocked/ }).click();
  await page.getByText("Override for this region with a reason").click();
  await page.getByLabel(/Reason/).fill("Known vestibular migraine, short examination normal");
  await page.getByRole("button", { name: "Override", exact: true }).click();
  await expect(page.locator("[data-region-override]")).toContainText("Overridden for the region");
  await saved(page);
  const overrides = (await stored(request, exam)).events.filter(({ type }) => type === "block-overridden");
  expect(overrides.map(({ body }) => body.test)).toEqual([null]);
});

test("stop on one key is recorded and asks the guard again", async ({ page, request, prepare }) => {
  const { exam } = await prepare(readyToTest);
  await openRun(page, exam);
  await page.keyboard.press("4");
  await page.keyboard.press("s");
  await page.getByRole("button", { name: "New numbness, tingling or weakness" }).click();
  await expect(page.getByText("Repeat the safety questions before you continue.")).toBeVisible();
  await page.getByRole("link", { name: "Continue to safety screen" }).click();
  /** The grave ones, those the reason concerns, and whether anything else is new; not all of them again. */
  const again = await askAll(page, () => page.keyboard.press("n"));
  expect(again).toBeGreaterThan(3);
  expect(again).toBeLessThan(10);
  await page.waitForURL("**/run");
  await expect(page.getByRole("region", { name: /Thigh thrust/ })).toBeVisible();
  await saved(page);
  expect((await stored(request, exam)).events.findLast(({ type }) => type === "run-stopped")?.body.reason).toBe(
    "new numbness, tingling or weakness",
  );
});

test(
  "a stop stands at the press; one press says it was their pain, or a slip",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare(readyToTest);
    const last = (count: number) =>
      expect.poll(async () => (await stored(request, exam)).events.slice(-count).map(({ type }) => type));
    await openRun(page, exam);
    await page.keyboard.press("s");
    const asked = page.getByRole("dialog", { name: "Stopped. What was it?" });
    await expect(asked).toBeVisible();
    await last(1).toEqual(["run-stopped"]);
    await asked.getByRole("button", { name: "A slip: go on" }).click();
    await expect(page.getByRole("region", { name: /Distraction/ })).toBeVisible();
    await last(1).toEqual(["event-retracted"]);

    await page.keyboard.press("s");
    await asked.getByRole("button", { name: "Their pain" }).click();
    await expect(page.getByRole("group", { name: "Where" }).first()).toBeVisible();
    await last(3).toEqual(["event-retracted", "run-started", "response-recorded"]);

    await page.keyboard.press("s");
    await page.keyboard.press("Escape");
    await expect(page.getByText("Repeat the safety questions before you continue.")).toBeVisible();
    await saved(page);
    expect((await stored(request, exam)).events.at(-1)?.body.reason).toBe("asked to stop");
  },
);

test(
  "a stop ends the hold as well, and no time is recorded of it",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare(readyToTest);
    await openRun(page, exam);
    await page.keyboard.press("h");
    await expect(page.getByRole("button", { name: /Stop hold/ })).toBeVisible();
    await page.keyboard.press("s");
    await page.getByRole("button", { name: "A slip: go on" }).click();
    await expect(page.getByRole("button", { name: /^Hold/ })).toBeVisible();
    await page.waitForTimeout(5500);
    await saved(page);
    expect((await stored(request, exam)).events.map(({ type }) => type)).not.toContain("dose-recorded");
  },
);

test(
  "an examination ends with a reason, says what was left, and can be gone on with",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare(readyToTest);
    await openRun(page, exam);
    await page.keyboard.press("4");
    await page.getByRole("button", { name: "More" }).click();
    await page.getByRole("menuitem", { name: "End the examination" }).click();
    await page.getByRole("button", { name: "too sore to go on" }).click();
    const card = page.locator("section", { has: page.getByRole("heading", { name: "The examination has ended" }) });
    await expect(card).toContainText("Left for another time: Thigh thrust");
    await expect
      .poll(async () => (await stored(request, exam)).events.at(-1))
      .toMatchObject({ type: "exam-ended", body: { reason: "sore" } });
    await card.getByRole("link", { name: "To the note" }).click();
    await expect(page.getByText("The examination ended: too sore to go on.")).toBeVisible();
    await openRun(page, exam);
    await page.getByRole("button", { name: "Go on after all" }).click();
    await expect(page.getByRole("region", { name: /Distraction|Thigh thrust/ })).toBeVisible();
  },
);

test("nothing is tested before guard, agreement and the rating at rest", async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await openRun(page, exam);
  await expect(page.getByRole("heading", { name: "Safety questions first" })).toBeVisible();
  await page.keyboard.press("4");
  await expect(page.locator("[data-response]")).toHaveCount(0);
});

test(
  "repeat keeps the first run, retract takes a test back, and a dose too low is said",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare(readyToTest);
    await openRun(page, exam);
    await page.getByLabel("Force given, in kgf").fill("9");
    await page.keyboard.press("Enter");
    await page.locator("[data-response=nothing]").click();
    await saved(page);
    await page.goto(`/exams/${exam}/reading`);
    await expect(page.getByText(/too little force to count \(9 kgf given, 25 asked\)/).first()).toBeVisible();
    await openRun(page, exam);
    await page.getByRole("button", { name: /^Distraction\s*, done/ }).click();
    await page.keyboard.press("a");
    await page.getByRole("dialog", { name: "Distraction again. Why?" }).getByText("the dose was wrong").click();
    await expect(page.locator("[data-response=nothing]")).toHaveAttribute("aria-pressed", "false");
    await page.keyboard.press("1");
    await expect(page.locator('[data-rule="si-five-test"]')).toContainText("0 of 3, 4 left");
    await page.getByRole("button", { name: "More" }).click();
    await page.getByRole("menuitem", { name: "Retract this test" }).click();
    await expect.poll(async () => (await stored(request, exam)).events.at(-1)?.type).toBe("event-retracted");
    const { events } = await stored(request, exam);
    expect(events.filter(({ type }) => type === "run-started")).toHaveLength(2);
  },
);

test(
  "a technique asks what it loads, is blocked by the answers, and leaves the finding as it was",
  { tag: "@all" },
  async ({ page, request, prepare }) => {
    const { exam } = await prepare((builder) => {
      void builder.complaint("si-area.right").consent().guard({ anticoagulants: "yes" }).rest(1, "si-area.right");
      builder.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
    });
    await openRun(page, exam);
    await page.getByRole("button", { name: /^Thigh thrust right/ }).click();
    await page.keyboard.press("l");
    const dialog = page.getByRole("dialog", { name: "Log a technique" });
    await dialog.getByRole("radio", { name: "manipulation", exact: true }).click();
    await dialog.getByRole("radio", { name: "pelvis" }).click();
    const guard = dialog.locator("[data-technique-guard]");
    await expect(guard).toContainText("Contraindicated:");
    while (await guard.getByText("Not asked yet").isVisible()) {
      const before = await guard.getByRole("radiogroup").first().innerText();
      await guard.getByRole("radio").first().click();
      await expect.poll(async () => (await guard.innerText()).includes(before)).toBe(false);
    }
    await expect(dialog.getByRole("button", { name: "Log it" })).toBeDisabled();
    await dialog.getByLabel(/Why it is done all the same/).fill("agreed with the doctor today");
    await dialog.getByRole("button", { name: "Log it" }).click();
    await expect(dialog).toBeHidden();
    await expect(page.locator("[data-before-technique]")).toContainText("their familiar symptom");
    const clear = page.locator('[data-response="nothing"][aria-pressed="true"]');
    await page.keyboard.press("k");
    await expect(page.locator("[data-rest-again]")).toHaveCount(0);
    await page.keyboard.press("1");
    await expect(clear).toBeVisible();
    await page.getByRole("button", { name: /^Sacral thrust/ }).click();
    await expect(clear).toBeHidden();
    /** They lie another way now, so the symptom at rest is asked first. */
    await page.keyboard.press("k");
    await expect(page.locator("[data-rest-again]")).toHaveCount(0);
    await page.keyboard.press("1");
    await expect(page.getByRole("button", { name: /^Sacral thrust.*begun/ })).toBeVisible();
    await saved(page);
    const { events } = await stored(request, exam);
    expect(events.filter(({ type }) => type === "run-started")).toHaveLength(3);
    expect(events.find(({ type }) => type === "technique-logged")?.body).toMatchObject({
      region: "pelvis",
      despite: "agreed with the doctor today",
    });
    /** How they were after it: what was done last stands first. */
    await page.getByRole("button", { name: /^More/ }).click();
    await page.getByRole("menuitem", { name: "A reaction to what was done" }).click();
    const reaction = page.getByRole("dialog", { name: "A reaction to what was done" });
    await reaction.getByRole("radio", { name: /^manipulation/ }).click();
    await reaction.getByRole("radio", { name: "sore", exact: true }).click();
    await reaction.getByRole("radio", { name: "4 of 10" }).click();
    await expect(reaction).toBeHidden();
    await saved(page);
    const told = (await stored(request, exam)).events.at(-1)!;
    const technique = events.find(({ type }) => type === "technique-logged")!;
    expect(told).toMatchObject({
      type: "reaction-told",
      body: { after: "technique", which: technique.id, what: "sore", intensity: 4 },
    });
    await page.goto(`/exams/${exam}/reading`);
    const response = page.locator('[data-response-to="sacral-thrust"]');
    await expect(response).toContainText("it is in no reading");
    /** Parts that come later move what stands below them: the press waits until all is there. */
    await expect(page.locator("html[data-whole]")).toBeAttached();
    await response.getByRole("button", { name: /Add it to the reading/ }).press("Enter");
    await expect(response).toContainText("added to the reading by hand");
  },
);
