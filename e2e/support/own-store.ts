import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { APIRequestContext, Browser, Page } from "@playwright/test";
import { OWNER, TILDA, WORDS } from "./people";
import { copyPrepared, makeOwned, OWNED_DATABASE, type Server, startServer } from "./server";
import { expect, test as base } from "./test";

export { TILDA, WORDS };

/** Databases with accounts, for tests of who may do what. */

type Kind = {
  /** Nothing in it, not even an owner. */
  readonly isEmpty?: boolean;
  /** Served to a network, over TLS. */
  readonly onNetwork?: boolean;
};

/** A server on a database of its own, whose owner is Ines unless it is to be empty. */
export async function withOwnStore(
  work: (server: Server) => Promise<void>,
  { isEmpty = false, onNetwork = false }: Kind = {},
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-own-"));
  const db = join(folder, "store.sqlite");
  if (!isEmpty && !copyPrepared(OWNED_DATABASE, db)) await makeOwned(db, OWNER);
  const server = await startServer({ db }, { onNetwork });
  try {
    await work(server);
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * A clinic with accounts that the tests of a worker share: none of them kills
 * it, and each brings patients of its own.
 */
export const test = base.extend<object, { clinic: Server }>({
  clinic: [
    async ({}, use) => {
      await withOwnStore(use);
    },
    { scope: "worker" },
  ],
});

const signIn = async (request: APIRequestContext, name: string): Promise<void> =>
  expect((await request.post("/api/account/sign-in", { data: { signIn: name, passphrase: WORDS } })).ok()).toBe(true);

export const signInOwner = (request: APIRequestContext): Promise<void> => signIn(request, "ines");
export const signInTilda = (request: APIRequestContext): Promise<void> => signIn(request, "tilda");

/** Tilda works here in a role: added, or given that role where an earlier test added her. */
export const employTilda = async (request: APIRequestContext, role: string): Promise<void> => {
  const member = { ...TILDA, registration: "", signIn: "tilda", passphrase: WORDS, role };
  const added = await request.post("/api/members", { data: member });
  const changed = added.ok()
    ? added
    : await request.put(`/api/members/${TILDA.id}`, { data: { role, hasLeft: false } });
  expect(changed.ok(), await changed.text()).toBe(true);
};

export async function signInAt(page: Page, name: string, passphrase = WORDS): Promise<void> {
  await page.getByLabel("Name to sign in with").fill(name);
  await page.getByLabel("Passphrase", { exact: true }).fill(passphrase);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
}

export const open = (browser: Browser, server: Server) => browser.newContext({ baseURL: server.url });
