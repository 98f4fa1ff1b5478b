/** What was sampled, in the order of its time, each moment once, what is no number left out. */
export function inTime<Sampled extends { readonly t: number }>(
  samples: readonly Sampled[],
  valueOf: (sampled: Sampled) => number,
): Sampled[] {
  const sorted = samples
    .filter((one) => Number.isFinite(one.t) && Number.isFinite(valueOf(one)))
    .toSorted((a, b) => a.t - b.t);
  return sorted.filter(({ t }, index) => index === 0 || t > sorted[index - 1]!.t);
}
