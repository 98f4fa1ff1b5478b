/**
 * True lumbar movement: T12 less S1.
 *
 * @example trueLumbar(62, 21) // 41
 */
export const trueLumbar = (t12: number, s1: number): number => t12 - s1;
