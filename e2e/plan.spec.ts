import { ladderOf, planDraft, planExam } from "@/core";
import { askAll, expect, saved, stored, test } from "./support/test";

test(
  "from a calf to the first test: drafted unseen, asked together, seen once, begun by Enter",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const { exam } = await prepare((builder) => void builder.complaint("posterior-calf.right", "lateral-foot.right"));
    await page.goto(`/exams/${exam}/complaint`);
    await page.getByRole("button", { name: "Record consent and continue" }).click();
    await expect(page).toHaveURL(/\/guard$/);
    const drafted = (await stored(request, exam)).events.filter(({ type }) => type === "plan-set");
    expect(drafted).toHaveLength(1);
    await askAll(page, () => page.keyboard.press("n"));
    await expect(page).toHaveURL(/\/plan$/);
    const top = page.locator("[data-plan-top]");
    await expect(top).toContainText("Standing");
    await expect(top).toContainText("Lumbar range");
    await expect(top).toContainText(/about \d+ tests · \d+ min · \d position changes?/);
    await expect(page.locator("[data-bay]").first()).toHaveAttribute("data-bay", "standing");
    const seated = page.locator("[data-bay=seated]");
    await expect(seated.locator("[data-stop=neurology]")).toContainText("Neurological examination");
    await expect(seated.locator("[data-stone=slump]")).toContainText(/L.*R/);
    await expect(page.locator("[data-flag='root L4-S1 R'] [data-flag-cost]")).toHaveText(/tests? · \d+ min/);
    await expect(page.getByText(/^Ask before/)).toHaveCount(0);
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/\/run$/);
    await expect(page.getByRole("button", { name: /^Plan/ })).toBeVisible();
  },
);

test(
  "the tests lead to the neurological examination in the position it belongs to, and past it in one press",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const { exam } = await prepare((builder) => {
      builder.complaint("posterior-calf.right").consent();
      builder.add("plan-set", planDraft(planExam(builder.state()), {}).body);
      builder.guard().rest(1, "posterior-calf.right");
    });
    await page.goto(`/exams/${exam}/plan`);
    await expect(page.locator("[data-plan-top]")).toBeVisible();
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/\/run$/);
    const list = page.getByRole("navigation", { name: "Run sheet" });
    await expect(list.locator("[data-stop=neurology]")).toBeVisible();
    const stop = page.getByRole("heading", { name: "Neurological examination" });
    await expect(page.locator("section[data-asked]")).toHaveAttribute("aria-label", /Lumbar range/);
    await expect(stop).toHaveCount(0);
    await list
      .getByRole("button", { name: /^Slump/ })
      .first()
      .click();
    await expect(stop).toBeVisible();
    await page.keyboard.press("x");
    await expect(page.locator("section[data-asked]")).toHaveAttribute("aria-label", /Slump/);
    await page.reload();
    await list
      .getByRole("button", { name: /^Slump/ })
      .first()
      .click();
    await expect(stop).toBeVisible();
    await page.keyboard.press("Enter");
    const dialog = page.getByRole("dialog", { name: "Power, reflexes, feeling" });
    await dialog.locator("[data-all-normal]").first().click();
    await expect
      .poll(async () => (await stored(request, exam)).events.some(({ type }) => type === "neuro-recorded"))
      .toBe(true);
    await dialog.getByRole("button", { name: "Back to the test" }).click();
    await expect(stop).toHaveCount(0);
    await expect(list.locator("[data-stop=neurology]")).toHaveCount(0);
    await expect(page.locator("section[data-asked]")).toHaveAttribute("aria-label", /Slump/);
  },
);

test("stones are walked, asked why, left out, put in and put first, all by keys", async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard());
  await page.goto(`/exams/${exam}/plan`);
  await expect(page.locator("[data-plan]")).toBeVisible();
  const gone = "thigh-thrust";
  const chosen = page.locator("[data-stone][aria-pressed=true]");
  const stones = await page.locator("[data-stone]").count();
  for (let press = 0; press < stones; press++) {
    await page.keyboard.press("ArrowRight");
    await expect(chosen).toHaveCount(1);
    if ((await chosen.getAttribute("data-stone")) === gone) break;
  }
  await expect(page.locator(`[data-why="${gone}"]`)).toContainText(/if theirs, .*; if nothing, /);
  await page.keyboard.press("x");
  await expect(page.locator(`[data-stone="${gone}"]`)).toHaveCount(0);
  await page.getByText(/^Left out:/).click();
  const row = page.getByRole("listitem").filter({ hasText: "not today" });
  await row.getByRole("button", { name: "Put in" }).click();
  await expect(page.locator(`[data-stone="${gone}"]`)).toHaveCount(1);
  const last = page.locator("[data-bay]").last();
  const place = (await last.getAttribute("data-bay"))!;
  await last.locator("[data-stone]").first().click();
  await page.keyboard.press("f");
  await expect(page.locator("[data-bay]").first()).toHaveAttribute("data-bay", place);
  await expect(page.locator("[data-minutes]")).toHaveAttribute("data-minutes", "25");
  await page.keyboard.press("-");
  await expect(page.locator("[data-minutes]")).toHaveAttribute("data-minutes", "20");
});

test(
  "a stone is moved by key and by hand, held when the plan is made anew, and the list kept as an own sheet",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const { exam } = await prepare(
      (builder) => void builder.complaint("posterior-calf.right", "si-area.right").consent().guard(),
    );
    await page.goto(`/exams/${exam}/plan`);
    await expect(page.locator("[data-plan]")).toBeVisible();
    await page.locator("html[data-whole]").waitFor();
    const bay = page
      .locator("[data-bay]")
      .filter({ has: page.locator("[data-stone]").nth(2) })
      .first();
    const order = () =>
      bay.locator("[data-stone]").evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.stone!));
    const [first, second, ...rest] = await order();
    await bay.locator(`[data-stone="${second}"]`).click();
    await page.keyboard.press("k");
    await expect.poll(order).toEqual([second, first, ...rest]);
    await expect(bay.locator(`[data-stone="${second}"]`).getByRole("img", { name: "held here" })).toBeVisible();

    const last = rest.at(-1)!;
    await bay.locator(`[data-stone="${last}"]`).evaluate((one) => one.scrollIntoView({ block: "center" }));
    const from = (await bay.locator(`[data-stone="${last}"]`).boundingBox())!;
    const to = (await bay.locator(`[data-stone="${second}"]`).boundingBox())!;
    await page.mouse.move(from.x + 30, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(to.x + 30, to.y + 24, { steps: 12 });

    await page.mouse.up();
    /** What is held stands first, as it was put; the rest comes after it in its cheapest order. */
    await expect.poll(async () => (await order()).slice(0, 2)).toEqual([last, second]);
    expect((await order()).toSorted()).toEqual([first, second, ...rest].toSorted());

    await page.getByText("Keep these tests as a sheet of my own").click();
    await page.getByLabel("Name of the sheet").fill("calf, my way");
    await page.getByRole("button", { name: "Keep it" }).click();
    await expect(page.getByText('Kept as "calf, my way".')).toBeVisible();
    await page.getByRole("button", { name: /^Start/ }).click();
    await expect(page).toHaveURL(/\/(run|guard)$/);
    const plan = (await stored(request, exam)).events.findLast(({ type }) => type === "plan-set")!.body as {
      edits: { held?: string[] };
    };
    expect(plan.edits.held?.slice(0, 2)).toEqual([last, second]);

    const another = await prepare((builder) => void builder.complaint("low-back.central").consent().guard());
    await page.goto(`/exams/${another.exam}/plan`);
    await expect(page.getByRole("button", { name: /^My list: calf, my way/ })).toBeVisible();
    await page.locator("html[data-whole]").waitFor();
    await page.keyboard.press("s");
    await expect(page).toHaveURL(/\/(run|guard)$/);
    const chosen = (await stored(request, another.exam)).events.findLast(({ type }) => type === "sheet-set")!;
    expect(chosen.body).toMatchObject({ label: "calf, my way" });
  },
);

test(
  "a test is done in another position by one key, and back by the same",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => void builder.complaint("posterior-calf.right").consent().guard());
    await page.goto(`/exams/${exam}/plan`);
    await expect(page.locator("[data-plan]")).toBeVisible();
    await page.locator('[data-stone="straight-leg-raise"]').click();
    await expect(page.getByRole("button", { name: /Seated straight leg raise instead/i })).toBeVisible();
    await page.keyboard.press("p");
    await expect(page.locator('[data-stone="seated-straight-leg-raise"][aria-pressed=true]')).toHaveCount(1);
    await expect(page.locator('[data-stone="straight-leg-raise"]')).toHaveCount(0);
    await page.keyboard.press("p");
    await expect(page.locator('[data-stone="side-lying-leg-raise"]')).toHaveCount(1);
    await page.keyboard.press("p");
    await expect(page.locator('[data-stone="straight-leg-raise"]')).toHaveCount(1);
  },
);

test("a budget that binds says what stays open for it", { tag: "@all" }, async ({ page, prepare }) => {
  const { exam } = await prepare(
    (builder) => void builder.complaint("posterior-calf.right", "si-area.right").consent().guard(),
  );
  await page.goto(`/exams/${exam}/plan`);
  await expect(page.locator("[data-plan]")).toBeVisible();
  for (let press = 0; press < 4; press++) await page.keyboard.press("-");
  await expect(page.getByText(/^Left out: .* stays? open$/)).toBeVisible();
});

test(
  "what is settled falls away in its place, and the rest is planned anew at the turn",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent().guard().rest(0));
    await page.goto(`/exams/${exam}/plan`);
    await expect(page.locator("[data-plan]")).toBeVisible();
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/\/(guard|run)$/);
    if (page.url().endsWith("/guard")) {
      await askAll(page, () => page.keyboard.press("n"));
      await page.goto(`/exams/${exam}/run`);
    }
    await expect(page.getByRole("button", { name: /^Plan/ })).toBeVisible();
    for (const name of [/^Distraction/, /^Thigh thrust/, /^FABER/]) {
      await page.getByRole("button", { name }).first().click();
      const still = page.locator("[data-rest-again]");
      if (await still.isVisible()) await page.keyboard.press("k");
      await page.locator('[data-theirs="si-area.right"]').click();
      await page.keyboard.press("Enter");
      await saved(page);
    }
    await expect(page.getByRole("button", { name: /^Gaenslen.*not needed: can no longer change/ })).toBeVisible();
    const plans = (await stored(request, exam)).events.filter(({ type }) => type === "plan-set");
    expect(plans.length).toBeGreaterThan(0);
  },
);

test(
  "where a sheet was chosen by hand no plan takes its place",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", { label: "own", tests: ["slump"], reason: "" });
      builder.complaint("si-area.right");
    });
    await page.goto(`/exams/${exam}/complaint`);
    await page.getByRole("button", { name: "Record consent and continue" }).click();
    await expect(page).toHaveURL(/\/guard$/);
    await saved(page);
    expect((await stored(request, exam)).events.some(({ type }) => type === "plan-set")).toBe(false);
  },
);

test(
  "after a technique the same sign stands beside the one before it, judged by its error",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.add("sheet-set", { label: "raise", tests: ["straight-leg-raise"], reason: "" });
      builder.complaint("posterior-calf.right").consent().guard().rest(0);
      for (const onset of [40, 58]) {
        const run = builder.start("straight-leg-raise", "right");
        builder.record(run, {
          stage: "raise",
          response: "familiar",
          felt: ["posterior-calf.right"],
          intensity: onset === 40 ? 7 : 3,
        });
        builder.add("measure-recorded", { run, measure: "onset", value: onset });
        for (;;) {
          const open = ladderOf(builder.state().runs.at(-1)!).here;
          if (!open) break;
          builder.add("answer-recorded", { run, stage: open.id, answer: "unchanged" });
        }
        if (onset === 40) builder.technique();
      }
    });
    await page.goto(`/exams/${exam}/reading`);
    const compared = page.locator('[data-compared="straight-leg-raise"]');
    await expect(compared).toContainText("how bad 7 of 10 → 3 of 10: better, beyond the error");
    await expect(compared).toContainText(/40° → 58°: better, beyond the error \(error \d+°\)/);
    await expect(page.getByText("improvement after a technique moves no probability")).toBeVisible();
  },
);

test("a changed list asks only what is new, in its place at the table", { tag: "@all" }, async ({ page, prepare }) => {
  const { exam } = await prepare((builder) => {
    builder.complaint("si-area.right").consent().guard().rest(0);
    builder.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    builder.add("sheet-set", { label: "more", tests: ["thigh-thrust", "slump"], reason: "" });
  });
  await page.goto(`/exams/${exam}/run`);
  const asked = await askAll(page, () => page.keyboard.press("n"));
  expect(asked).toBeGreaterThan(0);
  await expect(page).toHaveURL(/\/run$/);
  await expect(page.locator("[data-asking]")).toBeVisible();
});
