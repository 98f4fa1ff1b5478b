import { expect, type Page } from "@playwright/test";
import {
  effectiveRuns,
  type ExamEvent,
  fold,
  interpretRun,
  type Place,
  protocolOf,
  type TestId,
  type TestOutcome,
} from "@/core";
import { continueExam, type ExamBuilder } from "@/fixtures/samples/build";
import { explicitSteps, recordCase, type TestCase } from "@/fixtures/samples/cases";
import type { ExplicitStep } from "@/fixtures/samples/steps";
import { saved } from "./test";

/** Everything before the test itself: sheet, complaint where it will be felt, guard, rest, and the tests that earn it. */
export function beforeTheTest(exam: ExamBuilder, { test, before = [], steps, atRest }: TestCase): void {
  exam.add("sheet-set", {
    label: "one test",
    tests: [...new Set([...before.map((one) => one.test), test])],
    reason: "",
  });
  const felt = steps.flatMap((step) => ("felt" in step ? (step.felt ?? []) : []));
  exam.complaint(...new Set<Place>(felt.length ? felt : ["low-back.central"]));
  exam.consent().guard();
  exam.rest(atRest?.intensity ?? 0, ...(atRest?.places ?? []));
  for (const earlier of before) recordCase(exam, earlier);
}

/** The steps of a case as they are tapped, stages in between included. */
export function tapsOf(exam: ExamBuilder, { test, side, steps }: TestCase): ExplicitStep[] {
  const copy = continueExam(exam.options, exam.events);
  return explicitSteps(copy, copy.start(test, side), steps);
}

/** Opens a test from the run sheet. */
export async function openTest(page: Page, test: TestId, side: string | null): Promise<void> {
  const { name } = protocolOf(test);
  const label = side ? `${name} ${side}` : name;
  const region = page.getByRole("region", { name: label, exact: true });
  const step = page
    .getByRole("navigation", { name: "Run sheet" })
    .getByRole("button", { name: new RegExp(`^${name.replace(/[()]/g, "\\$&")}\\s*${side ?? ""}\\s*,`) });
  await step.click();
  await expect(region).toBeVisible();
}

/** Does one step through the interface, as a practitioner would. */
/** What is asked for on its own is agreed to. */
export async function agree(page: Page): Promise<boolean> {
  const asked = page.locator("[data-asked-anew]");
  if ((await asked.count()) === 0) return false;
  await asked.getByRole("button", { name: /^Patient agrees/ }).click();
  await expect(asked).toHaveCount(0);
  return true;
}

export async function tap(page: Page, step: ExplicitStep): Promise<void> {
  if ("measure" in step) {
    const input = page.locator(`[data-measure="${step.measure}"] input`);
    await input.fill(String(step.value));
    await input.press("Enter");
    return;
  }
  if ("skip" in step) {
    await page.getByRole("button", { name: "More" }).click();
    await page.getByRole("menuitem", { name: /^Leave out/ }).click();
    await page.getByRole("dialog").getByRole("button", { name: "too sore" }).click();
    return;
  }
  if ("sign" in step) {
    const sign = page.locator(`[data-sign="${step.sign}"]`);
    await sign
      .getByRole("radio")
      .nth(await optionIndex(page, step.sign, step.option))
      .click();
    return;
  }
  /** Taps may follow faster than screens: the stage that is asked about comes first. */
  await expect(page.locator(`[data-asking="${step.stage}"]`)).toBeVisible();
  if ("answer" in step) {
    await page.locator(`[data-answer="${step.answer}"]`).click();
    return;
  }
  await page.locator(`[data-response=${step.response}]`).click();
  for (const [index, place] of (step.felt ?? []).entries()) {
    if (index === 1) await page.getByRole("button", { name: "other places" }).click();
    await page.locator(`[data-place="${place}"]`).first().click();
  }
  for (const quality of step.qualities ?? []) await page.locator(`[data-quality=${quality}]`).click();
}

async function optionIndex(page: Page, sign: string, option: string): Promise<number> {
  const values = await page
    .locator(`[data-sign="${sign}"] input[type=radio]`)
    .evaluateAll((radios) => radios.map((radio) => (radio as HTMLButtonElement).value));
  return values.indexOf(option);
}

/** What the core reads from the events the server has, for the last run of a test. */
export async function outcomesOf(
  page: Page,
  exam: string,
  test: TestId,
  side: string | null,
): Promise<readonly TestOutcome[]> {
  await saved(page);
  const { events } = (await (await page.request.get(`/api/exams/${exam}/events`)).json()) as { events: ExamEvent[] };
  const state = fold(events);
  const runs = effectiveRuns(state.runs);
  const run = runs.find((one) => one.test === test && one.side === side);
  return run ? interpretRun(run, state.settings!, runs) : [];
}
