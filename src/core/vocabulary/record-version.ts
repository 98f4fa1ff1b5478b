/**
 * The version of what is recorded today: one number for the shapes of events
 * and for the ids of the catalogue that they name. An event that says none was
 * written by version 1. It rises when a shape or an id changes; old events are
 * read as they were written and brought up to today's shape on the way.
 */
export const RECORD_VERSION = 10;

/** What a thing of the catalogue keeps of its past: its ids are never used again for another. */
export type Lifetime = {
  /** The first version that has it; left out: the first of all. */
  readonly since?: number;
  /** The first version that has it no more; left out: it is there today. */
  readonly until?: number;
  /** The ids it went by before. */
  readonly was?: readonly string[];
};

/**
 * Whether a thing of the catalogue was there in a version.
 *
 * @example wasThere({ since: 2 }, 1) // false
 */
export const wasThere = ({ since = 1, until = Infinity }: Lifetime, v: number): boolean => since <= v && v < until;

/**
 * The id that a thing goes by today, whatever it went by when it was recorded;
 * an id that nothing goes or went by is given back as it is.
 *
 * @example currentId([{ id: "release-neck", was: ["step-3"] }], "step-3") // "release-neck"
 */
export const currentId = (things: readonly (Lifetime & { readonly id: string })[], id: string): string =>
  things.some((thing) => thing.id === id) ? id : (things.find(({ was }) => was?.includes(id))?.id ?? id);
