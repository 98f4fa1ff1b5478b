import { InputError, type Problem } from "@/core";
import { DuplicateWarning } from "../repositories/people";
import { StoreError } from "../store/store";

/** Bodies larger than this are not read, in bytes. */
export const BODY_LIMIT = 1024 * 1024;

export const now = (): string => new Date().toISOString();

const problems = (list: readonly Problem[], status: number, extra: object = {}): Response =>
  Response.json({ problems: list, ...extra }, { status });

/** Every failure as the same three things: what, where, what to do. */
function failure(error: unknown): Response {
  if (error instanceof InputError) return problems(error.problems, 400);
  if (error instanceof DuplicateWarning) {
    return problems(
      [{ where: "person", what: error.message, todo: "Look whether it is the same person, or add them all the same." }],
      409,
      { duplicates: error.duplicates },
    );
  }
  if (error instanceof StoreError) return problems([{ where: "store", what: error.message, todo: "" }], 503);
  console.error(error);
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
    return result instanceof Response ? result : Response.json(result);
  } catch (error) {
    return failure(error);
  }
}

const tooLarge = (limit: number): never => {
  throw new InputError([
    { where: "request", what: `is larger than ${limit / 1024 / 1024} MB`, todo: "Send less at once." },
  ]);
};

/** A request's text, read no further than the limit whatever its headers say. */
export async function bodyText(request: Request, limit: number = BODY_LIMIT): Promise<string> {
  if (Number(request.headers.get("content-length") ?? 0) > limit) tooLarge(limit);
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
      tooLarge(limit);
    }
    chunks.push(value);
  }
  return Buffer.concat(chunks).toString("utf8");
}

export async function bodyJson(request: Request, limit: number = BODY_LIMIT): Promise<unknown> {
  try {
    return JSON.parse(await bodyText(request, limit));
  } catch (error) {
    if (error instanceof SyntaxError)
      throw new InputError([{ where: "request", what: "is not whole JSON", todo: "Send it again." }]);
    throw error;
  }
}

/** A download with a name of letters, digits and dashes. */
export const download = (content: string, name: string, type: string): Response =>
  new Response(content, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });
