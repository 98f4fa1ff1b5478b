import type { Spread } from "./draws";
import { percentText } from "./words";

/**
 * How often a nominal 95 % interval held the truth in the simulation of
 * docs/method.md (half hold, today's draws, over all 270 settings). It holds it
 * less often where tests do not overlap at all, and the studies' own bias is in no
 * draw. `npm run bench -- --calibration` reckons it again and says when it is off.
 */
export const SIMULATED_COVERAGE = 0.91;

/**
 * The interval of a probability in words: nominal, with what it came to in simulation.
 *
 * @example intervalText({ p95: [0.26, 0.81] })
 * // "nominal 95 % interval 26 % to 81 % (in simulation such intervals held the true value 91 times in 100)"
 */
export const intervalText = ({ p95: [low, high] }: Pick<Spread, "p95">): string =>
  `nominal 95 % interval ${percentText(low)} to ${percentText(high)} (in simulation such intervals held the true value ${Math.round(SIMULATED_COVERAGE * 100)} times in 100)`;
