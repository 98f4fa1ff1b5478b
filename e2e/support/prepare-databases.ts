import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { OWNER } from "./people";
import { DEMO_DATABASE, lantern, makeOwned, OWNED_DATABASE } from "./server";

/**
 * Makes the two databases that tests copy, once for a run: the demo's patients,
 * and an empty one whose owner has an account.
 */
export default async function prepareDatabases(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-prepared-"));
  process.env[DEMO_DATABASE] = join(folder, "demo.sqlite");
  lantern(process.env[DEMO_DATABASE], "demo");
  const owned = join(folder, "owned.sqlite");
  await makeOwned(owned, OWNER);
  process.env[OWNED_DATABASE] = owned;
  return () => rmSync(folder, { recursive: true, force: true });
}
