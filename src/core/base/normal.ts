/** The normal distribution, and integration against it. */

/**
 * Φ: the share of a standard normal below x, to about seven digits.
 *
 * @example normalShare(0) // 0.5
 */
export function normalShare(x: number): number {
  if (x === Infinity) return 1;
  if (x === -Infinity) return 0;
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + z / 2);
  const polynomial = [
    0.17087277, -0.82215223, 1.48851587, -1.13520398, 0.27886807, -0.18628806, 0.09678418, 0.37409196, 1.00002368,
    -1.26551223,
  ].reduce((sum, coefficient) => sum * t + coefficient, 0);
  const tail = (t * Math.exp(-z * z + polynomial)) / 2;
  return x > 0 ? 1 - tail : tail;
}

/**
 * Φ⁻¹: the x with that share below it; -∞ at 0 and ∞ at 1. By halving the
 * interval, so that it is as exact as `normalShare`.
 *
 * @example normalQuantile(0.5) // 0
 */
export function normalQuantile(share: number): number {
  if (share <= 0) return -Infinity;
  if (share >= 1) return Infinity;
  let [low, high] = [-9, 9];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (normalShare(middle) < share) low = middle;
    else high = middle;
  }
  return Math.abs(low) < 1e-6 ? 0 : (low + high) / 2;
}

export type Node = { readonly at: number; readonly weight: number };

/**
 * Gauss-Hermite nodes for the mean of a function of a standard normal: the
 * weights add up to 1.
 *
 * @param count how many, 1 to 20
 * @example gaussHermite(1) // [{ at: 0, weight: 1 }]
 */
export function gaussHermite(count: number): readonly Node[] {
  /** The orthonormal Hermite polynomial of that degree and its slope. */
  const valueAt = (x: number): readonly [value: number, slope: number] => {
    let [before, now] = [0, Math.PI ** -0.25];
    for (let degree = 0; degree < count; degree++)
      [before, now] = [now, x * Math.sqrt(2 / (degree + 1)) * now - Math.sqrt(degree / (degree + 1)) * before];
    return [now, Math.sqrt(2 * count) * before];
  };
  const roots: Node[] = [];
  const [edge, steps] = [Math.sqrt(2 * count + 1), 4000];
  for (let step = 0; step < steps; step++) {
    let low = -edge + (2 * edge * step) / steps;
    let high = -edge + (2 * edge * (step + 1)) / steps;
    if (valueAt(low)[0] > 0 === valueAt(high)[0] > 0) continue;
    const rising = valueAt(high)[0] > 0;
    for (let halving = 0; halving < 60; halving++) {
      const middle = (low + high) / 2;
      if (valueAt(middle)[0] > 0 === rising) high = middle;
      else low = middle;
    }
    const at = Math.abs(low) < 1e-9 ? 0 : (low + high) / 2;
    const slope = valueAt(at)[1];
    roots.push({ at: at * Math.SQRT2, weight: 2 / (slope * slope) / Math.sqrt(Math.PI) });
  }
  return roots;
}
