import { mkdtempSync, readFileSync, rmSync, statSync } from "node:fs";
import { request as ask } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  employTilda,
  open,
  signInAt,
  signInOwner,
  signInTilda,
  test,
  TILDA,
  withOwnStore,
  WORDS,
} from "./support/own-store";
import { lantern, startServer } from "./support/server";
import { expect, openRun, prepareExam, readyToTest, saved, stored } from "./support/test";

test("a store of one's own opens nothing before its owner has an account; then the owner adds others", async ({
  browser,
}) => {
  await withOwnStore(
    async (server) => {
      const page = await (await open(browser, server)).newPage();
      await page.goto("/");
      await expect(page.getByRole("heading", { name: "Whose store is this?" })).toBeVisible();
      await page.keyboard.press("Escape");
      await page.getByLabel("Name", { exact: true }).fill("Odile Farrier");
      await page.getByLabel("Name to sign in with").fill("odile");
      await page.getByLabel("Passphrase", { exact: true }).fill("passwordpassword");
      await page.getByLabel("Once more").fill("passwordpassword");
      await page.getByRole("button", { name: "Make the owner's account" }).click();
      await expect(page.getByRole("alert")).toContainText("easy to guess");
      await page.getByLabel("Passphrase", { exact: true }).fill(WORDS);
      await page.getByLabel("Once more").fill(WORDS);
      await page.getByRole("button", { name: "Make the owner's account" }).click();
      await expect(page.getByRole("list", { name: "People" })).toBeVisible();

      await page.getByRole("link", { name: "Odile Farrier" }).click();
      await page.getByRole("link", { name: "Who works here" }).click();
      await page.getByLabel("Name", { exact: true }).fill("Fenn Brook");
      await page.getByLabel("Name to sign in with").fill("fenn");
      await page.getByRole("radio", { name: "front desk" }).check();
      await page.getByLabel("Passphrase", { exact: true }).fill(WORDS);
      await page.getByLabel("Once more").fill(WORDS);
      await page.getByRole("button", { name: "Add them" }).click();
      await expect(page.locator("[data-member='Fenn Brook']")).toContainText("fenn");
      await page.getByRole("combobox", { name: "Odile Farrier is" }).selectOption("trainee");
      await expect(page.getByRole("alert").filter({ hasText: "without an owner" })).toBeVisible();

      const desk = await (await open(browser, server)).newPage();
      await desk.goto("/");
      await signInAt(desk, "fenn", "not those words");
      await expect(desk.getByRole("alert")).toContainText("do not belong together");
      await signInAt(desk, "fenn");
      await desk.getByRole("button", { name: "New person" }).click();
      await expect(desk.getByLabel("Notes")).toHaveCount(0);
      await desk.getByLabel("Name or initials").fill("Nell Ashdown");
      await desk.getByLabel("Birth date").fill("1971-06-05");
      await desk.getByRole("button", { name: "Add", exact: true }).click();
      await expect(desk.getByRole("list", { name: "People" })).toContainText("Nell Ashdown");
      await expect(desk.getByRole("button", { name: /Examine Nell/ })).toHaveCount(0);
      await expect(desk.getByRole("link", { name: "Evidence" })).toHaveCount(0);

      await page.locator("[data-member='Fenn Brook']").getByRole("button", { name: "Works here no longer" }).click();
      await expect(page.getByRole("button", { name: "Works here again" })).toBeVisible();
      await desk.reload();
      await expect(desk.getByRole("heading", { name: "Sign in" })).toBeVisible();
    },
    { isEmpty: true },
  );
});

test(
  "a session that ends in the middle of a run loses no tap, and what one left waits for nobody else",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const context = await open(browser, server);
    await signInOwner(context.request);
    await employTilda(context.request, "practitioner");
    const { exam } = await prepareExam(context.request, readyToTest);
    const page = await context.newPage();
    await openRun(page, exam);
    const before = (await stored(context.request, exam)).head.length;

    const elsewhere = await open(browser, server);
    await signInOwner(elsewhere.request);
    expect((await elsewhere.request.post("/api/account/end-session", { data: { session: null } })).ok()).toBe(true);
    await page.locator("[data-response=familiar]").click();
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    expect((await stored(elsewhere.request, exam)).head.length).toBe(before);
    /** What waits is sealed: a copy of this browser's disk shows whose it is, and not what. */
    const waiting = await page.evaluate(
      () =>
        new Promise<string>((done, fail) => {
          const opening = indexedDB.open("dust-lantern");
          opening.onerror = fail;
          opening.onsuccess = () => {
            const asked = opening.result.transaction("outbox").objectStore("outbox").getAll();
            asked.onsuccess = () => done(JSON.stringify(asked.result));
          };
        }),
    );
    expect(waiting).toContain("Ines Calder");
    expect(waiting).not.toMatch(/response-recorded|familiar/);

    /** Somebody else comes in at the same device: what Ines tapped stays hers. */
    await signInAt(page, "tilda");
    await expect(page.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
    await page.goto("/");
    await expect(page.getByRole("list", { name: "Waiting in this browser" })).toContainText(
      "They wait until Ines Calder signs in at this device again.",
    );
    expect((await stored(elsewhere.request, exam)).head.length).toBe(before);

    await page.goto("/settings");
    await page.getByRole("button", { name: "Sign out" }).first().click();
    await signInAt(page, "ines");
    await expect(page.locator("[data-account]")).toBeVisible();
    await expect.poll(async () => (await stored(elsewhere.request, exam)).head.length).toBeGreaterThan(before);
    const { events } = await stored(elsewhere.request, exam);
    expect(events.slice(before).map(({ type }) => type)).toContain("response-recorded");
    expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
  },
);

test(
  "a store that people worked in without accounts gets an owner, and the others keep what they did",
  { tag: "@all" },
  async ({ browser }) => {
    const server = await startServer();
    try {
      const context = await open(browser, server);
      const page = await context.newPage();
      await page.goto("/settings/members");
      await expect(page.getByRole("heading", { name: "Ask everybody to sign in" })).toBeVisible();
      await page.getByLabel("Name to sign in with").fill("ines");
      await page.getByLabel("Passphrase", { exact: true }).fill(WORDS);
      await page.getByLabel("Once more").fill(WORDS);
      await page.getByRole("button", { name: "Make the owner's account" }).click();
      const jonah = page.locator("[data-member='Jonah Prewitt']");
      await jonah.getByRole("button", { name: "Give an account" }).click();
      const dialog = page.getByRole("dialog");
      await dialog.getByLabel("Name to sign in with").fill("jonah");
      await dialog.getByLabel("Passphrase", { exact: true }).fill(WORDS);
      await dialog.getByLabel("Once more").fill(WORDS);
      await dialog.getByRole("button", { name: "Give it" }).click();
      await expect(dialog).toHaveCount(0);
      await expect(jonah).toContainText("jonah");
      const other = await (await open(browser, server)).newPage();
      await other.goto("/");
      await signInAt(other, "jonah");
      await expect(other.getByRole("link", { name: "Jonah Prewitt" })).toBeVisible();
      await expect(other.getByRole("list", { name: "People" })).toContainText("Marit Oakhanger");
    } finally {
      await server.stop();
    }
  },
);

test("the table locks without a name, opens by the short code, and changes hands in two presses", async ({
  browser,
  clinic: server,
}) => {
  const context = await open(browser, server);
  await signInOwner(context.request);
  await employTilda(context.request, "trainee");
  const code = (digits: string) =>
    context.request.put("/api/account/lock-code", { data: { code: digits, passphrase: WORDS } });
  expect((await code("2468")).ok()).toBe(true);
  await signInTilda(context.request);
  expect((await code("1357")).ok()).toBe(true);
  const page = await context.newPage();
  await page.goto("/");
  await page.getByRole("button", { name: "Lock the table" }).click();
  await expect(page.getByRole("heading", { name: "The table is locked" })).toBeVisible();
  await expect(page.getByRole("dialog")).not.toContainText("Tilda");
  expect((await context.request.get("/api/people")).status()).toBe(401);
  await page.getByLabel("Your short code").fill("9999");
  await page.getByRole("button", { name: "Unlock" }).click();
  await expect(page.getByRole("alert")).toContainText("4 more");
  await page.getByLabel("Your short code").fill("1357");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);

  await page.getByRole("link", { name: "Tilda Marsh" }).click();
  await page.getByRole("button", { name: "Hand over to Ines Calder" }).click();
  await page.getByLabel("Your short code").fill("2468");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: "Ines Calder" })).toBeVisible();
});

/** How many keys this browser holds for what waits in it. */
const sealKeys = (): Promise<number> =>
  new Promise((done, fail) => {
    const opening = indexedDB.open("dust-lantern-seals");
    opening.onerror = () => fail(new Error("the keys could not be looked at"));
    opening.onsuccess = () => {
      const counting = opening.result.transaction("keys").objectStore("keys").count();
      counting.onsuccess = () => done(counting.result);
      opening.result.close();
    };
  });

test("a page of somebody who works here no longer shows nothing more, by itself", async ({
  browser,
  clinic: server,
}) => {
  const [owner, context] = [await open(browser, server), await open(browser, server)];
  await signInOwner(owner.request);
  await employTilda(owner.request, "trainee");
  await signInTilda(context.request);
  const { exam } = await prepareExam(context.request, readyToTest, { actor: TILDA });
  const page = await context.newPage();
  await openRun(page, exam);
  const { members } = (await (await owner.request.get("/api/members")).json()) as {
    members: readonly { readonly id: string; readonly name: string }[];
  };
  const tilda = members.find(({ name }) => name === "Tilda Marsh")!.id;
  await owner.request.put(`/api/members/${tilda}`, { data: { role: "trainee", hasLeft: true } });
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible({ timeout: 20_000 });
  /** With the session goes the key that what waits is sealed under. */
  await expect.poll(() => page.evaluate(sealKeys)).toBe(0);
  await owner.request.put(`/api/members/${tilda}`, { data: { role: "trainee", hasLeft: false } });
});

test("signing out while the server is gone shuts the browser at once, and ends the session when it is back", async ({
  browser,
}) => {
  await withOwnStore(async (server) => {
    const context = await open(browser, server);
    await signInOwner(context.request);
    const page = await context.newPage();
    await page.goto("/settings");
    await expect(page.getByRole("button", { name: "Sign out", exact: true })).toBeVisible();
    await server.kill();
    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await expect(page.getByRole("dialog")).toContainText("You are signed out on this device");
    await expect.poll(() => page.evaluate(sealKeys)).toBe(0);
    await server.restart();
    await page.reload();
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await expect(page.getByRole("dialog")).not.toContainText("You are signed out on this device");
    expect((await context.request.get("/api/here")).status()).toBe(401);
  });
});

test(
  "the table locks by itself after minutes without use, and never while a test is in hand",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const context = await open(browser, server);
    await signInOwner(context.request);
    const code = { code: "2468", passphrase: WORDS };
    expect((await context.request.put("/api/account/lock-code", { data: code })).ok()).toBe(true);
    const { exam } = await prepareExam(context.request, readyToTest);
    const page = await context.newPage();
    await page.clock.install();
    await openRun(page, exam);
    await page.locator("[data-response=familiar]").click();
    await expect(page.locator("[data-at-work=run]")).toBeVisible();
    await page.clock.runFor("12:00");
    await expect(page.locator("[data-entrance]")).toHaveCount(0);
    await page.goto("/");
    await expect(page.getByRole("list", { name: "People" })).toBeVisible();
    await page.clock.runFor("04:30");
    await expect(page.locator("[data-entrance]")).toHaveCount(0);
    await page.clock.runFor("01:00");
    await expect(page.getByRole("heading", { name: "The table is locked" })).toBeVisible();
  },
);

test("what a trainee signs waits for somebody who may sign alone, who countersigns or gives it back", async ({
  browser,
  clinic: server,
}) => {
  const owner = await open(browser, server);
  await signInOwner(owner.request);
  await employTilda(owner.request, "trainee");
  const trainee = await open(browser, server);
  await signInTilda(trainee.request);
  const { exam, person } = await prepareExam(
    trainee.request,
    (builder) => {
      readyToTest(builder);
      builder.sign();
    },
    { actor: TILDA },
  );
  const own = await trainee.newPage();
  await own.goto(`/exams/${exam}/sign`);
  await expect(own.locator("[data-countersign]")).toContainText("Signed by Tilda Marsh, a trainee.");
  await expect(own.getByRole("button", { name: "Countersign" })).toHaveCount(0);

  const page = await owner.newPage();
  await page.goto("/");
  await page.getByRole("navigation", { name: "To countersign" }).getByRole("link", { name: person }).click();
  await page.getByRole("button", { name: "Give it back…" }).click();
  await page.getByLabel("Why is it given back?").fill("say which leg");
  await page.getByRole("button", { name: "Give it back", exact: true }).click();
  await expect(page.getByText(/Given back by Ines Calder on .*: say which leg/)).toBeVisible();

  await own.reload();
  await own.getByText("open to make one").click();
  await own.getByLabel("Why is the signed record changed?").fill("the side was left out");
  await own.getByRole("button", { name: "Begin amending" }).click();
  await own.getByLabel("A line for the note").fill("the right leg");
  await own.getByRole("button", { name: "Add to the note" }).click();
  await saved(own);
  await own.getByRole("button", { name: "Sign the amendments" }).click();
  await expect(own.getByRole("heading", { name: "As it was signed" })).toBeVisible();
  await saved(own);

  await page.goto(`/exams/${exam}/sign`);
  await page.getByRole("button", { name: "Countersign", exact: true }).click();
  await expect(page.getByText(/Countersigned by Ines Calder on/)).toBeVisible();
  await page.goto("/");
  await expect(page.getByRole("list", { name: "People" })).toBeVisible();
  await expect(
    page.getByRole("navigation", { name: "To countersign" }).getByRole("link", { name: person }),
  ).toHaveCount(0);
});

test("the log of access says who saw, printed and took out which record, and who was refused", async ({
  browser,
  clinic: server,
}) => {
  const owner = await open(browser, server);
  await signInOwner(owner.request);
  await employTilda(owner.request, "practitioner");
  const other = await open(browser, server);
  await signInTilda(other.request);
  const { exam, person } = await prepareExam(owner.request, readyToTest);
  const theirs = await other.newPage();
  await theirs.goto(`/exams/${exam}/sign`);
  await expect(theirs.locator("[data-note]")).toBeVisible();
  await theirs.evaluate(() => window.dispatchEvent(new Event("beforeprint")));
  await other.request.get(`/api/exams/${exam}/export?as=json`);
  expect((await other.request.get("/api/backups")).status()).toBe(403);

  const page = await owner.newPage();
  await page.goto("/settings");
  await page.getByRole("link", { name: "Log of access" }).click();
  const lines = page.getByRole("region", { name: "Lines" }).getByRole("row");
  await page.getByLabel("Search the log").fill("Tilda");
  const first = (text: string) => expect(lines.filter({ hasText: text }).first()).toContainText("Tilda Marsh");
  await first("was refused: look after back-ups");
  await first("printed “record”");
  await first("took the record out");
  await first("saw the record");
  await page.getByLabel("Search the log").fill(`${person} take records out`);
  await expect(lines).toHaveCount(2);
  await expect(lines.last()).toContainText(person);
  await page.getByLabel("Search the log").fill("nobody at all did this");
  await expect(page.getByText("No line holds all of these words.")).toBeVisible();
  const csv = await owner.request.get("/api/log/export");
  expect((await csv.text()).split("\r\n")[0]).toBe("n,at,member,name,role,act,record,detail,address,previous,hash");
  expect(lantern(server.db, "verify")).not.toMatch(/log of access|broken/);
});

test(
  "a reader sees the signed records that were given to them, changes nothing, and no others",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const owner = await open(browser, server);
    await signInOwner(owner.request);
    await employTilda(owner.request, "reader");
    const { exam, person } = await prepareExam(owner.request, (builder) => {
      readyToTest(builder);
      builder.sign();
    });
    const { exam: other } = await prepareExam(owner.request, readyToTest);
    const reader = await open(browser, server);
    await signInTilda(reader.request);
    const theirs = await reader.newPage();
    await theirs.goto("/");
    await expect(theirs.getByText(/^Nothing yet. A reader is given signed records/)).toBeVisible();
    expect((await reader.request.get(`/api/exams/${exam}`)).status()).toBe(403);

    const page = await owner.newPage();
    await page.goto(`/exams/${exam}/sign`);
    await page.getByRole("button", { name: "Let Tilda Marsh look at it" }).click();
    await page.getByLabel("Why may they see it?").fill("audit of the spring term");
    await page.getByRole("button", { name: "Give it", exact: true }).click();
    await expect(page.locator("[data-readers]")).toContainText("may look at it: audit of the spring term");

    await theirs.reload();
    await theirs.getByRole("link", { name: `Look at it as the record of ${person}` }).click();
    await expect(theirs.locator("[data-note]")).toContainText("Examination");
    await expect(theirs.getByRole("button", { name: "Add to the note" })).toHaveCount(0);
    await expect(theirs.getByRole("link", { name: "Exam file (JSON)" })).toHaveCount(0);
    expect((await reader.request.get(`/api/exams/${other}`)).status()).toBe(403);
    const sent = await reader.request.post(`/api/exams/${exam}/events`, { data: { events: [] } });
    expect(sent.status()).toBe(403);

    await page.getByRole("button", { name: "Take it back from Tilda Marsh" }).click();
    await expect(page.getByRole("button", { name: "Let Tilda Marsh look at it" })).toBeVisible();
    expect((await reader.request.get(`/api/exams/${exam}`)).status()).toBe(403);
  },
);

test("one press changes who one is in the demo, and a trainee is told who may lift a block", async ({
  page,
  prepare,
}) => {
  const { exam } = await prepare(
    (builder) => void builder.complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(0),
  );
  await page.goto("/settings");
  await page.getByRole("radio", { name: /Tilda Marsh, trainee/ }).click();
  await expect(page.getByRole("link", { name: "Tilda Marsh" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Back-ups" })).toHaveCount(0);
  await openRun(page, exam);
  await page.getByRole("button", { name: /^Sacral thrust\s*, blocked: Pregnancy/ }).click();
  await expect(page.getByText("Only a practitioner may override it, with a reason: ask yours to.")).toBeVisible();
  await expect(page.getByText("Override for this test with a reason")).toHaveCount(0);
});

test(
  "at a trainee's table a block is lifted once the supervisor has entered their short code, and the record says so",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const ines = await open(browser, server);
    await signInOwner(ines.request);
    await employTilda(ines.request, "trainee");
    const code = await ines.request.put("/api/account/lock-code", { data: { code: "4711", passphrase: WORDS } });
    expect(code.ok()).toBe(true);
    const { exam } = await prepareExam(
      ines.request,
      (builder) => void builder.complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(0),
    );
    const page = await (await open(browser, server)).newPage();
    await page.goto("/");
    await signInAt(page, "tilda");
    await expect(page.getByRole("list", { name: "People" })).toBeVisible();
    await page.goto(`/exams/${exam}/complaint`);
    const supervisor = page.locator("[data-supervisor]");
    await supervisor.getByRole("radio", { name: "Ines Calder" }).click();
    await supervisor.getByRole("button", { name: /Told, and agreed to/ }).click();
    await saved(page);
    await openRun(page, exam);
    await page.getByRole("button", { name: /^Sacral thrust\s*, blocked: Pregnancy/ }).click();
    const asked = page.locator("[data-supervised]");
    await asked.getByLabel("Their short code").fill("0000");
    await asked.getByRole("button", { name: "I have looked, and say so" }).click();
    await expect(asked.getByRole("alert")).toContainText("not their short code");
    await asked.getByLabel("Their short code").fill("4711");
    await asked.getByRole("button", { name: "I have looked, and say so" }).click();
    await page.getByLabel("Reason (at least 10 characters)").fill("light force, looked at together");
    await page.getByRole("button", { name: "Override, as Ines Calder says" }).click();
    await saved(page);
    const { events } = await stored(ines.request, exam);
    expect(events.findLast(({ type }) => type === "visit-noted")?.body).toMatchObject({
      supervisor: { name: "Ines Calder", where: "in the room", told: true },
    });
    expect(events.find(({ type }) => type === "block-overridden")).toMatchObject({
      actor: { name: "Tilda Marsh" },
      body: { supervisor: { name: "Ines Calder" } },
    });
  },
);

test(
  "a helper is invited to the keys of one run: what they press stands beside the hands of the one who examines",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const ines = await open(browser, server);
    await signInOwner(ines.request);
    await employTilda(ines.request, "helper");
    const { exam } = await prepareExam(ines.request, readyToTest);
    const other = await prepareExam(ines.request, readyToTest);
    const hands = await ines.newPage();
    await openRun(hands, exam);
    await hands.getByRole("button", { name: "More" }).click();
    await hands.getByRole("menuitem", { name: "A helper at the keys" }).click();
    await hands.getByRole("button", { name: "Invite Tilda Marsh" }).click();
    await expect(hands.getByRole("button", { name: "Send off Tilda Marsh" })).toBeVisible();
    await hands.keyboard.press("Escape");

    const keys = await (await open(browser, server)).newPage();
    await keys.goto("/");
    await signInAt(keys, "tilda");
    await keys.getByRole("link", { name: /To the keys/ }).click();
    await expect(keys.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
    await expect(keys.locator("html[data-whole]")).toBeAttached();
    await keys.locator("[data-response=familiar]").click();
    await saved(keys);
    await expect(hands.locator("[data-response=familiar][aria-pressed=true], [data-place]").first()).toBeVisible();
    const { events } = await stored(ines.request, exam);
    expect(events.findLast(({ type }) => type === "response-recorded")).toMatchObject({
      actor: { name: "Tilda Marsh" },
    });
    expect((await keys.request.get(`/api/exams/${other.exam}`)).status()).toBe(403);
    expect((await keys.request.get("/api/people")).status()).toBe(403);

    /** Of another run by the code that stands on the screen of whoever examines. */
    await openRun(hands, other.exam);
    await hands.getByRole("button", { name: "More" }).click();
    await hands.getByRole("menuitem", { name: "A helper at the keys" }).click();
    await hands.getByRole("button", { name: "Show a code for the keys" }).click();
    const code = await hands.locator("[data-code]").innerText();
    await keys.goto("/");
    await keys.getByLabel("Code for the keys of a run").fill("AAAAAA");
    await keys.getByRole("button", { name: "Take the keys" }).click();
    await expect(keys.getByText(/is none that stands/)).toBeVisible();
    await keys.getByLabel("Code for the keys of a run").fill(code.toLowerCase());
    await keys.getByRole("button", { name: "Take the keys" }).click();
    await expect(keys.getByRole("navigation", { name: "Run sheet" })).toBeVisible();
    await expect(hands.getByRole("button", { name: "Send off Tilda Marsh" })).toBeVisible();
    await expect(hands.locator("[data-code]")).toBeHidden();
    expect((await keys.request.get(`/api/exams/${other.exam}`)).status()).toBe(200);
    /** It was used up, it opens nothing to a device, and to nobody who is no helper. */
    for (const [asking, path] of [
      [keys, "/api/given"],
      [keys, "/api/join"],
      [hands, "/api/given"],
    ] as const)
      expect((await asking.request.post(path, { data: { code } })).status()).toBeGreaterThanOrEqual(400);
  },
);

test(
  "on a network: nothing without accounts; with them, only over TLS that a device can check",
  { tag: "@all" },
  async ({ browser }) => {
    const folder = mkdtempSync(join(tmpdir(), "dust-lantern-net-"));
    const refused = await startServer({ db: join(folder, "store.sqlite") }, { onNetwork: true }).then(
      () => "started",
      (error: Error) => error.message,
    );
    rmSync(folder, { recursive: true, force: true });
    expect(refused).toContain("ended with 1");

    await withOwnStore(
      async (server) => {
        const plain = server.url.replace("https", "http");
        const away = await fetch(`${plain}/people/1`, { redirect: "manual" });
        expect([away.status, away.headers.get("location")]).toEqual([308, `${server.url}/people/1`]);
        const trust = await fetch(`${plain}/trust`);
        expect(await trust.text()).toMatch(/SHA-256[\s\S]*([0-9A-F]{2}:){31}[0-9A-F]{2}/);
        expect((await fetch(`${plain}/api/people`, { method: "POST", body: "{}" })).status).toBe(403);
        const authority = await (await fetch(`${plain}/trust/authority.crt`)).text();
        const tls = join(server.db, "..", "tls");
        expect(authority).toBe(readFileSync(join(tls, "authority.crt"), "utf8"));
        expect(statSync(join(tls, "authority.key")).mode & 0o777).toBe(0o600);

        /** Checked as any client would: by the chain, the names, and nothing switched off. */
        const answer = await new Promise<{ status: number; hsts: unknown }>((resolve, reject) => {
          const { hostname, port } = new URL(server.url);
          ask({ hostname, port, path: "/api/health", ca: authority }, (response) => {
            response.resume();
            resolve({ status: response.statusCode!, hsts: response.headers["strict-transport-security"] });
          })
            .on("error", reject)
            .end();
        });
        expect(answer).toEqual({ status: 200, hsts: undefined });

        const context = await browser.newContext({ baseURL: server.url, ignoreHTTPSErrors: true });
        const page = await context.newPage();
        await page.goto("/");
        await signInAt(page, "ines");
        await expect(page.getByRole("list", { name: "People" })).toBeVisible();
        const [cookie] = (await context.cookies()).filter(({ name }) => name === "__Secure-dust-lantern.session_token");
        expect(cookie).toMatchObject({ secure: true, httpOnly: true, sameSite: "Strict" });
        const { exam } = await prepareExam(context.request, readyToTest);
        await openRun(page, exam);
        await page.locator("[data-response=nothing]").click();
        await saved(page);
      },
      { onNetwork: true },
    );
  },
);

test(
  "a passkey made on a device signs in without a passphrase, until it is taken away; by an address there is none",
  { tag: "@all" },
  async ({ browser, clinic: server }) => {
    const named = server.url.replace("127.0.0.1", "localhost");
    const context = await browser.newContext({ baseURL: named });
    const page = await context.newPage();
    await page.goto("/");
    await signInOwner(context.request);
    const chromium = await context.newCDPSession(page);
    await chromium.send("WebAuthn.enable");
    const { authenticatorId } = await chromium.send("WebAuthn.addVirtualAuthenticator", {
      options: {
        protocol: "ctap2",
        transport: "internal",
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: true,
        automaticPresenceSimulation: true,
      },
    });
    await page.goto("/settings");
    const card = page.locator("section").filter({ has: page.getByRole("heading", { name: "Passkeys" }) });
    await card.getByLabel("What to call it").fill("the tablet in room 2");
    await card.getByLabel("Passphrase as it is now").fill("not those words");
    await card.getByRole("button", { name: "Make one on this device" }).click();
    await expect(card.getByRole("alert")).toContainText("not the right passphrase");
    await card.getByLabel("Passphrase as it is now").fill(WORDS);
    await card.getByRole("button", { name: "Make one on this device" }).click();
    await expect(page.locator("[data-passkeys]")).toContainText("the tablet in room 2");

    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await page.getByRole("button", { name: "Sign in with a passkey" }).click();
    await expect(page.locator("[data-account]")).toBeVisible();

    /** A device that does not look who holds it opens nothing. */
    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await chromium.send("WebAuthn.setUserVerified", { authenticatorId, isUserVerified: false });
    await page.getByRole("button", { name: "Sign in with a passkey" }).click();
    await expect(page.getByRole("alert").filter({ hasText: /gave no key|opens nothing/ })).toBeVisible();
    await chromium.send("WebAuthn.setUserVerified", { authenticatorId, isUserVerified: true });

    /** The same answer a second time is none. */
    const asked = page.waitForRequest("**/api/account/passkey");
    await page.getByRole("button", { name: "Sign in with a passkey" }).click();
    const answer = (await asked).postData()!;
    await expect(page.locator("[data-account]")).toBeVisible();
    const again = await browser.newContext({ baseURL: named });
    const replayed = await again.request.post("/api/account/passkey", {
      data: JSON.parse(answer) as object,
      headers: { origin: named },
    });
    expect(replayed.status()).toBe(401);

    await card.getByLabel("Passphrase as it is now").fill(WORDS);
    await card.getByRole("button", { name: "Take it away" }).click();
    await expect(page.locator("[data-passkeys]")).toHaveCount(0);
    await page.getByRole("button", { name: "Sign out", exact: true }).click();
    await page.getByRole("button", { name: "Sign in with a passkey" }).click();
    await expect(page.getByRole("alert").filter({ hasText: /opens nothing here/ })).toBeVisible({});

    const plain = await (await open(browser, server)).newPage();
    await plain.goto("/");
    await expect(plain.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await expect(plain.getByRole("button", { name: "Sign in with a passkey" })).toHaveCount(0);
    const byAddress = await plain.request.post("/api/account/passkey/ask", { data: {} });
    expect([byAddress.status(), await byAddress.text()]).toEqual([400, expect.stringContaining("needs a name")]);
  },
);
