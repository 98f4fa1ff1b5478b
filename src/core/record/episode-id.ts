import { namedId } from "../base";

/**
 * The course that an examination begins until somebody says otherwise: an id
 * made of the examination's own, the same on every device.
 *
 * @example courseBegunBy("0190a6f2-0000-7000-8000-000000000001") === courseBegunBy("0190a6f2-0000-7000-8000-000000000001") // true
 */
export const courseBegunBy = (exam: string): string => namedId(`dust-lantern episode of ${exam}`);
