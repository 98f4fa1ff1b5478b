import { gaussHermite, normalQuantile, normalShare } from "../base";

/** Results that hang together: through the source, and through one factor they share besides. */

/** How alike two tests' results are taken to be among people who all have, or all lack, the source: a convention. */
export const CORRELATION = 0.4;
const NODES = gaussHermite(15);

/** A test's chance of a positive at each value of what its results share. */
function chancesAt(share: number, correlation: number): Float64Array {
  const cut = normalQuantile(share);
  const [loading, rest] = [Math.sqrt(correlation), Math.sqrt(1 - correlation)];
  return Float64Array.from(NODES, ({ at }) => normalShare((cut + loading * at) / rest));
}

/** The same test is weighed again and again: its chances are kept. */
const chancesKept = new Map<string, Float64Array>();
export function keptChances(share: number, correlation: number): Float64Array {
  const key = `${share} ${correlation}`;
  const known = chancesKept.get(key);
  if (known) return known;
  if (chancesKept.size > MOST_KEPT) chancesKept.clear();
  const chances = chancesAt(share, correlation);
  chancesKept.set(key, chances);
  return chances;
}
const MOST_KEPT = 400;

/** How likely a state is with and without the source at each node, and in all. */
export type Shared = { readonly present: Float64Array; readonly absent: Float64Array; readonly weight: number };

export function stateOf(present: Float64Array, absent: Float64Array): Shared {
  let weight = 0;
  for (let node = 0; node < present.length; node++) weight += present[node]! + absent[node]!;
  return { present, absent, weight };
}

/** Before any of these tests, at each node. */
export const openingState = (probability: number): Shared =>
  stateOf(
    Float64Array.from(NODES, ({ weight }) => probability * weight),
    Float64Array.from(NODES, ({ weight }) => (1 - probability) * weight),
  );

export function turned(now: Float64Array, chances: Float64Array, isPositive: boolean): Float64Array {
  const next = new Float64Array(now.length);
  for (let node = 0; node < now.length; node++)
    next[node] = now[node]! * (isPositive ? chances[node]! : 1 - chances[node]!);
  return next;
}

/** A state with one more result: by the chances of a positive with the source and without. */
export const withResult = (
  { present, absent }: Shared,
  [ifPresent, ifAbsent]: readonly [present: number, absent: number],
  isPositive: boolean,
  correlation: number = CORRELATION,
): Shared =>
  stateOf(
    turned(present, keptChances(ifPresent, correlation), isPositive),
    turned(absent, keptChances(ifAbsent, correlation), isPositive),
  );

/**
 * Of tests that each have their own chance of a positive, how likely at least `k` are.
 *
 * @example chanceThatAtLeast(2, [0.6, 0.88, 0.69], 0) // 0.8206
 */
export function chanceThatAtLeast(k: number, shares: readonly number[], correlation: number = CORRELATION): number {
  const chances = shares.map((share) => chancesAt(share, correlation));
  return NODES.reduce((sum, { weight }, node) => {
    let counts = [1];
    for (const chance of chances) {
      const p = chance[node]!;
      counts = Array.from(
        { length: counts.length + 1 },
        (_, count) => (counts[count] ?? 0) * (1 - p) + (counts[count - 1] ?? 0) * p,
      );
    }
    return sum + weight * counts.slice(k).reduce((all, one) => all + one, 0);
  }, 0);
}

/** How many of a mask's bits are set. */
export function bits(mask: number): number {
  let count = 0;
  for (let left = mask; left > 0; left &= left - 1) count++;
  return count;
}
