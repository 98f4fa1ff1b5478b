import Database from "better-sqlite3";
import { InputError, refuse } from "@/core";

/** What the system says of a file, as a sentence with a way out. */
const SAID: Readonly<Record<string, readonly [what: string, todo: string]>> = {
  ENOSPC: ["is on a disk that is full", "Free some space, or choose another folder; nothing was half-written."],
  SQLITE_FULL: ["is on a disk that is full", "Free some space, or choose another folder; nothing was half-written."],
  EDQUOT: ["is on a disk that is full for this user", "Free some space, or choose another folder."],
  ENOENT: ["is not there", "Check the path, and that its drive is connected."],
  ENOTDIR: ["is in something that is a file and no folder", "Check the path."],
  EISDIR: ["is a folder", "Name a file."],
  EACCES: ["may not be read or written by this user", "Give this user access to it, or choose another."],
  EPERM: ["may not be read or written by this user", "Give this user access to it, or choose another."],
  EROFS: ["is on a disk that may only be read", "Choose another folder."],
  ENAMETOOLONG: ["has a name that is too long", "Choose a shorter one."],
  EIO: ["is on a disk that gave an error", "Check the disk, or choose another."],
  ENXIO: ["is not there", "Check the path, and that its drive is connected."],
};

/**
 * Does something with a file; what goes wrong with the file or its disk is said in
 * a sentence that names it.
 *
 * @throws InputError for what the system says of a file; anything else as it is
 */
export async function withFile<T>(path: string, work: () => T | Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw fileProblem(path, error);
  }
}

/** An error as a sentence about a file, where it is one. */
export function fileProblem(path: string, error: unknown): unknown {
  if (error instanceof InputError || !(error instanceof Error)) return error;
  const code = error instanceof Database.SqliteError ? error.code : ((error as NodeJS.ErrnoException).code ?? "");
  const said = SAID[code];
  if (!said) return error;
  try {
    return refuse(path, said[0], said[1]);
  } catch (refused) {
    return refused;
  }
}
