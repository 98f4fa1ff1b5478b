import { holding, isRecord, listOfEach, type Message, type Problem, text, worded } from "@/core/base";

/**
 * A problem as it goes over the wire: in English for whoever reads it raw, and
 * beside it, where something was filled in, the phrases and what fills them, so
 * that a screen words it anew in its own language.
 */
export type SentProblem = {
  readonly where: string;
  readonly what: string;
  readonly todo: string;
  readonly path?: readonly string[];
  readonly said?: { readonly what: Message; readonly todo: Message };
};

export const sentProblem = ({ where, what, todo, path }: Problem): SentProblem => ({
  where,
  what: worded(what),
  todo: worded(todo),
  ...(path ? { path } : {}),
  ...(typeof what === "string" && typeof todo === "string" ? {} : { said: { what, todo } }),
});

const MOST_PROBLEMS = 500;
const MOST_FILLED = 50;

/** What an answer that refuses holds. */
export const refusalBody = holding({
  problems: listOfEach(holding({ where: text(2000), what: text(4000), todo: text(2000) }), MOST_PROBLEMS),
});

const isFilling = (value: unknown): value is string | number => typeof value === "string" || typeof value === "number";

/** A message of another program's, as far as it is one. */
function messageIn(value: unknown): Message | null {
  if (typeof value === "string") return value;
  if (!isRecord(value) || typeof value.phrase !== "string" || !Array.isArray(value.with)) return null;
  return value.with.length <= MOST_FILLED && value.with.every(isFilling)
    ? { phrase: value.phrase, with: value.with }
    : null;
}

/**
 * The problem that was sent, to be worded here; what it is said by that cannot be read is left aside for its English.
 *
 * @example readProblem({ where: "name", what: "is empty", todo: "Write a name." }).what // "is empty"
 */
export function readProblem({ where, what, todo, path, said }: SentProblem): Problem {
  const [whatSaid, todoSaid] = isRecord(said) ? [messageIn(said.what), messageIn(said.todo)] : [null, null];
  return { where, what: whatSaid ?? what, todo: todoSaid ?? todo, ...(path ? { path } : {}) };
}
