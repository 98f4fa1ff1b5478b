import { COUNTED_BY_CUFF } from "./measuring";
import type { TestId } from "./protocols";
import { CUFF_LEVELS } from "./protocols/upper-neck";

/** How a test is done against a cuff. */
export type Pressure = {
  /** Where the cuff lies, and what it shows at rest, in mmHg. */
  readonly on: string;
  readonly rest: number;
  /** What is asked at each stage, in mmHg, and within how much it counts as that. */
  readonly levels: Readonly<Record<string, number>>;
  readonly within: number;
  /** So many holds of so many seconds, with so long a rest between. */
  readonly holds: number;
  readonly seconds: number;
  readonly restSeconds: number;
  /** The answers that a hold may come to, and the number that counts good holds. */
  readonly clean: string;
  readonly short: string;
  readonly counts: string;
};

/**
 * Levels of 2 mmHg from 20 to 30, ten holds of ten seconds: Jull, O'Leary and
 * Falla 2008. Within 1 mmHg, half a step, is ours, by judgement.
 */
export const PRESSURES: { readonly [T in TestId]?: Pressure } = {
  "craniocervical-flexion": {
    on: "behind the neck, at 20 mmHg",
    rest: 20,
    levels: CUFF_LEVELS,
    within: 1,
    holds: 10,
    seconds: 10,
    restSeconds: 10,
    clean: "clean",
    short: "short",
    counts: COUNTED_BY_CUFF["craniocervical-flexion"]!,
  },
};
