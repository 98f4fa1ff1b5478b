import { protocolOf, type TestId } from "./protocols";

/** How long things take at the table: conventions, to plan by, never to hurry by. */

const TEST_SECONDS = 45;
const FURTHER_SIDE_SECONDS = 30;
/** Those that run by a clock of their own. */
const LONG: Partial<Record<TestId, number>> = {
  "elevated-arm": 210,
  "repeated-movements": 240,
  "craniocervical-flexion": 420,
};

/** Turning somebody, and turning somebody who is irritable or over 75. */
export const TURN_SECONDS = { usual: 40, slow: 70 } as const;

/** Reflexes, power and light touch of one region, both sides. */
export const NEUROLOGY_SECONDS = 240;

/**
 * How long a test takes, in seconds.
 *
 * @param runs how many sides are done
 * @example secondsOf("thigh-thrust", 2) // 85
 */
export function secondsOf(test: TestId, runs: number): number {
  const { stages } = protocolOf(test);
  const hold =
    LONG[test] === undefined
      ? Math.max(
          0,
          ...stages
            .filter(({ only }) => !only || "dose" in only)
            .map(({ dose, only }) => (only?.dose?.includes("hold-then-thrust") ? 0 : (dose.holdSeconds ?? 0))),
        )
      : 0;
  const first = LONG[test] ?? TEST_SECONDS + hold;
  return first + Math.max(0, runs - 1) * (FURTHER_SIDE_SECONDS + hold);
}
