import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { lantern } from "./server";

/** Makes the demo's store once for all servers of a run, and takes it away after. */
export default function once(): () => void {
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-made-"));
  const made = join(folder, "store.sqlite");
  lantern(made, "demo");
  process.env.DUST_LANTERN_DEMO_MADE = made;
  return () => rmSync(folder, { recursive: true, force: true });
}
