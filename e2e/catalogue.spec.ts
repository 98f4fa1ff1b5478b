import type { Page } from "@playwright/test";
import { SOURCES } from "@/core/vocabulary/sources";
import { protocolOf } from "@/core/knowledge/protocols";
import { TEST_CASES, type TestCase } from "@/fixtures/samples/cases";
import { beforeTheTest, openTest, outcomesOf, tap, tapsOf } from "./support/table";
import { expect, prepareExam, test } from "./support/test";

test.describe.configure({ mode: "parallel" });

const CHUNK = 12;
const walked = TEST_CASES.filter(({ kind }) => kind !== "unclear");
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
  await page.goto(`/exams/${exam}/run`);
  await openTest(page, one.test, one.side);
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
  test(`every test, one positive and one negative way: ${index + 1} of ${chunks.length}`, async ({ page }) => {
    test.setTimeout(180_000);
    for (const one of chunk) await test.step(`${one.test} ${one.kind}`, () => walk(page, one));
  });
}
