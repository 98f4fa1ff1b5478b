import { type Message, InputError, isTooDeep, MOST_LEVELS, type Problem, worded, phrase } from "@/core";
import { sentProblem } from "@/wire/problems";
import { DuplicateWarning } from "../repositories/people";
import { logFailure } from "../log/program-log";
import { storePath } from "../store/open";
import { asStoreError, StoreError } from "../store/store";
import { sizeText } from "./size-text";

export const now = (): string => new Date().toISOString();

/** A request that is refused for what it is, before anybody asks what it says. */
export class RequestError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
    /** What a screen needs beside it to offer a way on. */
    readonly extra: object = {},
  ) {
    super(worded(problem.what));
  }
}

const reject = (status: number, what: Message, todo: Message): never => {
  throw new RequestError(status, { where: "request", what, todo });
};

/** Nothing that is answered is kept by anybody on the way. */
export const UNKEPT = { "cache-control": "no-store" };

const problems = (list: readonly Problem[], status: number, extra: object = {}): Response =>
  Response.json({ problems: list.map(sentProblem), ...extra }, { status, headers: UNKEPT });

/** Every failure as the same three things: what, where, what to do. */
function failure(thrown: unknown): Response {
  /** What the database itself says (damaged, full, locked) is said in its words, wherever it was met. */
  const error = asStoreError(thrown, storePath());
  if (error instanceof RequestError) return problems([error.problem], error.status, error.extra);
  if (error instanceof InputError) return problems(error.problems, 400);
  if (error instanceof DuplicateWarning) {
    return problems(
      [{ where: "person", what: error.message, todo: "Look whether it is the same person, or add them all the same." }],
      409,
      { duplicates: error.duplicates },
    );
  }
  if (error instanceof StoreError) return problems([{ where: "store", what: error.message, todo: "" }], 503);
  logFailure("a request failed", error);
  return problems(
    [
      {
        where: "server",
        what: "something went wrong that should not have",
        todo: "Nothing was changed. Try again; the terminal shows what happened.",
      },
    ],
    500,
  );
}

/** Runs a route's work and answers with its result as JSON, or with its problems. */
export async function answer(work: () => unknown): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : Response.json(result, { headers: UNKEPT });
  } catch (error) {
    return failure(error);
  }
}

/** A request's text, read no further than the limit whatever its headers say. */
export async function bodyText(request: Request, limit: number): Promise<string> {
  const tooLarge = () => reject(413, phrase`is larger than ${sizeText(limit)}`, "Send less at once.");
  if (Number(request.headers.get("content-length") ?? 0) > limit) tooLarge();
  const reader = request.body?.getReader();
  if (!reader) return "";
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      tooLarge();
    }
    chunks.push(value);
  }
  return Buffer.concat(chunks).toString("utf8");
}

const JSON_TYPE = /^application\/(?:[\w.+-]+\+)?json\s*(?:;|$)/i;

/** A body that says it is JSON, as text: not deeper than anything that is sent. */
export async function jsonText(request: Request, limit: number): Promise<string> {
  const type = request.headers.get("content-type");
  if (!JSON_TYPE.test(type ?? ""))
    reject(415, phrase`says it is "${(type ?? "nothing").slice(0, 80)}"`, "Send it as application/json.");
  const text = await bodyText(request, limit);
  if (isTooDeep(text))
    reject(400, phrase`is nested deeper than ${MOST_LEVELS} levels`, "Send it as this program writes it.");
  return text;
}

/** Half of a letter may stand in JSON; what is stored and hashed holds whole letters only. */
const HALF_A_LETTER = /\\u[dD][89a-fA-F]/;
function wellFormed(_key: string, value: unknown): unknown {
  if (typeof value === "string") return value.toWellFormed();
  if (typeof value !== "object" || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key.toWellFormed(), one]));
}

/** Parsed JSON, or a sentence. */
export function parsed(text: string): unknown {
  try {
    return HALF_A_LETTER.test(text) ? JSON.parse(text, wellFormed) : JSON.parse(text);
  } catch {
    return reject(400, "is not whole JSON", "Send it again.");
  }
}

/** A download with a name of letters, digits and dashes. */
export const download = (content: string, name: string, type: string): Response =>
  new Response(content, {
    headers: { ...UNKEPT, "content-type": type, "content-disposition": `attachment; filename="${name}"` },
  });
