import { askAll, expect, openRun, readyToTest, saved, stored, test } from "./support/test";

test("a block stands where the test is, and is lifted only by a typed reason", async ({ page, request, prepare }) => {
  const { exam } = await prepare(
    (builder) => void builder.complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(0),
  );
  await openRun(page, exam);
  await page.getByRole("button", { name: /^Sacral thrust\s*, blocked: Pregnancy/ }).click();
  await expect(page.getByText("Blocked: Pregnancy: not face down.").last()).toBeVisible();
  await expect(page.locator("[data-response=nothing]")).toBeDisabled();
  await page.keyboard.press("1");
  await page.getByText("Override for this test with a reason").click();
  await page.getByLabel(/Reason/).fill("too short");
  await page.getByRole("button", { name: "Override", exact: true }).click();
  await expect(page.locator("[data-response=nothing]")).toBeDisabled();
  await page.getByLabel(/Reason/).fill("Ten weeks, lies on two cushions with room");
  await page.getByRole("button", { name: "Override", exact: true }).click();
  await expect(page.locator("[data-response=nothing]")).toBeEnabled();
  await page.keyboard.press("1");
  await expect(page.locator('[aria-label="Stages"]')).toContainText("Gentle pressure");
  await saved(page);
  expect((await stored(request, exam)).events.find(({ type }) => type === "block-overridden")?.body).toMatchObject({
    test: "sacral-thrust",
  });
  await page.goto(`/exams/${exam}/guard`);
  await expect(page.getByText("Overridden for Sacral thrust: Ten weeks")).toBeVisible();
});

test("an emergency takes the screen until it is said what was done", async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await page.goto(`/exams/${exam}/guard`);
  await page.locator('[data-question="cauda-equina"] [data-option=yes]').click();
  const alarm = page.getByRole("alertdialog");
  await expect(alarm).toContainText("emergency referral now");
  await page.keyboard.press("Escape");
  await expect(alarm).toBeVisible();
  await expect(alarm.getByRole("button", { name: "Record and go on" })).toBeDisabled();
  await alarm.getByRole("textbox").fill("Ambulance called at 10:05, spoke to the crew");
  await alarm.getByRole("button", { name: "Record and go on" }).click();
  await expect(alarm).toBeHidden();
  await openRun(page, exam);
  await expect(page.getByRole("button", { name: /^Distraction\s*, blocked/ })).toBeVisible();
});

test("the warning questions one by one: a part by its number, not sure, undo, who said it, and what was pressed together", async ({
  page,
  request,
  prepare,
}) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right"));
  await page.goto(`/exams/${exam}/guard`);
  await expect(page.locator('[data-question="cauda-equina"]')).toContainText("Numb between the legs");
  await page.keyboard.press("n");
  const question = page.locator("section[data-question]");
  await expect(question).not.toHaveAttribute("data-question", "cauda-equina");
  const second = (await question.getAttribute("data-question"))!;
  await page.keyboard.press("d");
  await expect(question).not.toHaveAttribute("data-question", second);
  await page.keyboard.press("u");
  await expect(question).toHaveAttribute("data-question", second);
  await page.keyboard.press("n");
  await expect(question).not.toHaveAttribute("data-question", second);
  await page.getByRole("radio", { name: "through an interpreter" }).click();
  await page.getByText(/What was answered/).click();
  await page.locator('[data-asked-question="infection-signs"]').click();
  await expect(question).toHaveAttribute("data-question", "infection-signs");
  await page.keyboard.press("2");
  await expect(question).not.toHaveAttribute("data-question", "infection-signs");
  await expect(page.locator('[data-asked-question="infection-signs"]')).toContainText("Night sweats?");
  await saved(page);
  const { events } = await stored(request, exam);
  expect(events.findLast(({ type }) => type === "guard-answered")?.body).toEqual({
    question: "infection-signs",
    answer: "yes",
    by: "interpreter",
    parts: [2],
  });
});

test("stop on one key is recorded and asks the guard again", async ({ page, request, prepare }) => {
  const { exam } = await prepare(readyToTest);
  await openRun(page, exam);
  await page.keyboard.press("4");
  await page.keyboard.press("s");
  await page.getByRole("button", { name: "New numbness, tingling or weakness" }).click();
  await expect(page.getByText("Ask the warning questions again before going on.")).toBeVisible();
  await page.getByRole("link", { name: "To the guard" }).click();
  expect(await askAll(page, () => page.keyboard.press("n"))).toBeGreaterThan(15);
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
    await expect(page.getByText("Ask the warning questions again before going on.")).toBeVisible();
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
  await expect(page.getByRole("heading", { name: "The guard comes first" })).toBeVisible();
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
    await expect(guard).toContainText("Blocked:");
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
