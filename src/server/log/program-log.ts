import { SqliteError } from "better-sqlite3";
import pino, { type Logger } from "pino";
import { shared } from "../store/shared";
import { StoreError } from "../store/store";

/**
 * What the program says of itself, a line of JSON each, on stderr: how it runs,
 * and nothing of anybody. What an unexpected error says may hold what somebody
 * entered, so only its name and where it arose are told.
 */

const MOST_FRAMES = 6;

/** Errors whose words are the program's or the database's own. */
const isPlain = (error: Error): boolean => error instanceof StoreError || error instanceof SqliteError;

/** An error as it may stand in a log. */
export function withoutData(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { error: typeof error };
  const frames = (error.stack ?? "").split("\n").filter((line) => /^\s+at /.test(line));
  return {
    error: error.name,
    ...("code" in error && typeof error.code === "string" ? { code: error.code } : {}),
    ...(isPlain(error) ? { said: error.message } : {}),
    at: frames.slice(0, MOST_FRAMES).map((line) => line.trim().slice(3)),
  };
}

const made = shared("program log", () => ({ log: null as Logger | null }));

/** The program's log; how much it says is DUST_LANTERN_LOG: debug, info, warn, error or silent. */
export const programLog = (): Logger =>
  (made.log ??= pino(
    { level: process.env.DUST_LANTERN_LOG ?? "info", base: null, timestamp: pino.stdTimeFunctions.isoTime },
    pino.destination({ dest: 2, sync: true }),
  ));

/** Something failed that should not have. */
export const logFailure = (what: string, error: unknown): void => programLog().error(withoutData(error), what);

/**
 * A path without what names anybody.
 *
 * @example pathKind("/exams/0190a6f2-0000-7000-8000-000000000001/run?x=1") // "/exams/…/run"
 */
export const pathKind = (url: string): string =>
  url
    .split("?", 1)[0]!
    .split("/")
    .map((part) => (/^[a-z][a-z-]*$/.test(part) || part === "" ? part : "…"))
    .join("/")
    .slice(0, 120);
