/** Agreement asked of a seated and a supine raise, in degrees. */
export const RAISES_AGREE_WITHIN = 20;

/**
 * Whether a seated and a supine raise agree; the seated one is the less
 * sensitive (0.41 against 0.67, Rabin 2007), so a gap asks for a repeat and
 * counts against nothing.
 *
 * @example raisesAgree(85, 50) // false
 */
export const raisesAgree = (seated: number, supine: number): boolean =>
  Math.abs(seated - supine) <= RAISES_AGREE_WITHIN;
