import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { demoExam, demoIdsOf, type DemoPerson } from "@/fixtures/demo/demo-ids";
import { bringAxe, violations } from "./support/axe";
import { startServer } from "./support/server";
import { ALL, expect, idOf, test } from "./support/test";

const exam = (person: DemoPerson) => `/exams/${demoExam(person)}`;
type Screen = readonly [name: string, path: string, prepare?: (page: Page) => Promise<void>];
const SCREENS: readonly Screen[] = [
  ["roster", "/"],
  [
    "new person",
    "/",
    async (page) => {
      await page.keyboard.press("n");
      await page.getByRole("dialog").waitFor();
    },
  ],
  ["join", "/join"],
  ["lists", "/lists"],
  ["letters", `${exam("Tobias Renwick")}/letters`],
  [
    "people from elsewhere",
    "/people/incoming",
    async (page) => {
      await page.locator("input[type=file]").setInputFiles({
        name: "people.csv",
        mimeType: "text/csv",
        buffer: Buffer.from("Name,Born,Sex\nOona Reed,1990-05-02,f\nTam Ash,no date,m\n"),
      });
      await page.locator("[data-fate=refused]").waitFor();
    },
  ],
  ["settings", "/settings"],
  ["back-ups", "/settings/backups"],
  ["who works here", "/settings/members"],
  [
    "other systems",
    "/settings/systems",
    async (page) => {
      await page.getByLabel("What the system is called here").fill("Hospital records");
      await page.getByRole("button", { name: "Let it in" }).click();
      await page.locator("[data-token]").waitFor();
    },
  ],
  [
    "keeping and erasing",
    "/settings/keeping",
    async (page) => {
      await page.getByLabel("As the rule is in").selectOption("germany");
    },
  ],
  [
    "erasing somebody",
    `/people/${idOf(demoIdsOf("Bram Colebrook"))}`,
    async (page) => {
      await page.getByRole("button", { name: "Erase this person" }).click();
      await page.getByRole("dialog").waitFor();
    },
  ],
  [
    "log of access",
    "/settings/log",
    async (page) => {
      await page.getByRole("region", { name: "Lines" }).waitFor();
    },
  ],
  [
    "complaint",
    `${exam("Caspian Moorhen")}/complaint`,
    async (page) => {
      await page.getByText("Wheelchair, a part absent, artificial").click();
      const parts = page.getByRole("group", { name: "A part of a limb that is not as usual" });
      await parts.getByRole("button").first().click();
      await page.getByRole("group", { name: "The right arm is" }).waitFor();
    },
  ],
  ["guard", `${exam("Gudrun Pellworm")}/guard`],
  [
    "plan",
    `${exam("Wilma Stroud")}/plan`,
    async (page) => {
      await page.locator("[data-stone]").first().click();
      await page.locator("[data-why]").waitFor();
    },
  ],
  ...(["Rosalind Teague", "Bram Colebrook", "Thea Winslade"] as const).map((person): Screen => [
    `the course of ${person}`,
    `/people/${idOf(demoIdsOf(person))}`,
    async (page) => {
      await page.locator("[data-course-picture]").first().waitFor();
      await page.getByText("Visits, and what else they were about").first().click();
      await page.getByRole("button", { name: "About another complaint too" }).first().click();
      await page.evaluate(() => document.querySelectorAll("details").forEach((details) => (details.open = true)));
    },
  ]),
  ["run", `${exam("Caspian Moorhen")}/run`],
  [
    "devices at the table",
    `${exam("Caspian Moorhen")}/run`,
    async (page) => {
      await page.getByRole("button", { name: "More", exact: true }).click();
      await page.getByRole("menuitem", { name: "Devices at the table" }).click();
      await page.getByRole("button", { name: "Simulated inclinometer", exact: true }).click();
      await page.getByRole("button", { name: /^Answer pad/ }).click();
      await page.locator("[data-code]").waitFor();
    },
  ],
  [
    /** With the inclinometer that was connected there. */
    "a limb that is measured",
    `${exam("Caspian Moorhen")}/run`,
    async (page) => void (await page.locator("[data-hands]").waitFor()),
  ],
  [
    "run, theirs",
    `${exam("Idris Fennimore")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^FABER right\s*, done/ }).click();
      await page.getByText("Where?", { exact: true }).waitFor();
    },
  ],
  [
    "run, stop",
    `${exam("Caspian Moorhen")}/run`,
    async (page) => {
      await page.keyboard.press("s");
      await page.getByRole("dialog").waitFor();
    },
  ],
  ["run, blocked", `${exam("Gudrun Pellworm")}/run`],
  [
    "run, letting go",
    `${exam("Wilma Stroud")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^Slump\s*left\s*,/ }).click();
      await page.getByText("And now", { exact: false }).first().waitFor();
    },
  ],
  [
    "run, numbers",
    `${exam("Wilma Stroud")}/run`,
    async (page) => {
      await page.getByRole("button", { name: /^Straight leg raise\s*left\s*,/ }).click();
      await page.getByRole("slider").waitFor();
    },
  ],
  [
    "run sheet",
    `${exam("Wilma Stroud")}/run`,
    async (page) => {
      await page.keyboard.press("o");
      await page.getByRole("dialog", { name: "Run sheet" }).waitFor();
    },
  ],
  [
    "technique",
    `${exam("Wilma Stroud")}/run`,
    async (page) => {
      await page.keyboard.press("l");
      await page.getByRole("dialog", { name: "Log a technique" }).waitFor();
    },
  ],
  ["baseline", `${exam("Odile Farrow")}/baseline`],
  ["guard, neck", `${exam("Henrik Vale")}/guard`],
  ["referral letter", `${exam("Silas Thornbury")}/referral`],
  ["reading by sign", `${exam("Henrik Vale")}/reading`],
  ["library", "/library"],
  ["library, a test", "/library/slump"],
  ["library, what is said", "/library/words"],
  [
    "guard, a question",
    `${exam("Gudrun Pellworm")}/guard`,
    async (page) => void (await page.locator('[data-asked-question="cauda-equina"]').click()),
  ],
  [
    "run, neurology",
    `${exam("Wilma Stroud")}/run`,
    async (page) => {
      await page.keyboard.press("i");
      await page.getByRole("dialog", { name: "Power, reflexes, feeling" }).waitFor();
    },
  ],
  ["reading", `${exam("Marit Oakhanger")}/reading`],
  [
    "reading, what if",
    `${exam("Odile Farrow")}/reading`,
    async (page) => {
      await page.getByRole("tab", { name: "What if" }).click();
      await page.locator("[data-supposed]").waitFor();
    },
  ],
  [
    "reading, rules",
    `${exam("Henrik Vale")}/reading`,
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
  ["sign", `${exam("Marit Oakhanger")}/sign`],
];

/**
 * Screens of the table fold at these sizes as well; the others are looked at on the desk and on a phone.
 * The colours of the dark theme depend on no size, so they are checked where most of a screen is shown.
 * Dark and the sizes in between are for `npm test -- --all`.
 */
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

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const TABLET = { width: 1024, height: 768 };
const UPRIGHT = { width: 820, height: 1180 };
type Look = readonly [size: { width: number; height: number }, themes: readonly ("light" | "dark")[]];
const BOTH = ["light", "dark"] as const;

const looksAt = (name: string): readonly Look[] =>
  !ALL
    ? [
        [DESK, ["light"]],
        [PHONE, ["light"]],
      ]
    : FOLDING.has(name)
      ? [
          [DESK, BOTH],
          [TABLET, ["light"]],
          [UPRIGHT, ["light"]],
          [PHONE, ["light"]],
        ]
      : [
          [DESK, BOTH],
          [PHONE, ["light"]],
        ];

test.describe.configure({ mode: "parallel" });

/** How far the page goes beyond the screen, on either side. */
const overflow = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** All that is looked at on one screen, on one page: what one leaves open, Escape closes before the next. */
const BY_PATH = new Map<string, Screen[]>();
for (const screen of SCREENS) BY_PATH.set(screen[1], [...(BY_PATH.get(screen[1]) ?? []), screen]);

async function open(page: Page, path: string): Promise<void> {
  await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
  await page.setViewportSize(DESK);
  await page.goto(path);
  await expect(page.locator("h1").first()).toBeAttached();
  await expect(page.locator("main[aria-busy=true]")).toHaveCount(0);
  if (path.endsWith("/run")) await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
  if (path.startsWith("/exams")) await expect(page.locator("html[data-whole]")).toBeAttached();
  await bringAxe(page);
}

async function look(page: Page, [name, , prepare]: Screen): Promise<void> {
  await prepare?.(page);
  for (const [size, themes] of looksAt(name)) {
    await page.setViewportSize(size);
    for (const [index, colorScheme] of themes.entries()) {
      const where = `${name}, ${size.width}x${size.height}, ${colorScheme}`;
      await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
      expect.soft(await violations(page, index === 0 ? "everything" : "colours"), where).toEqual([]);
      expect.soft(await overflow(page), `${where} is wider than the screen`).toBeLessThanOrEqual(0);
    }
    /** A language that is read from the right: the same page from its other side. */
    await page.evaluate(() => (document.documentElement.dir = "rtl"));
    const turned = `${name}, ${size.width}x${size.height}, from the right`;
    expect.soft(await overflow(page), `${turned}, is wider than the screen`).toBeLessThanOrEqual(0);
    await page.evaluate(() => document.documentElement.removeAttribute("dir"));
  }
}

async function backToDesk(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
  await page.setViewportSize(DESK);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
}

for (const screens of BY_PATH.values())
  test(`axe finds nothing on ${screens.map(([name]) => name).join("; ")}`, async ({ page }) => {
    await open(page, screens[0]![1]);
    for (const [index, screen] of screens.entries()) {
      if (index > 0) await backToDesk(page);
      await look(page, screen);
    }
  });

test("axe finds nothing on the way in, nor on an account", async ({ browser }) => {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-way-in-"));
  const server = await startServer({ db: join(folder, "store.sqlite") });
  try {
    const page = await browser.newPage({ baseURL: server.url, reducedMotion: "reduce" });
    const look = async (where: string) => {
      await bringAxe(page);
      for (const [size, themes] of looksAt(where))
        for (const [index, colorScheme] of themes.entries()) {
          await page.setViewportSize(size);
          await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
          const found = await violations(page, index === 0 ? "everything" : "colours");
          expect(found, `${where}, ${size.width}, ${colorScheme}`).toEqual([]);
        }
    };
    await page.goto("/");
    await expect(page.getByRole("button", { name: "Make the owner's account" })).toBeVisible();
    await look("the owner's account");
    const owner = {
      id: idOf(900_001),
      name: "Ines Calder",
      registration: "",
      signIn: "ines",
      passphrase: "walnut ferry quiet amber",
    };
    expect((await page.request.post("/api/account/owner", { data: owner })).ok()).toBe(true);
    await page.goto("/settings");
    await expect(page.locator("[data-account]")).toBeVisible();
    await look("one's own account");
    const code = { code: "2468", passphrase: owner.passphrase };
    expect((await page.request.put("/api/account/lock-code", { data: code })).ok()).toBe(true);
    await page.goto("/");
    await page.getByRole("button", { name: "Lock the table" }).click();
    await expect(page.getByRole("button", { name: "Unlock" })).toBeVisible();
    await look("the table lock");
    await page.getByRole("button", { name: "Sign in with a passphrase instead" }).click();
    await look("signing in");
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
