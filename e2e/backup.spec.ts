import { mkdtempSync, readdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { generateX25519Identity } from "age-encryption";
import { request as requests } from "@playwright/test";
import { ALL, expect, prepareExam, readyToTest, stored, test } from "./support/test";
import { lantern, startServer } from "./support/server";

test("from a new key to a back-up, what it lacks told, taken in again, and put in the store's place at the next start", async ({
  browser,
}) => {
  const server = await startServer();
  const request = await requests.newContext({ baseURL: server.url });
  const context = await browser.newContext();
  const page = await context.newPage();
  const other = await generateX25519Identity();
  const folder = join(mkdtempSync(join(tmpdir(), "dust-lantern-backups-")), "kept");
  try {
    await page.goto(`${server.url}/settings`);
    await page.getByRole("link", { name: "Back-ups" }).click();
    await expect(page.getByRole("main").getByRole("alert")).toContainText("There is no back-up of this store");

    /** The key is made in the browser; its secret half is on the screen and in no request. */
    const sent: string[] = [];
    page.on("request", (one) => sent.push(one.postData() ?? ""));
    await page.getByRole("button", { name: "Make a new key" }).click();
    const secret = await page.locator("[data-secret-key] .font-mono").innerText();
    expect(secret).toMatch(/^AGE-SECRET-KEY-1/);
    await page.getByLabel("Folder, best on another disk").fill(folder);
    await page.getByRole("button", { name: "Begin" }).click();
    await expect(page.getByText("The first back-up is made within five minutes.")).toBeVisible();
    expect(sent.join()).not.toContain("AGE-SECRET-KEY");

    await page.getByLabel("Passphrase", { exact: true }).fill("five words that do not belong");
    await page.getByLabel("Once more").fill("five words that do belong");
    await expect(page.getByText("Is not the same. Write it again.")).toBeVisible();
    await expect(page.getByRole("button", { name: "Make it now" })).toBeDisabled();
    await page.getByRole("button", { name: "Make one now" }).click();
    await expect(page.getByText("Last back-up:")).toBeVisible();
    expect(readdirSync(folder).filter((name) => !name.startsWith("."))).toHaveLength(2);
    /** Opening one and starting from it takes as long again: the rest is for `npm test -- --all`. */
    if (!ALL) return;

    /** Something is recorded after it. */
    const { exam } = await prepareExam(request, readyToTest);
    await page.getByRole("button", { name: /^Open the back-up of/ }).click();
    await page.getByLabel("Its passphrase, or the secret key").fill(other);
    await page.getByRole("button", { name: "Look into it" }).click();
    await expect(page.locator("[data-said]")).toContainText("does not open this back-up");
    await page.getByLabel("Its passphrase, or the secret key").fill(secret);
    await page.getByRole("button", { name: "Look into it" }).click();
    await expect(page.locator("[data-holds]")).toContainText("1 person, 1 examination");
    await expect(page.locator("[data-holds]")).toContainText("every chain was walked");
    await expect(page.getByRole("button", { name: "Take in what is missing here" })).toBeDisabled();

    await page.getByRole("button", { name: "Put it in the store’s place" }).click();
    await expect(page.getByText("The store would no longer hold: 1 person, 1 examination")).toBeVisible();
    await page.getByRole("button", { name: "At the next start" }).click();
    await expect(page.locator("[data-said]")).toContainText("It lies ready");
    expect((await stored(request, exam)).events.length).toBeGreaterThan(3);
    await server.kill();
    await server.restart();
    expect((await request.get(`/api/exams/${exam}`)).status()).toBe(404);
    const [before] = readdirSync(join(server.db, "..")).filter((name) => /before-restore-\d+T\d+$/.test(name));
    expect(lantern(join(server.db, "..", before!), "list")).toContain(exam);
    expect(lantern(server.db, "verify")).not.toContain("broken");
  } finally {
    await context.close();
    await request.dispose();
    await server.stop();
  }
});
