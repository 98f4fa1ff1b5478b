import type { Act } from "@/core/access";
import type { Schema } from "@/core/base";

/** A route as both ends know it: what is asked, what is answered, and how much may be sent. */
export type Route<Ask = unknown, Answer = unknown> = {
  readonly method: "GET" | "POST" | "PUT";
  /** What somebody does with it: whoever may not do that is refused. Anybody: before they have come in, too. */
  readonly act: Act | "anybody";
  /** With the ids it names in braces: "/api/exams/{exam}/events". */
  readonly path: string;
  /** The body, or the query of a GET; null where nothing is sent. */
  readonly ask: Schema<Ask> | null;
  /** What a caller checks of the answer; null for a download. */
  readonly answer: Schema<Answer> | null;
  /** The most bytes a body may have. */
  readonly limit: number;
  /** What the log of access says was done, where the act says too much or too little of it; null: the act says it. */
  readonly logged: string | null;
  /** The answer goes on for as long as somebody listens. */
  readonly isStream: boolean;
  /** A browser keeps the last answer, and shows it when the server cannot be reached. */
  readonly isKept: boolean;
  /** The body is a file's text, for the route to read. */
  readonly isFile: boolean;
};

/** A body is parsed in one go, so it is kept small enough for that. */
export const BODY_LIMIT = 256 * 1024;

type Parts<Ask, Answer> = {
  readonly act: Route["act"];
  readonly ask?: Schema<Ask>;
  readonly answer?: Schema<unknown>;
  readonly limit?: number;
  readonly isFile?: boolean;
  readonly isStream?: boolean;
  readonly logged?: string;
  readonly isKept?: boolean;
  /** The type of what is answered; the schema asks what a screen relies on. */
  readonly answers?: Answer;
};

export const route = <Ask = null, Answer = null>(
  method: Route["method"],
  path: string,
  {
    act,
    ask,
    answer,
    limit = BODY_LIMIT,
    isFile = false,
    isStream = false,
    logged,
    isKept = false,
  }: Parts<Ask, Answer>,
): Route<Ask, Answer> => ({
  method,
  act,
  path,
  ask: ask ?? null,
  answer: (answer ?? null) as Schema<Answer> | null,
  limit,
  logged: logged ?? null,
  isFile,
  isStream,
  isKept,
});

/** Names the type of an answer. */
export const answers = <T>(): T => undefined as T;

const NAMED = /\{(\w+)\}/g;

/**
 * A route's address with its ids filled in.
 *
 * @example pathOf("/api/exams/{exam}/events", { exam: "e1" }) // "/api/exams/e1/events"
 */
export const pathOf = (path: string, ids: Readonly<Record<string, string>>): string =>
  path.replace(NAMED, (_whole, id: string) => encodeURIComponent(ids[id] ?? ""));

/** The address as a pattern, and what it may be asked. */
export const patternOf = (path: string): RegExp => new RegExp(`^${path.replace(NAMED, "[^/]+")}/?$`);
