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
