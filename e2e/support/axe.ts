import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";

const AXE = readFileSync("node_modules/axe-core/axe.min.js", "utf8");
type Axe = {
  run: (
    context: Document,
    options: object,
  ) => Promise<{ violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[] }>;
};

const TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

/** Puts axe into the page by hand, past the page's own script policy. */
export async function bringAxe(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send("Runtime.evaluate", { expression: AXE });
}

/** WCAG 2.2 AA and best practice; in another theme only colours differ, so only they are asked. */
export const violations = (page: Page, asked: "everything" | "colours"): Promise<string[]> =>
  page.evaluate(
    async ([tags, only]) => {
      const { axe } = window as unknown as { axe: Axe };
      /** What lies under a bar that stays can be scrolled out from under it. */
      document.querySelectorAll<HTMLElement>("[class*=sticky]").forEach((bar) => (bar.style.position = "static"));
      const runOnly = only === "colours" ? { type: "rule", values: ["color-contrast"] } : tags;
      const { violations: found } = await axe.run(document, { runOnly, resultTypes: ["violations"] });
      return found.flatMap(({ id, nodes }) =>
        nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")} ${failureSummary}`),
      );
    },
    [TAGS, asked] as const,
  );
