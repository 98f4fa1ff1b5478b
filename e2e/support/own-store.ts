import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { APIRequestContext, Browser, Page } from "@playwright/test";
import { idOf } from "@/fixtures/samples/build";
import { type Server, startServer } from "./server";
import { expect, INES } from "./test";

/** A store of one's own with accounts, for tests of who may do what. */

export const WORDS = "walnut ferry quiet amber";
export const TILDA = { id: idOf(900_003), name: "Tilda Marsh" };

/** A server on an empty store of one's own, in a folder of its own. */
export async function withOwnStore(work: (server: Server) => Promise<void>, onNetwork = false): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-own-"));
  const db = join(folder, "store.sqlite");
  const alone = await startServer({ db });
  try {
    if (!onNetwork) return await work(alone);
    const context = await fetch(`${alone.url}/api/account/owner`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ ...INES, registration: "", signIn: "ines", passphrase: WORDS }),
    });
    expect(context.status).toBe(200);
    await alone.stop();
    const server = await startServer({ db }, { onNetwork });
    try {
      await work(server);
    } finally {
      await server.stop();
    }
  } finally {
    await alone.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function makeOwner(request: APIRequestContext): Promise<void> {
  const owner = { ...INES, registration: "", signIn: "ines", passphrase: WORDS };
  expect((await request.post("/api/account/owner", { data: owner })).ok()).toBe(true);
}

export const addTilda = async (request: APIRequestContext, role: string): Promise<void> => {
  const member = { ...TILDA, registration: "", signIn: "tilda", passphrase: WORDS, role };
  expect((await request.post("/api/members", { data: member })).ok()).toBe(true);
};

export async function signInAt(page: Page, name: string, passphrase = WORDS): Promise<void> {
  await page.getByLabel("Name to sign in with").fill(name);
  await page.getByLabel("Passphrase", { exact: true }).fill(passphrase);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
}

export const open = (browser: Browser, server: Server) => browser.newContext({ baseURL: server.url });
