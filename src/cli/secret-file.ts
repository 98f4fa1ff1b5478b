import { readFileSync } from "node:fs";
import { refuse, phrase } from "@/core";

/** One line of a file that holds a secret: never an argument, which other users of the machine can read. */
export function secretIn(path: string, option: string): string {
  let text: string;
  try {
    text = readFileSync(path, "utf8");
  } catch {
    return refuse(option, phrase`${path} cannot be read`, "Check the path and that you may read the file.");
  }
  const line = text.split(/\r?\n/).find((one) => one !== "" && !one.startsWith("#"));
  return line ?? refuse(option, phrase`${path} is empty`, "Write the passphrase or key on its first line.");
}
