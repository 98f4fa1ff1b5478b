import { type AnySchema, ValidationError } from "yup";
import { takesFastPath } from "./fast-path";
import { type Message, worded, type Wordings } from "./phrase";

/** What was wrong, where, and what to do about it. */
export type Problem = {
  readonly where: string;
  readonly what: Message;
  readonly todo: Message;
  /** The field inside what was checked, step by step; left out where it is about the whole. */
  readonly path?: readonly string[];
};

/**
 * Input that cannot be taken. Every edge (form, route, import, terminal) throws
 * this one, so that every edge can say the same three things.
 */
export class InputError extends Error {
  override readonly name = "InputError";
  readonly problems: readonly Problem[];

  constructor(problems: readonly Problem[]) {
    super(problems.map(describeProblem).join(" "));
    this.problems = problems;
  }
}

/**
 * One sentence or two for a person.
 *
 * @example describeProblem({ where: "name", what: "is empty", todo: "Write a name or initials." })
 * // "name: is empty. Write a name or initials."
 */
export const describeProblem = ({ where, what, todo }: Problem): string =>
  `${where}: ${worded(what)}. ${worded(todo)}`.trimEnd();

/**
 * The same where the field itself says where.
 *
 * @example problemAtField({ where: "name", what: "is empty", todo: "Write a name." }) // "Is empty. Write a name."
 */
export function problemAtField({ what, todo }: Problem, wordings?: Wordings): string {
  const said = worded(what, wordings);
  return `${said[0]?.toUpperCase()}${said.slice(1)}. ${worded(todo, wordings)}`.trimEnd();
}

/** Throws an `InputError` with a single problem. */
export function refuse(where: string, what: Message, todo: Message): never {
  throw new InputError([{ where, what, todo }]);
}

const DEFAULT_TODO = "Correct this value and try again.";

/** A schema's message holds both halves, "what; todo". */
function halvesOf(message: Message): Pick<Problem, "what" | "todo"> {
  const text = typeof message === "string" ? message : message.phrase;
  const [what = text, todo] = text.split("; ");
  const half = (words: string): Message => (typeof message === "string" ? words : { ...message, phrase: words });
  return { what: half(what), todo: todo ? half(`${todo[0]?.toUpperCase()}${todo.slice(1)}.`) : DEFAULT_TODO };
}

export function problemsOf(error: ValidationError, where: string): Problem[] {
  const leaves = error.inner.length ? error.inner : [error];
  return leaves.map((leaf) => {
    const path = leaf.path?.split(".") ?? [];
    return {
      where: [where, ...path].filter(Boolean).join(" › "),
      ...halvesOf(leaf.message as Message),
      path: path.flatMap((step) => step.split(/[[\]]/).filter(Boolean)),
    };
  });
}

/** What a value is checked against. */
export type Schema<T> = AnySchema & {
  validateSync(value: unknown, options: { strict: boolean; abortEarly: boolean }): T;
};

/**
 * Checks a value against a schema without casting anything: text is not a number.
 * Returns the value itself; throws `InputError` naming each field that is wrong.
 */
export function check<T>(schema: Schema<T>, value: unknown, where: string): T {
  if (takesFastPath(schema, value)) return value as T;
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false });
  } catch (error) {
    if (error instanceof ValidationError) throw new InputError(problemsOf(error, where));
    throw error;
  }
}
