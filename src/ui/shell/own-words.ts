/** Who says a sentence in other words: everybody here, or one practitioner alone. */
export type Whose = "clinic" | "mine";
export type OwnWords = { readonly words: string; readonly whose: Whose };

type Words = Readonly<Record<string, string>> | undefined;

/** What is said for a sentence that ships: one's own words before the clinic's; null: as it ships. */
export function ownWords(mine: Words, clinic: Words, shipped: string): OwnWords | null {
  if (mine?.[shipped] !== undefined) return { words: mine[shipped], whose: "mine" };
  return clinic?.[shipped] === undefined ? null : { words: clinic[shipped], whose: "clinic" };
}
