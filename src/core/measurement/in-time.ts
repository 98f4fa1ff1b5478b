type Timed = { readonly t: number };

/**
 * What was sampled, in the order of its time, each moment once, what is no number
 * left out. A stream that came like that, as most do, is looked through and no more.
 */
export function inTime<Sampled extends Timed>(
  samples: readonly Sampled[],
  valueOf: (sampled: Sampled) => number,
): readonly Sampled[] {
  let latest = -Infinity;
  const isNumber = (one: Sampled) => Number.isFinite(one.t) && Number.isFinite(valueOf(one));
  for (const one of samples) {
    if (!(one.t > latest) || !isNumber(one)) return sorted(samples.filter(isNumber));
    latest = one.t;
  }
  return samples;
}

function sorted<Sampled extends Timed>(samples: readonly Sampled[]): Sampled[] {
  const inOrder = samples.toSorted((a, b) => a.t - b.t);
  return inOrder.filter(({ t }, index) => index === 0 || t > inOrder[index - 1]!.t);
}
