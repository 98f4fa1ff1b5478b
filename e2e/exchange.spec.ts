import { readFileSync } from "node:fs";
import { demoExam } from "@/fixtures/demo/demo-ids";
import { bringAxe, violations } from "./support/axe";
import { lantern } from "./support/server";
import { expect, test } from "./support/test";

const RENWICK = `/exams/${demoExam("Tobias Renwick")}`;

test("a page for the person is looked at line by line, added to, put in another language, and made", async ({
  page,
}) => {
  await page.goto(`${RENWICK}/sign`);
  await page.getByRole("link", { name: "Letters, and a page for the person" }).click();
  const letter = page.locator("[data-letter]");
  await expect(letter).toContainText("The hip joint (on the right)");
  await expect(letter).toContainText("Ask us what you can do at home.");
  await page.getByLabel("What they can do at home, in your words").fill("Walk as much as you like.");
  await expect(letter).toContainText("Walk as much as you like.");
  await expect(letter).not.toContainText("Ask us what you can do at home.");
  const line = page.getByRole("checkbox", { name: /^Less likely now/ });
  await line.uncheck();
  await page.getByRole("radio", { name: "Deutsch" }).click();
  await expect(letter).toContainText("das Hüftgelenk", { ignoreCase: true });
  await page.getByRole("radio", { name: "English" }).click();
  await expect(line).not.toBeChecked();
  const coming = page.waitForEvent("download");
  await page.getByRole("button", { name: "Make the PDF" }).click();
  const bytes = readFileSync(await (await coming).path());
  expect(bytes.subarray(0, 5).toString()).toBe("%PDF-");
  await expect(page.getByText("Made: 1 page.")).toBeVisible();
});

test(
  "what a writer adds to a letter and leaves out stands in the course, apart from the record",
  { tag: "@all" },
  async ({ page, prepare }) => {
    const { exam } = await prepare((builder) => {
      builder.complaint("si-area.right").consent().guard().rest(2, "si-area.right");
      builder.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 5 });
      builder.sign();
    });
    await page.goto(`/exams/${exam}/letters`);
    await page.getByRole("radio", { name: "Ordinary letter" }).click();
    await page.getByRole("radio", { name: "a surgeon" }).click();
    await page.getByLabel("What you add").fill("Seen together with the ward.");
    const line = page.locator("[data-letter]").getByRole("checkbox").nth(1);
    await line.uncheck();
    /** What was begun goes along to another reader. */
    await page.getByRole("radio", { name: "their doctor" }).click();
    await expect(page.getByLabel("What you add")).toHaveValue("Seen together with the ward.");
    await page.getByRole("radio", { name: "a surgeon" }).click();
    await page.getByRole("button", { name: "Make the PDF" }).click();
    await expect(page.getByText(/^Made: \d/)).toBeVisible({});
    const made = page.locator("section", { has: page.getByRole("heading", { name: "Made before" }) });
    await expect(made).toContainText("Ordinary letter, a surgeon");
    await expect(made).toContainText("1 line left out, added: “Seen together with the ward.”");
    /** Made again as it was, it is said once. */
    await page.getByRole("button", { name: "Make the PDF" }).click();
    await expect(page.getByRole("button", { name: "Make the PDF" })).toBeEnabled({});
    await expect(made.getByRole("listitem")).toHaveCount(1);
    await page.reload();
    await expect(made.getByRole("listitem")).toHaveCount(1);
    await page.getByRole("radio", { name: "Ordinary letter" }).click();
    await page.getByRole("radio", { name: "a surgeon" }).click();
    await expect(page.getByLabel("What you add")).toHaveValue("Seen together with the ward.");
    await expect(line).not.toBeChecked();
  },
);

test(
  "an ordinary letter leads with what its reader needs; a referral that there is none of is not made",
  { tag: "@all" },
  async ({ page }) => {
    await page.goto(`${RENWICK}/letters`);
    await page.getByRole("radio", { name: "Ordinary letter" }).click();
    const first = page.locator("[data-letter] h3").first();
    await page.getByRole("radio", { name: "a surgeon" }).click();
    await expect(first).toHaveText("In short");
    await page.getByRole("radio", { name: "the next therapist" }).click();
    await expect(first).toHaveText("In short");
    await page.getByRole("radio", { name: "Referral" }).click();
    await expect(page.getByText("No answer, baseline or test so far asks for a referral.")).toBeVisible();
    await expect(page.getByRole("button", { name: "Make the PDF" })).toBeDisabled();
  },
);

test(
  "a bundle for another system brings the record back where it was lost",
  { tag: "@all" },
  async ({ page, server }) => {
    await page.goto(`${RENWICK}/sign`);
    const coming = page.waitForEvent("download");
    await page.getByRole("link", { name: "For another system (FHIR)" }).click();
    const path = await (await coming).path();
    const bundle = JSON.parse(readFileSync(path, "utf8")) as {
      resourceType: string;
      entry: { resource: { resourceType: string } }[];
    };
    expect(bundle.resourceType).toBe("Bundle");
    expect(bundle.entry.map(({ resource }) => resource.resourceType)).toEqual(
      expect.arrayContaining(["Patient", "Encounter", "Observation", "RiskAssessment", "Provenance", "Binary"]),
    );
    const taken = JSON.parse(lantern(`${server.db}.other`, "import", path)) as { added: number };
    expect(taken.added).toBeGreaterThan(10);
  },
);

test("persons of a table are shown before anything is written, mapped, and taken in once", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "People from elsewhere" }).click();
  await expect(page.getByRole("heading", { name: "People from elsewhere" })).toBeVisible();
  const choose = (content: string) =>
    page
      .locator("input[type=file]")
      .setInputFiles({ name: "people.csv", mimeType: "text/csv", buffer: Buffer.from(content) });
  const rows = "Who;Arrived on earth\nOona Farsight;02.05.1990\nTam Farsight;31.12.1971\n";
  await choose(rows);
  await expect(page.getByText(/birthDate: is not chosen/)).toBeVisible();
  await page.getByLabel("Name, or first name").selectOption("Who");
  await page.getByLabel("Date of birth").selectOption("Arrived on earth");
  await expect(page.locator("[data-fate=refused]")).toHaveCount(2);
  await expect(page.getByRole("button", { name: "Add the new ones" })).toBeDisabled();
  await page.getByRole("radio", { name: "day.month.year" }).click();
  await expect(page.locator("[data-fate=new]")).toHaveCount(2);
  /** What is being done is said while it is done. */
  await page.route("**/api/incoming", async (asked) => {
    await new Promise((done) => setTimeout(done, 800));
    await asked.continue();
  });
  await page.getByRole("button", { name: "Add the new ones" }).click();
  await expect(page.getByRole("progressbar", { name: /2 are being entered/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Add the new ones" })).toBeDisabled();
  await expect(page.getByText("2 added.")).toBeVisible();
  await expect(page.getByRole("progressbar")).toHaveCount(0);
  await page.unroute("**/api/incoming");
  await page.getByRole("link", { name: "To the list" }).click();
  await page.getByRole("searchbox").fill("farsight");
  await expect(page.getByRole("list", { name: "People" }).getByRole("listitem")).toHaveCount(2);
  await page.goto("/people/incoming");
  await choose(rows.replace("Who;Arrived on earth", "Name;Born"));
  await page.getByRole("radio", { name: "day.month.year" }).click();
  await expect(page.locator("[data-fate='here already']")).toHaveCount(2);
});

test(
  "numbers of another system are mapped, shown before anything is written, and stand on the person's page",
  { tag: "@all" },
  async ({ page, request }) => {
    const number = (text: string, value: object) => ({
      resource: {
        resourceType: "Observation",
        code: { text, coding: [{ system: "urn:example:of-another", code: text.length.toString() }] },
        subject: { reference: "Patient/p1" },
        effectiveDateTime: "2026-02-03",
        ...value,
      },
    });
    const bundle = {
      resourceType: "Bundle",
      entry: [
        {
          resource: { resourceType: "Patient", id: "p1", name: [{ text: "Oona Tidewater" }], birthDate: "1990-05-02" },
        },
        number("Cervical rotation, right", { valueQuantity: { value: 61, code: "deg" } }),
        number("Lift of the stretched leg", { valueQuantity: { value: 44, code: "deg" } }),
        number("Pain today", { valueInteger: 6 }),
        number("Shoe size", { valueInteger: 38 }),
        {
          resource: {
            resourceType: "Condition",
            code: { text: "Stiff in the morning" },
            subject: { reference: "Patient/p1" },
          },
        },
      ],
    };
    const choose = () =>
      page.locator("input[type=file]").setInputFiles({
        name: "theirs.json",
        mimeType: "application/json",
        buffer: Buffer.from(JSON.stringify(bundle)),
      });
    await page.goto("/people/incoming");
    await choose();
    const kinds = page.getByRole("region", { name: "Which number is which" });
    const is = (what: string) => kinds.getByLabel(`${what} is`);
    await expect(is("Cervical rotation, right")).toHaveValue("neck-rotation.rotation.right");
    await expect(is("Lift of the stretched leg")).toHaveValue("as told");
    await expect(is("Pain today")).toHaveValue("rating");
    await expect(is("Shoe size")).toHaveValue("not taken");
    await expect(page.locator("[data-fate=new]")).toContainText("4 things told");
    await is("Lift of the stretched leg").selectOption("straight-leg-raise.end.left");
    await expect(is("Lift of the stretched leg")).toHaveValue("straight-leg-raise.end.left");
    await is("Pain today").selectOption("not taken");
    await expect(page.locator("[data-fate=new]")).toContainText("3 things told");
    await bringAxe(page);
    expect(await violations(page, "everything")).toEqual([]);
    await page.getByRole("button", { name: "Add the new ones" }).click();
    await expect(page.getByText("1 added, and 3 things told.")).toBeVisible();
    /** Once more: nothing is new. */
    await page.goto("/people/incoming");
    await choose();
    await is("Lift of the stretched leg").selectOption("straight-leg-raise.end.left");
    await is("Pain today").selectOption("not taken");
    await expect(page.locator("[data-fate='here already']")).not.toContainText("told");
    await expect(page.getByRole("button", { name: "Add the new ones" })).toBeDisabled();

    const { people } = (await (await request.get("/api/people?q=tidewater")).json()) as { people: { id: string }[] };
    expect(people).toHaveLength(1);
    await page.goto(`/people/${people[0]!.id}`);
    const told = page.locator("[data-told-numbers]");
    await expect(told.getByRole("row")).toHaveCount(3);
    await expect(told.getByRole("row").filter({ hasText: "Straight leg raised, left" })).toContainText("44°");
    await expect(told).toContainText("told as “Lift of the stretched leg”");
    await expect(told).not.toContainText("Shoe");
    await page.getByText("Not read here, kept as it came (1)").click();
    await expect(page.getByText("Stiff in the morning")).toBeVisible();
    await bringAxe(page);
    expect(await violations(page, "everything")).toEqual([]);
  },
);

test("a few letters lead to a person, a test or a screen, from anywhere", { tag: "@all" }, async ({ page }) => {
  await page.goto("/calculator");
  await expect(page.locator("html[data-whole]").or(page.locator("h1"))).toBeVisible();
  const field = page.getByPlaceholder("A person, a test, a screen");
  await expect(async () => {
    await page.keyboard.press("Control+k");
    await expect(field).toBeVisible({ timeout: 2000 });
  }).toPass();
  await bringAxe(page);
  expect(await violations(page, "everything")).toEqual([]);
  await field.fill("moorh");
  await expect(page.getByRole("option", { name: /Caspian Moorhen/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/exams\/.*\/run$/);
  await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await field.fill("thigh thr");
  await expect(page.getByRole("option", { name: "Thigh thrust" })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/library\/thigh-thrust$/);
  await page.keyboard.press("Control+k");
  await field.fill("back-u");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/settings\/backups$/);
  await page.keyboard.press("Control+k");
  await field.fill("zzzz");
  await expect(page.getByText("Nothing by that name.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(field).toBeHidden();
});

test("another system is let in with a token, reads signed records and nothing else, and is sent off again", async ({
  page,
  server,
  playwright,
}) => {
  await page.goto("/settings/systems");
  await page.getByLabel("What the system is called here").fill("Records of the hospital");
  await page.getByRole("button", { name: "Let it in" }).click();
  const token = (await page.locator("[data-token]").getAttribute("data-token"))!;
  await page.getByRole("button", { name: "I have it" }).click();
  await expect(page.locator("[data-system='Records of the hospital']")).toContainText("never used");
  expect(await page.content()).not.toContain(token);

  const system = await playwright.request.newContext({
    baseURL: server.url,
    extraHTTPHeaders: { authorization: `Bearer ${token}` },
  });
  const listed = await system.get("/fhir/Patient?_count=3");
  expect(listed.status()).toBe(200);
  expect(listed.headers()["content-type"]).toContain("application/fhir+json");
  const { entry } = (await listed.json()) as { entry: { fullUrl: string; resource: { id: string } }[] };
  expect((await system.get(entry[0]!.fullUrl)).status()).toBe(200);
  expect((await system.get(`/fhir/Observation?patient=${entry[0]!.resource.id}`)).status()).toBe(200);
  expect((await system.get("/fhir/metadata")).status()).toBe(200);
  expect((await system.get(`/due.ics?token=${token}`)).status()).toBe(404);
  expect((await system.post("/fhir/Patient", { data: {} })).status()).toBeGreaterThanOrEqual(400);

  await page.reload();
  await expect(page.locator("[data-system='Records of the hospital']")).toContainText("last used");
  await page.getByRole("button", { name: "End it: Records of the hospital" }).click();
  await expect(page.locator("[data-system='Records of the hospital']")).toHaveCount(0);
  expect((await system.get("/fhir/Patient")).status()).toBe(401);

  await page.getByLabel("What the system is called here").fill("A calendar");
  await page.getByRole("radio", { name: /as a calendar/ }).click();
  await page.getByRole("button", { name: "Let it in" }).click();
  const feed = (await page.locator("[data-token] pre").innerText()).trim();
  const calendar = await playwright.request.newContext();
  const answer = await calendar.get(feed);
  expect(answer.status()).toBe(200);
  expect(await answer.text()).toContain("BEGIN:VCALENDAR");
  await Promise.all([system.dispose(), calendar.dispose()]);
});
