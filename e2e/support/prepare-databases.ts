import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEMO_DATABASE, lantern, OWNED_DATABASE, startServer } from "./server";
import { INES, WORDS } from "./people";

/**
 * Makes the two databases that tests copy, once for a run: the demo's patients,
 * and an empty one whose owner has an account.
 */
export default async function prepareDatabases(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-prepared-"));
  process.env[DEMO_DATABASE] = join(folder, "demo.sqlite");
  lantern(process.env[DEMO_DATABASE], "demo");
  const owned = join(folder, "owned.sqlite");
  const server = await startServer({ db: owned });
  const owner = { ...INES, registration: "", signIn: "ines", passphrase: WORDS };
  const answer = await fetch(`${server.url}/api/account/owner`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(owner),
  });
  if (!answer.ok) throw new Error(`The owner's account was not made: ${answer.status} ${await answer.text()}`);
  await server.stop();
  process.env[OWNED_DATABASE] = owned;
  return () => rmSync(folder, { recursive: true, force: true });
}
