import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, test } from "./support/test";

const AXE = readFileSync("node_modules/axe-core/axe.min.js", "utf8");
type Axe = {
  run: (
    context: Document,
    options: object,
  ) => Promise<{ violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[] }>;
};

/** WCAG 2.2 AA and best practice; injected by hand, past the page's own script policy. */
async function violations(page: Page): Promise<string[]> {
  const session = await page.context().newCDPSession(page);
  await session.send("Runtime.evaluate", { expression: AXE });
  return page.evaluate(async () => {
    const { axe } = window as unknown as { axe: Axe };
    const { violations: found } = await axe.run(document, {
      runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
    });
    return found.flatMap(({ id, nodes }) =>
      nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")} ${failureSummary}`),
    );
  });
}

const exam = (id: string) => `/exams/00000000-0000-4000-8000-${id.padStart(12, "0")}`;
const SCREENS: readonly [name: string, path: string, prepare?: (page: Page) => Promise<void>][] = [
  ["roster", "/"],
  [
    "new person",
    "/",
    async (page) => {
      await page.keyboard.press("n");
      await page.getByRole("dialog").waitFor();
    },
  ],
  ["settings", "/settings"],
  ["complaint", `${exam("f6951")}/complaint`],
  ["guard", `${exam("fde81")}/guard`],
  ["run", `${exam("f6951")}/run`],
  [
    "run, theirs",
    `${exam("f9061")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^FABER right\s*, done/ }).click();
      await page.getByText("Where?", { exact: true }).waitFor();
    },
  ],
  [
    "run, stop",
    `${exam("f6951")}/run`,
    async (page) => {
      await page.keyboard.press("s");
      await page.getByRole("dialog").waitFor();
    },
  ],
  ["run, blocked", `${exam("fde81")}/run`],
  [
    "run, letting go",
    `${exam("116521")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^Slump\s*left\s*,/ }).click();
      await page.getByText("And now", { exact: false }).first().waitFor();
    },
  ],
  [
    "run, numbers",
    `${exam("116521")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^Straight leg raise\s*left\s*,/ }).click();
      await page.getByRole("slider").waitFor();
    },
  ],
  [
    "run sheet",
    `${exam("116521")}/run`,
    async (page) => {
      await page.keyboard.press("o");
      await page.getByRole("dialog", { name: "Run sheet" }).waitFor();
    },
  ],
  [
    "technique",
    `${exam("116521")}/run`,
    async (page) => {
      await page.keyboard.press("l");
      await page.getByRole("dialog", { name: "Log a technique" }).waitFor();
    },
  ],
  ["baseline", `${exam("107ac1")}/baseline`],
  ["guard, neck", `${exam("10a1d1")}/guard`],
  ["referral letter", `${exam("118c31")}/referral`],
  ["reading by sign", `${exam("10a1d1")}/reading`],
  ["library", "/library"],
  ["library, a test", "/library/slump"],
  ["reading", `${exam("fb771")}/reading`],
  [
    "reading, what if",
    `${exam("107ac1")}/reading`,
    async (page) => {
      await page.getByRole("tab", { name: "What if" }).click();
      await page.locator("[data-supposed]").waitFor();
    },
  ],
  [
    "reading, rules",
    `${exam("10a1d1")}/reading`,
    async (page) => void (await page.getByRole("tab", { name: "Rules and figures" }).click()),
  ],
  ["evidence", "/evidence"],
  [
    "evidence, a record",
    "/evidence",
    async (page) => {
      await page.getByRole("button", { name: "Add a record" }).click();
      await page.getByRole("dialog").waitFor();
    },
  ],
  ["calculator", "/calculator"],
  ["sign", `${exam("fb771")}/sign`],
];

/** Looked at in both themes on the desk and on a phone; the other sizes only change how the table screens fold. */
const EVERYWHERE = new Set(["1280 light", "1280 dark", "390 light"]);
const FOLDING = new Set([
  "run, theirs",
  "roster",
  "complaint",
  "guard",
  "run",
  "run, letting go",
  "run, numbers",
  "baseline",
  "reading",
  "sign",
]);

for (const colorScheme of ["light", "dark"] as const) {
  for (const [width, height] of [
    [1280, 800],
    [1024, 768],
    [390, 844],
    ...(colorScheme === "light" ? ([[820, 1180]] as const) : []),
  ] as const) {
    test(`axe finds nothing, ${colorScheme}, ${width}x${height}`, async ({ page }) => {
      test.setTimeout(180_000);
      await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
      await page.setViewportSize({ width, height });
      const asked = EVERYWHERE.has(`${width} ${colorScheme}`) ? SCREENS : SCREENS.filter(([name]) => FOLDING.has(name));
      for (const [name, path, prepare] of asked) {
        await page.goto(path);
        await expect(page.locator("h1").first()).toBeAttached();
        await prepare?.(page);
        expect(await violations(page), name).toEqual([]);
        const overflow = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        expect(overflow, `${name} is wider than the screen`).toBeLessThanOrEqual(0);
      }
    });
  }
}
