import type { NumberKind } from "@/core/exchange";

/** What became, or would become, of each person of a file. */
export const FATES = ["new", "here already", "perhaps here", "refused"] as const;
export type FateName = (typeof FATES)[number];

export type Fate = {
  /** The row or entry it stands in. */
  readonly where: string;
  readonly name: string;
  readonly birthDate: string;
  readonly fate: FateName;
  /** The one who is there, or what is wrong. */
  readonly why: string;
  /** How many numbers, and things that are not read, are kept of them. */
  readonly told: number;
};
export type Fates = {
  readonly fates: readonly Fate[];
  /** Columns of the table; empty for a bundle. */
  readonly headings: readonly string[];
  /** What a bundle holds that is not read here, or cannot be what was chosen. */
  readonly left: readonly string[];
  /** The kinds of number that a bundle holds, with what each becomes. */
  readonly numbers: readonly NumberKind[];
};
/** How many new ones were added. */
export type TakenIn = { readonly added: number };

/** A few thousand persons; a larger file is brought in parts. */
export const INCOMING_MAX_BYTES = 5 * 1024 * 1024;
