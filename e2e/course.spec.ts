import { baselineGroups, chainEvent, type ExamFile } from "@/core";
import { demoIdsOf } from "@/fixtures/demo/demo-ids";
import { calfVisit } from "@/fixtures/samples/course";
import type { APIRequestContext, Page } from "@playwright/test";
import { askAll, expect, idOf, openRun, type Prepared, saved, stored, test } from "./support/test";

type Told = {
  courses: {
    episode: string;
    sentence: string;
    signs: { label: string; points: unknown[] }[];
    reviewOn: string | null;
  }[];
};

const personOf = ({ builder }: Prepared): string => builder.state().opened!.body.person.id;
const coursesOf = async (request: APIRequestContext, person: string): Promise<Told> =>
  (await (await request.get(`/api/people/${person}/courses`)).json()) as Told;

/** Every warning question until it is asked whether anything is new. */
async function graveOnes(page: Page): Promise<void> {
  await expect(page.locator("[data-grave-first], [data-anything-new]")).toBeVisible();
  for (let asked = 0; asked < 20; asked++) {
    if (await page.locator("[data-anything-new]").count()) return;
    const together = page.locator("[data-asked-together]");
    if (await together.count()) {
      await page.keyboard.press("n");
      await expect(together).toHaveCount(0);
      continue;
    }
    const id = await page.locator("section[data-question]").getAttribute("data-question");
    await page.keyboard.press("n");
    await expect(page.locator(`section[data-question="${id}"]`)).toHaveCount(0);
  }
}

test("from a sign that is followed to the next visit, where it is measured again unseen and compared", async ({
  page,
  prepare,
  request,
}) => {
  test.slow();
  const first = await prepare((builder) => {
    calfVisit({ onset: 42, rest: 1 })(builder);
  });
  const person = personOf(first);
  await page.goto(`/exams/${first.exam}/sign`);
  await page.locator('[data-propose="straight-leg-raise"]').click();
  await expect(page.locator('[data-signs="1"]')).toContainText("Straight leg raise right, raise at onset (main)");
  await page.getByLabel("An activity, in their words").fill("put my left sock on");
  await page.getByRole("button", { name: "Follow it", exact: true }).click();
  await expect(page.locator('[data-signs="2"]')).toBeVisible();
  await page.locator("[data-activity]").getByRole("radio", { name: "3 of 10" }).click();
  await saved(page);
  await page.getByRole("button", { name: "Sign the record" }).click();
  await expect(page.getByText(/^Signed/).first()).toBeVisible();
  await expect(async () => expect((await coursesOf(request, person)).courses[0]!.signs).toHaveLength(2)).toPass();

  await page.goto("/");
  await page.getByRole("searchbox").or(page.getByPlaceholder("Name, number or birth year")).fill(first.person);
  await page.getByRole("button", { name: `Next visit of ${first.person}` }).click();
  await page.waitForURL(/complaint/);
  const second = page.url().split("/").at(-2)!;
  const since = page.locator(`[data-since-last="${first.exam}"]`);
  await expect(since).toContainText("To measure again: Straight leg raise right, raise at onset; put my left sock on");
  await expect(since).not.toContainText("42°");
  await since.getByRole("button", { name: /the same places and story/ }).click();
  await since.getByRole("radio", { name: "sore", exact: true }).click();
  await expect(page.locator('[data-after-last="sore"]')).toBeVisible();
  await since.locator("[data-activity]").getByRole("radio", { name: "7 of 10" }).click();
  await page.getByRole("button", { name: /Continue to safety screen|Record consent and continue/ }).click();
  await page.waitForURL(/guard/);
  await graveOnes(page);
  await page.getByRole("button", { name: /^No change/ }).click();
  await expect(page.locator("[data-anything-new]")).toHaveCount(0);
  await askAll(page, () => page.keyboard.press("n"));

  await page.goto(`/exams/${second}/plan`);
  await expect(page.locator('[data-returning="1"]')).toContainText("Straight leg raise R");
  await page.keyboard.press("Enter");
  await page.waitForURL(/run/);
  await expect(page.locator("html[data-whole]")).toBeAttached();
  await page.keyboard.press("1");
  const line = page.locator("[data-sign-line]");
  await expect(line).toHaveAttribute("data-sign-line", "covered");
  await expect(page.getByText("42°")).toHaveCount(0);
  const { height: covered } = (await line.boundingBox())!;
  await line.getByRole("button", { name: "Uncover" }).click();
  await expect(line).toHaveAttribute("data-sign-line", "seen");
  await expect(line).toContainText("42°");
  expect((await line.boundingBox())!.height).toBe(covered);
  await page.keyboard.press("n");
  await expect(line).toHaveAttribute("data-sign-line", "in");
  await expect(line).toContainText("the test: gone");
  await saved(page);
  const events = (await stored(request, second)).events;
  expect(
    events.filter(({ type }) => type === "note-written").map(({ body }) => (body as { text: string }).text),
  ).toEqual(["Old value seen before the new one: Straight leg raise right."]);
  expect(events[0]!.body).toMatchObject({
    visit: { before: first.exam, course: { techniques: 1, tested: [{ test: "straight-leg-raise", side: "right" }] } },
  });
  await expect(page.locator("[data-course-reading]")).toContainText("counted in no reading");
  await expect(async () => {
    const [course] = (await coursesOf(request, person)).courses;
    expect(course!.signs.map(({ points }) => points.length)).toEqual([2, 2]);
  }).toPass();

  await page.goto(`/people/${person}`);
  await expect(page.locator("[data-covered]")).toBeVisible();
  await page.getByRole("button", { name: "Show them all the same" }).click();
  await expect(page.locator("[data-course-picture]")).toBeVisible();
});

test(
  "after a technique the signs are one press away, and the second value stands beside the first",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
    });
    await openRun(page, exam);
    const again = page.locator("[data-retests]").getByRole("button", { name: "Straight leg raise R" });
    await again.click();
    await expect(page.locator("[data-before-technique]")).toContainText("42°");
    await page.keyboard.press("1");
    await expect(page.locator("[data-asked=answer]")).toBeVisible();
    await page.keyboard.press("n");
    await expect(page.locator("[data-retests]")).toHaveCount(0);
    await expect(page.locator("[data-sign-line=in]")).toContainText(/Before the technique:\s*the test: gone/);
    await saved(page);
    await page.goto(`/exams/${exam}/reading`);
    await expect(page.locator("[data-compared=straight-leg-raise]")).toContainText("gone");
  },
);

test(
  "what is said of a course without a network arrives when there is one again",
  { tag: "@all" },
  async ({ page, context, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
    });
    await page.goto(`/exams/${first.exam}/sign`);
    await expect(page.locator("[data-propose]")).toBeVisible();
    /** The thread that works beside the page has begun: without a network it could not. */
    await expect(page.getByRole("button", { name: "Sign the record" })).toBeEnabled();
    await context.setOffline(true);
    await page.locator('[data-propose="straight-leg-raise"]').click();
    await expect(page.locator('[data-signs="1"]')).toBeVisible();
    expect((await coursesOf(request, personOf(first))).courses[0]!.signs).toHaveLength(0);
    await context.setOffline(false);
    await expect(async () =>
      expect((await coursesOf(request, personOf(first))).courses[0]!.signs).toHaveLength(1),
    ).toPass({});
    await page.reload();
    await expect(page.locator('[data-signs="1"]')).toBeVisible();
  },
);

const DEMO = {
  better: ["Rosalind Teague", /better than at the start, beyond the error \(38° → 58°\).*Slump right.*unchanged/s],
  worse: ["Bram Colebrook", /worse, beyond the error.*Less than last time: S1 power left/s],
  other: ["Thea Winslade", /cannot be compared \(done another way\)/],
} as const;

test("a course says in one sentence how it stands", async ({ page }) => {
  for (const [name, says] of Object.values(DEMO)) {
    await page.goto(`/people/${idOf(demoIdsOf(name))}`);
    await expect(page.locator("[data-course-sentence]")).toContainText(says);
    await page.getByText("The same as a table").click();
    await expect(page.locator("[data-sign-table] tbody tr").first()).toBeVisible();
    const pages = (await page.pdf({ format: "A4" })).toString("latin1").match(/\/Type\s*\/Page[^s]/g);
    expect(pages).toHaveLength(1);
  }
});

test(
  "somebody who has to be sent on, and whose letter waits, is told of on roster and page",
  { tag: "@all" },
  async ({ page }) => {
    await page.goto(`/people/${idOf(demoIdsOf("Bram Colebrook"))}`);
    await expect(page.locator("[data-course-next]")).toContainText("Visit 4: send on?");
    await page.goto("/");
    const waiting = page.getByRole("navigation", { name: "Courses that wait" });
    await expect(waiting.getByRole("link", { name: /Rosalind Teague.*letter is unsent/ })).toBeVisible();
    await expect(waiting.getByRole("link", { name: /Thea Winslade.*due for a retest/ })).toBeVisible();
  },
);

/** Says on the course page when somebody is due again. */
async function dueAgain(page: Page, request: APIRequestContext, person: string, on: string): Promise<void> {
  await page.goto(`/people/${person}`);
  await page.getByText("Due, letters, outcome").click();
  await page.getByLabel("Due again on").fill(on);
  await page.getByRole("button", { name: "Keep the day" }).click();
  await expect(async () => expect((await coursesOf(request, person)).courses[0]!.reviewOn).toBe(on)).toPass();
}

test(
  "a progress letter is as it was made last: what was asked, and what was left out, over a reload",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
      builder.sign();
    });
    const person = personOf(first);
    const { episode } = (await coursesOf(request, person)).courses[0]!;
    await page.goto(`/people/${person}/progress/${episode}`);
    const asked = page.getByLabel("A question, or what you suggest");
    const neurology = page.locator("[data-letter] section", { has: page.getByRole("heading", { name: "Neurology" }) });
    const line = neurology.getByRole("listitem").first();
    const ticked = line.getByRole("checkbox");
    const words = (await line.innerText()).trim();
    await asked.fill("Would you look at the reflex again?");
    await ticked.uncheck();
    const pdf = page.waitForEvent("download");
    await page.getByRole("button", { name: "PDF with the signs drawn" }).click();
    await pdf;
    await expect(page.getByText("Made.", { exact: true })).toBeVisible();
    const made = page.locator("section", { has: page.getByRole("heading", { name: "Made before" }) });
    await expect(made).toContainText("1 line left out, added: “Would you look at the reflex again?”");
    await page.reload();
    await expect(asked).toHaveValue("Would you look at the reflex again?");
    await expect(ticked).not.toBeChecked();
    await expect(made.getByRole("listitem")).toHaveCount(1);
    /** On paper stands what is left. */
    await page.emulateMedia({ media: "print" });
    for (const one of await page.getByText(words).all()) await expect(one).toBeHidden();
    await expect(page.getByText("Would you look at the reflex again?").filter({ visible: true })).toHaveCount(1);
  },
);

test(
  "a day to come back, a letter and an outcome are kept with the course",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
      builder.sign();
    });
    const person = personOf(first);
    await dueAgain(page, request, person, "2030-01-15");
    await page.getByLabel("Sent to").fill("Dr. A. Marlow");
    await page.getByRole("button", { name: "Sent today" }).click();
    await expect(page.getByText(/progress letter to Dr. A. Marlow/)).toBeVisible();
    await page.getByRole("button", { name: "Tell an outcome" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Source").selectOption("lower-lumbosacral-root");
    await dialog.getByRole("radio", { name: "right" }).click();
    await dialog.getByRole("radio", { name: "found", exact: true }).click();
    await expect(dialog.getByRole("button", { name: "Keep it" })).toBeDisabled();
    await dialog.getByRole("radio", { name: "the course alone" }).click();
    await dialog.getByRole("button", { name: "Keep it" }).click();
    await expect(page.getByText(/found, by the course alone.*\(no reference\)/)).toBeVisible();
  },
);

test(
  "a later baseline asks one by one what was not ordinary and what matters, and the rest with one press",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
      const normal = { power: 5, reflex: 2, touch: 2, pin: 2, "upper-motor": 0, cranial: 0 } as const;
      builder.add("neuro-recorded", {
        findings: baselineGroups(builder.state()).flatMap(({ cells }) =>
          cells
            .filter(({ onlyByHand }) => !onlyByHand)
            .map(({ kind, level, side }) => ({
              kind,
              level,
              side,
              value: kind === "pin" && level === "l2" && side === "left" ? 1 : normal[kind],
            })),
        ),
      });
      builder.sign();
    });
    await page.goto(`/people/${personOf(first)}`);
    await page.getByRole("button", { name: "Next visit" }).click();
    await page.waitForURL(/complaint/);
    const second = page.url().split("/").at(-2)!;
    await page.getByRole("button", { name: /the same places and story/ }).click();
    await saved(page);
    await page.goto(`/exams/${second}/baseline`);
    await expect(page.locator('[data-neuro="pin l2 left"]')).toContainText("?");
    await expect(page.locator('[data-neuro="power s1 left"]')).toContainText("?");
    await page.locator('[data-all-normal="power"]').click();
    await expect(page.locator('[data-neuro="power l2 left"]')).toHaveAttribute("data-value", "5");
    await expect(page.locator('[data-neuro="power s1 left"]')).toHaveAttribute("data-value", "");
    await expect(page.locator('[data-all-normal="power"]')).toContainText("one by one");
    await page.locator('[data-all-normal="pin"]').click();
    await expect(page.locator('[data-neuro="pin l2 right"]')).toHaveAttribute("data-value", "2");
    await saved(page);
    const found = (await stored(request, second)).events
      .filter(({ type }) => type === "neuro-recorded")
      .flatMap(({ body }) => (body as { findings: { kind: string; level: string; side: string }[] }).findings);
    expect(found.some(({ kind, level, side }) => kind === "pin" && level === "l2" && side === "left")).toBe(false);
    expect(found.some(({ kind, level, side }) => kind === "pin" && level === "l2" && side === "right")).toBe(true);
  },
);

test(
  "a visit about two complaints stands in the course of each",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
    });
    const person = personOf(first);
    await page.goto(`/people/${person}`);
    const one = page.locator("[data-course]").first();
    await one.getByText("Visits, and what else they were about").click();
    await one.getByRole("button", { name: "About another complaint too" }).click();
    await one.getByLabel("The other complaint, in a few words").fill("neck, since the fall");
    await one.getByRole("button", { name: "Begin its course" }).click();
    await expect(page.locator("[data-course]")).toHaveCount(2);
    await expect(async () => {
      const { courses } = (await (await request.get(`/api/people/${person}/courses`)).json()) as {
        courses: { name: string; visits: { exam: string }[] }[];
      };
      expect(courses.map(({ visits }) => visits.map(({ exam }) => exam))).toEqual([[first.exam], [first.exam]]);
      expect(courses.map(({ name }) => name)).toContain("neck, since the fall");
    }).toPass();
    const neck = page.locator("[data-course]").filter({ hasText: "neck, since the fall" });
    await expect(neck.locator("[data-course-sentence]")).toBeVisible();

    await neck.getByText("Techniques and reactions").click();
    await neck.getByRole("button", { name: "Not for this complaint" }).click();
    await expect(neck.locator("[data-course-techniques]")).toContainText("for another complaint");
    const other = page.locator("[data-course]").filter({ hasNotText: "neck, since the fall" });
    await other.getByText("Techniques and reactions").click();
    await expect(other.locator("[data-course-techniques]")).not.toContainText("for another complaint");
  },
);

test(
  "a course that was continued elsewhere says so, and what was said there is taken over by hand",
  { tag: "@all" },
  async ({ page, prepare, request }) => {
    const first = await prepare((builder) => {
      calfVisit({ onset: 42, rest: 1 })(builder);
    });
    const person = personOf(first);
    await dueAgain(page, request, person, "2030-01-15");

    const file = (await (await request.get(`/api/people/${person}/export`)).json()) as ExamFile;
    const streams = file.streams.map((stream) => {
      if (stream.kind !== "episode") return stream;
      const kept = stream.links.slice(0, -1);
      const last = stream.links.at(-1)!;
      const event = {
        ...last.event,
        id: `${last.event.id.slice(0, -12)}eeeeeeeeeeee`,
        actor: { ...last.event.actor, name: "Jonah Elsewhere" },
        body: { on: "2030-02-20" },
      };
      const link = chainEvent({ head: last.previous, length: last.seq - 1 }, event);
      const { seq, previous, hash } = link;
      return {
        ...stream,
        head: hash,
        length: seq,
        links: [...kept, { seq, previous, hash, receivedAt: event.at, event }],
      };
    });
    const imported = await request.post("/api/import", { data: { ...file, signature: undefined, streams } });
    expect(imported.ok(), await imported.text()).toBe(true);

    await page.reload();
    const branch = page.locator("[data-course-branch]");
    await branch
      .getByText("This course was also continued elsewhere: 1 entry, said to be by Jonah Elsewhere, is kept")
      .click();
    await expect(branch).toContainText("2030-02-20");
    await branch.getByRole("button", { name: "Take over" }).click();
    await expect(branch.getByText("said here too")).toBeVisible();
    await expect(async () =>
      expect((await coursesOf(request, person)).courses[0]!.reviewOn).toBe("2030-02-20"),
    ).toPass();
  },
);
