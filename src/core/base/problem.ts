import { type AnySchema, ValidationError } from "yup";
import { takesFastPath } from "./fast-path";

/** What was wrong, where, and what to do about it. */
export type Problem = {
  readonly where: string;
  readonly what: string;
  readonly todo: string;
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
export const describeProblem = ({ where, what, todo }: Problem): string => `${where}: ${what}. ${todo}`;

/**
 * The same where the field itself says where.
 *
 * @example problemAtField({ where: "name", what: "is empty", todo: "Write a name." }) // "Is empty. Write a name."
 */
export const problemAtField = ({ what, todo }: Problem): string => `${what[0]?.toUpperCase()}${what.slice(1)}. ${todo}`;

/** Throws an `InputError` with a single problem. */
export function refuse(where: string, what: string, todo: string): never {
  throw new InputError([{ where, what, todo }]);
}

const DEFAULT_TODO = "Correct this value and try again.";

/** A schema's message may hold both halves, "what; todo". */
export function problemsOf(error: ValidationError, where: string): Problem[] {
  const leaves = error.inner.length ? error.inner : [error];
  return leaves.map((leaf) => {
    const [what = leaf.message, todo] = leaf.message.split("; ");
    const path = leaf.path?.split(".") ?? [];
    return {
      where: [where, ...path].filter(Boolean).join(" › "),
      what,
      todo: todo ? `${todo[0]?.toUpperCase()}${todo.slice(1)}.` : DEFAULT_TODO,
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
