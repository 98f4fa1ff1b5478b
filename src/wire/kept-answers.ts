/** What a browser keeps of the server's answers, for when the server cannot be reached. */
export type Keeper = {
  readonly keep: (address: string, body: unknown) => Promise<void>;
  /** What was kept of an address; null: nothing, or too long ago. */
  readonly find: (address: string) => Promise<unknown>;
  /** Forgets all of it, and what it was sealed with. */
  readonly wipe: () => Promise<void>;
};

let keeper: Keeper | null = null;

/** From now on answers are kept. */
export const keepAnswersWith = (one: Keeper): void => void (keeper = one);

/** Where answers are kept; null where a browser keeps none. */
export const keptAnswers = (): Keeper | null => keeper;
