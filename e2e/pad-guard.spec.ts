import type { Browser, Locator, Page } from "@playwright/test";
import { bringAxe, violations } from "./support/axe";
import { joinAs, stored } from "./support/devices";
import { expect, type Prepared, test } from "./support/test";

/**
 * Presses through the pages as somebody alone would, until the examiner's screen
 * says that all is answered; the answer by the words they read.
 */
async function answerAll(pad: Page, asked: Locator, choose: (words: string) => string, most = 200): Promise<number> {
  const question = pad.locator("[data-pad-shows=ask] h1");
  const done = asked.getByText("All questions answered on the tablet.");
  for (let pages = 0; pages < most; pages++) {
    /** Between two pages the pad waits for the next. */
    await expect.poll(async () => (await question.count()) + (await done.count())).toBeGreaterThan(0);
    if ((await question.count()) === 0) return pages;
    const words = await question.innerText();
    await pad.locator(`[data-choice="${choose(words)}"]`).click();
    await expect.poll(() => question.allInnerTexts()).not.toEqual([words]);
  }
  return most;
}

type Begins = {
  page: Page;
  browser: Browser;
  server: { url: string };
  prepare: (tell: (builder: Prepared["builder"]) => void) => Promise<Prepared>;
};

/** Somebody who is about to answer the warning questions on a pad: it has joined. */
async function askedOnPad({ page, browser, server, prepare }: Begins, language?: string) {
  const { exam } = await prepare((builder) => void builder.complaint("si-area.right").consent());
  await page.goto(`/exams/${exam}/guard`);
  await page.getByRole("button", { name: "Patient answers on a tablet" }).click();
  const pad = await joinAs(browser, server.url, page, /^Answer pad/, language);
  return { exam, pad, asked: page.getByRole("region", { name: "Answers on a tablet" }) };
}

test("the warning questions are answered alone on a pad, in German; what is not a no is seen, and counts when it is taken", async ({
  page,
  browser,
  server,
  request,
  prepare,
}) => {
  const { exam, pad, asked } = await askedOnPad({ page, browser, server, prepare }, "Deutsch");
  await expect(
    pad.getByRole("heading", {
      name: "Fühlt es sich zwischen den Beinen, um After oder Genitalien, taub oder pelzig an?",
    }),
  ).toBeVisible();
  await bringAxe(pad);
  expect(await violations(pad, "everything")).toEqual([]);
  /** A press that was wrong is taken back by the page before. */
  await pad.locator("[data-choice=yes]").click();
  await expect(pad.locator("[data-pad-shows=ask] h1")).toContainText("Urin");
  await pad.locator("[data-choice=back]").click();
  await expect(pad.locator("[data-pad-shows=ask] h1")).toContainText("zwischen den Beinen, um After");
  const pages = await answerAll(pad, asked, (words) => (words.startsWith("Schwitzen Sie nachts") ? "yes" : "no"));
  expect(pages).toBeGreaterThan(15);
  await expect(asked).toContainText("All questions answered on the tablet.");
  const seen = asked.getByRole("list", { name: "Not answered no" });
  await expect(seen.getByRole("listitem")).toHaveCount(1);
  await expect(seen).toContainText("Yes");
  expect((await stored(request, exam)).filter(({ type }) => type === "guard-answered")).toEqual([]);
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);

  await asked.getByRole("button", { name: /^Accept \d+ answers/ }).click();
  await expect(asked).toBeHidden();
  const answers = async () => (await stored(request, exam)).filter(({ type }) => type === "guard-answered");
  await expect.poll(async () => (await answers()).length).toBeGreaterThan(5);
  const taken = await answers();
  expect(new Set(taken.map(({ channel }) => channel))).toEqual(new Set(["pad"]));
  const notNo = taken.filter(({ body }) => body.answer !== "no");
  expect(notNo.map(({ body }) => [body.question, body.answer, body.parts, body.by])).toEqual([
    ["illness", "yes", ["sweats"], "them"],
  ]);
  /** What is gravest still waits to be asked aloud. */
  expect(taken.map(({ body }) => body.question)).not.toContain("cauda-equina");
  await expect(page.locator("[data-asked-together~=cauda-equina], section[data-question=cauda-equina]")).toBeVisible();
  await page.getByText(/^Answers \(/).click();
  await expect(page.getByText("on a tablet").first()).toBeVisible();
  await expect(page.getByText("answered together")).toHaveCount(0);
  await expect(pad.locator("[data-pad-shows=wait]")).toBeVisible();
  await pad.context().close();
});

test(
  "stop pressed while the questions are answered is said at once on the examiner's screen, and what was answered stays",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    const { exam, pad, asked } = await askedOnPad({ page, browser, server, prepare });
    const question = pad.locator("[data-pad-shows=ask] h1");
    for (let turn = 0; turn < 3; turn++) {
      const words = await question.innerText();
      await pad.locator("[data-choice=no]").click();
      await expect(question).not.toHaveText(words);
    }
    await expect(asked).toHaveAttribute("data-pad-asked", /^3 of/);
    const words = await question.innerText();
    await pad.getByRole("button", { name: "Stop", exact: true }).click();
    await expect(asked.getByRole("alert")).toContainText("The patient pressed Stop");
    await expect(pad.locator("[data-pad-shows=stopped]")).toBeVisible();
    await expect
      .poll(async () => (await stored(request, exam)).filter(({ type }) => type === "run-stopped").length)
      .toBe(1);
    await asked.getByRole("button", { name: "Continue questions" }).click();
    await expect(question).toHaveText(words);
    await expect(asked).toHaveAttribute("data-pad-asked", /^3 of/);
    await pad.locator("[data-choice=no]").click();
    await expect(asked).toHaveAttribute("data-pad-asked", /^4 of/);
    await pad.context().close();
  },
);
