import { mkdirSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { demoExam, demoIdsOf, type DemoPerson } from "@/fixtures/demo/demo-ids";
import { idOf } from "@/fixtures/samples/build";
import { LAUNCH } from "../e2e/support/chromium";
import { startServer } from "../e2e/support/server";

const FOLDER = "docs/screenshots";
const exam = (person: DemoPerson) => `/exams/${demoExam(person)}`;

type Shot = {
  readonly name: string;
  readonly path: string;
  readonly dark?: boolean;
  readonly size?: { width: number; height: number };
  readonly prepare?: (page: Page) => Promise<void>;
};

const whereFelt = async (page: Page) => {
  await page.getByRole("button", { name: /^FABER left/ }).click();
  await page.locator('[data-theirs="si-area.left"]').click();
  await page.getByRole("radiogroup", { name: "How bad?" }).getByRole("radio", { name: "6 of 10" }).click();
};

const SHOTS: readonly Shot[] = [
  { name: "roster", path: "/" },
  { name: "complaint", path: `${exam("Caspian Moorhen")}/complaint` },
  {
    name: "guard",
    path: `${exam("Gudrun Pellworm")}/guard`,
    prepare: async (page) => void (await page.locator('[data-asked-question="cauda-equina"]').click()),
  },
  {
    name: "plan",
    path: `${exam("Wilma Stroud")}/plan`,
    prepare: async (page) => void (await page.locator("[data-plan]").waitFor()),
  },
  { name: "run", path: `${exam("Caspian Moorhen")}/run`, prepare: whereFelt },
  {
    name: "run-slump",
    path: `${exam("Wilma Stroud")}/run`,
    prepare: async (page) => void (await page.getByRole("button", { name: /^Slump\s*left\s*,/ }).click()),
  },
  { name: "baseline", path: `${exam("Odile Farrow")}/baseline` },
  { name: "letters", path: `${exam("Tobias Renwick")}/letters` },
  { name: "library-test", path: "/library/slump" },
  { name: "run-dark-tablet", path: `${exam("Idris Fennimore")}/run`, dark: true, size: { width: 1024, height: 768 } },
  { name: "run-phone", path: `${exam("Idris Fennimore")}/run`, size: { width: 390, height: 844 } },
  { name: "reading", path: `${exam("Odile Farrow")}/reading` },
  {
    name: "devices",
    path: `${exam("Idris Fennimore")}/run`,
    prepare: async (page) => {
      await page.getByRole("button", { name: "More", exact: true }).click();
      await page.getByRole("menuitem", { name: "Devices at the table" }).click();
      await page.getByRole("button", { name: "Simulated inclinometer", exact: true }).click();
      await page.getByRole("button", { name: "Simulated: Page Down" }).click();
      await page.getByRole("button", { name: /^Answer pad/ }).click();
      await page.locator("[data-code]").waitFor();
    },
  },
  {
    name: "course",
    path: `/people/${idOf(demoIdsOf("Rosalind Teague"))}`,
    prepare: async (page) => void (await page.locator("[data-course-picture]").waitFor()),
  },
  {
    name: "next-visit",
    path: "/",
    prepare: async (page) => {
      await page.getByRole("button", { name: "Next visit of Rosalind Teague" }).click();
      await page.waitForURL(/complaint/);
      await page.getByRole("button", { name: /the same places and story/ }).click();
      await page.getByRole("radio", { name: "sore", exact: true }).click();
      await page.locator('[data-after-last="sore"]').waitFor();
    },
  },
  { name: "evidence", path: "/evidence" },
  { name: "members", path: "/settings/members" },
  { name: "sign", path: `${exam("Marit Oakhanger")}/sign` },
  { name: "backups", path: "/settings/backups" },
];

/** One picture of each main view, from the demo's people. */
async function takeAll(): Promise<void> {
  mkdirSync(FOLDER, { recursive: true });
  const server = await startServer();
  const browser = await chromium.launch(LAUNCH);
  for (const { name, path, dark, size, prepare } of SHOTS) {
    const context = await browser.newContext({
      baseURL: server.url,
      viewport: size ?? { width: 1280, height: 800 },
      colorScheme: dark ? "dark" : "light",
      reducedMotion: "reduce",
    });
    const page = await context.newPage();
    await page.goto(path);
    await prepare?.(page);
    if (path.startsWith("/exams")) await page.locator("[data-sync=saved]").waitFor();
    /** Intervals come from a worker; a screen on which no figure moved has none. */
    if (/run|reading/.test(path))
      await page
        .locator("[data-dust]")
        .first()
        .waitFor({ timeout: 6000 })
        .catch(() => console.log(`${name}: no interval on it`));
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${FOLDER}/${name}.png` });
    await context.close();
    console.log(`${FOLDER}/${name}.png`);
  }
  await browser.close();
  await server.stop();
}

void takeAll();
