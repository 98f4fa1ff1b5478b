import { randomBytes } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";

const BYTES = 32;
const OWN_FILE = 0o600;

/** Beside the store and not in it: who takes a back-up takes no session with it. */
export const secretPath = (store: string): string => `${store}.secret`;

/** What sessions and secrets of one-time codes are sealed with: made at first use, its owner's alone to read. */
export function secretOf(store: string): string {
  const path = secretPath(store);
  try {
    writeFileSync(/* turbopackIgnore: true */ path, randomBytes(BYTES).toString("hex"), { flag: "wx", mode: OWN_FILE });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
  }
  return readFileSync(/* turbopackIgnore: true */ path, "utf8").trim();
}
