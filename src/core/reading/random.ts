/** A stream of numbers in [0, 1) that is the same for the same seed text. */
export type Random = () => number;

/** Four 32-bit words from a text, well mixed (cyrb128, public domain). */
function words(text: string): [number, number, number, number] {
  let [a, b, c, d] = [1779033703, 3144134277, 1013904242, 2773480762];
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    a = b ^ Math.imul(a ^ code, 597399067);
    b = c ^ Math.imul(b ^ code, 2869860233);
    c = d ^ Math.imul(c ^ code, 951274213);
    d = a ^ Math.imul(d ^ code, 2716044179);
  }
  a = Math.imul(c ^ (a >>> 18), 597399067);
  b = Math.imul(d ^ (b >>> 22), 2869860233);
  c = Math.imul(a ^ (c >>> 17), 951274213);
  d = Math.imul(b ^ (d >>> 19), 2716044179);
  return [(a ^ b ^ c ^ d) >>> 0, (b ^ a) >>> 0, (c ^ a) >>> 0, (d ^ a) >>> 0];
}

/**
 * The small fast counting generator sfc32 (Doty-Humphrey, PractRand), seeded
 * from a text.
 *
 * @example seeded("thigh-thrust")() === seeded("thigh-thrust")() // true
 */
export function seeded(text: string): Random {
  let [a, b, c, d] = words(text);
  return () => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    c |= 0;
    return (t >>> 0) / 4294967296;
  };
}

/** A standard normal draw by the polar method (Marsaglia and Bray 1964). */
export function normal(random: Random): number {
  for (;;) {
    const x = 2 * random() - 1;
    const y = 2 * random() - 1;
    const square = x * x + y * y;
    if (square > 0 && square < 1) return x * Math.sqrt((-2 * Math.log(square)) / square);
  }
}

/** A gamma draw with unit scale (Marsaglia and Tsang 2000); shapes below 1 by their boost. */
export function gamma(shape: number, random: Random): number {
  if (shape < 1) return gamma(shape + 1, random) * Math.pow(1 - random(), 1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const cubeRoot = 1 + c * x;
    if (cubeRoot <= 0) continue;
    const v = cubeRoot * cubeRoot * cubeRoot;
    if (Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/**
 * A Beta(a, b) draw as the ratio of two gamma draws.
 *
 * @param a above 0
 * @param b above 0
 * @example beta(5, 15, seeded("start")) // a number near 0.25
 */
export function beta(a: number, b: number, random: Random): number {
  const x = gamma(a, random);
  return x / (x + gamma(b, random));
}
