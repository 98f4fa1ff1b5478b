/** Turning somebody from one place to another; a place is a position, lying on the side with its side. */

const PRONE = "prone";
export const baseOf = (place: string): string => place.split(" ")[0]!;

/**
 * What turning costs: 1, and 2 when one of the two is lying on the front.
 *
 * @example placeTurn("standing", "prone") // 2
 */
export function placeTurn(from: string | null, to: string): number {
  if (from === null || from === to) return 0;
  return baseOf(from) === PRONE || baseOf(to) === PRONE ? 2 : 1;
}

const isSeated = (place: string): boolean => baseOf(place) === "seated";

/**
 * A change of place for somebody, what it costs and how many turns it counts as:
 * between a wheelchair, where they sit, and the table as many as a transfer is.
 *
 * @param transfer what getting across counts as; left out: they walk
 * @example placeChange("seated", "supine", 3) // { cost: 3, turns: 3 }
 */
export function placeChange(from: string | null, to: string, transfer?: number): { cost: number; turns: number } {
  if (from === null || from === to) return { cost: 0, turns: 0 };
  return transfer !== undefined && isSeated(from) !== isSeated(to)
    ? { cost: transfer, turns: transfer }
    : { cost: placeTurn(from, to), turns: 1 };
}
