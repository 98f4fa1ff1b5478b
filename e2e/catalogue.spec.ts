import type { Page } from "@playwright/test";
import { protocolOf, SOURCES } from "@/core";
import { TEST_CASES, type TestCase } from "@/fixtures/samples/cases";
import { agree, beforeTheTest, openTest, outcomesOf, tap, tapsOf } from "./support/table";
import { ALL, expect, openRun, prepareExam, test } from "./support/test";

test.describe.configure({ mode: "parallel" });

const CHUNK = 5;

/** What a case shows of the interface: the kinds of stage, answer, number, sign and place it taps, and how it ends. */
function kindsIn({ test: id, kind, steps, expect: expected }: TestCase): string[] {
  const { stages, measures, signs, sided, readings } = protocolOf(id);
  const kindOfStage = (stage: string) => stages.find((one) => one.id === stage)?.kind ?? "provoke";
  const tapped = steps.map((step) => {
    if ("measure" in step) return `number in ${measures.find((one) => one.id === step.measure)?.unit}`;
    if ("sign" in step) return `sign of ${signs.find((one) => one.id === step.sign)?.options.length} options`;
    if ("answer" in step) return `${kindOfStage(step.stage)} answered`;
    if ("response" in step)
      return `${step.response} ${step.felt ? "with a place" : ""} ${step.qualities ? "and how" : ""}`;
    return Object.keys(step).join(" ");
  });
  return [
    ...tapped,
    ...expected.map(([source, , outcome]) => `${SOURCES[source].family} ${outcome}`),
    `${kind} ${sided ? "on a side" : "without a side"}`,
    ...(readings.length > 1 ? ["several sources"] : []),
  ];
}

/** Cases that together show every kind; what each case reads is asked of the core for all of them. */
function covering(cases: readonly TestCase[]): TestCase[] {
  const left = new Set(cases.flatMap(kindsIn));
  const chosen: TestCase[] = [];
  while (left.size > 0) {
    const news = (one: TestCase) => new Set(kindsIn(one).filter((kind) => left.has(kind))).size;
    const best = cases.reduce((most, one) => (news(one) > news(most) ? one : most));
    kindsIn(best).forEach((kind) => left.delete(kind));
    chosen.push(best);
  }
  return chosen;
}

const told = TEST_CASES.filter(({ kind }) => kind !== "unclear");
/** All of them with `npm test -- --all`. */
const walked = ALL ? told : covering(told);
const chunks = Array.from({ length: Math.ceil(walked.length / CHUNK) }, (_, index) =>
  walked.slice(index * CHUNK, (index + 1) * CHUNK),
);

const isUpper = ({ test: id }: TestCase) =>
  protocolOf(id).regions.some((region) => region === "neck" || region === "arm");
/** Words that would contradict an outcome on its own, by figure or by sign. */
const CONTRARY = {
  positive: /^(unlikely|not suggested|leaning against|not shown.*|open|not examined)$/,
  negative: /^(likely|leaning towards|suggested|open|not examined)$/,
} as Record<string, RegExp>;

async function walk(page: Page, one: TestCase): Promise<void> {
  const { exam, builder } = await prepareExam(page.request, (started) => beforeTheTest(started, one), {
    region: isUpper(one) ? "neck-arm" : "lumbopelvic",
    ...(one.schools ? { schools: one.schools } : {}),
  });
  await openRun(page, exam);
  await openTest(page, one.test, one.side);
  await agree(page);
  for (const step of tapsOf(builder, one)) await tap(page, step);
  for (const [source, side, outcome] of one.expect) {
    const read = async () =>
      (await outcomesOf(page, exam, one.test, one.side)).find((found) => found.source === source && found.side === side)
        ?.outcome;
    await expect.poll(read, `${one.test} ${one.kind} ${source}`).toBe(outcome);
    if (source === "sacroiliac" || one.before) continue;
    const row = page.locator(`[data-source="${source}"][data-beam="${side ?? "midline"}"]`);
    await expect(row, `${one.test} ${one.kind}: ${SOURCES[source].label}`).not.toHaveAttribute(
      "data-word",
      CONTRARY[outcome] ?? /^(likely|unlikely|not suggested|not examined)$/,
    );
    await expect(row).toBeVisible();
  }
}

for (const [index, chunk] of chunks.entries()) {
  test(
    `cases of the catalogue give on the screen what the core reads: ${index + 1} of ${chunks.length}`,
    { tag: "@all" },
    async ({ page }) => {
      for (const one of chunk) await test.step(`${one.test} ${one.kind}`, () => walk(page, one));
    },
  );
}
