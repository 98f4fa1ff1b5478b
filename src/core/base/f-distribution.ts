/** The F distribution and Student's t, as far as intervals of agreement need them. */

const LANCZOS = [
  676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406, 12.507343278686905,
  -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7,
] as const;

/** The natural logarithm of the gamma function, for x > 0 (Lanczos, g = 7). */
function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x + 6.5;
  const sum = LANCZOS.reduce((all, term, index) => all + term / (x + index), 0.9999999999998099);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

const MOST_TERMS = 300;
const SMALL = 1e-300;

/** The continued fraction of the incomplete beta function (Lentz). */
function betaFraction(x: number, a: number, b: number): number {
  const apart = (value: number): number => (Math.abs(value) < SMALL ? SMALL : value);
  let c = 1;
  let d = 1 / apart(1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= MOST_TERMS; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / apart(1 + even * d);
    c = apart(1 + even / c);
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / apart(1 + odd * d);
    c = apart(1 + odd / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return fraction;
}

/** The regularised incomplete beta function, 0 ≤ x ≤ 1. */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

/** Halvings of an interval no wider than 1 until no double lies between its ends. */
const HALVINGS = 200;

/** The lower regularised incomplete gamma function, by series or continued fraction (Lentz). */
function incompleteGamma(a: number, x: number): number {
  if (x <= 0) return 0;
  const front = Math.exp(a * Math.log(x) - x - logGamma(a));
  if (x < a + 1) {
    let [term, total] = [1 / a, 1 / a];
    for (let n = 1; n <= MOST_TERMS * 10 && term > total * 1e-16; n++) total += term *= x / (a + n);
    return front * total;
  }
  let b = x + 1 - a;
  let c = 1 / SMALL;
  let d = 1 / b;
  let fraction = d;
  for (let n = 1; n <= MOST_TERMS * 10; n++) {
    const step = -n * (n - a);
    b += 2;
    d = 1 / (step * d + b || SMALL);
    c = b + step / c || SMALL;
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return 1 - front * fraction;
}

/**
 * The value that a chi-square of so many degrees of freedom stays under with a
 * probability. Right to ten significant digits up to 1,000 degrees of freedom.
 *
 * @param p between 0 and 1
 * @example chiSquareQuantile(0.975, 9) // 19.0228
 */
export function chiSquareQuantile(p: number, freedom: number): number {
  let [low, high] = [0, Math.max(1, freedom)];
  while (incompleteGamma(freedom / 2, high / 2) < p) high *= 2;
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (incompleteGamma(freedom / 2, middle / 2) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * The value that an F of so many degrees of freedom stays under with a probability.
 * Right to eight significant digits up to 1,000 degrees of freedom each way.
 *
 * @param p between 0 and 1
 * @param above degrees of freedom of the numerator, any positive number
 * @param below those of the denominator
 * @example fQuantile(0.975, 9, 9) // 4.0260
 */
export function fQuantile(p: number, above: number, below: number): number {
  let [low, high] = [0, 1];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (incompleteBeta(middle, above / 2, below / 2) < p) low = middle;
    else high = middle;
    if (high - low < 1e-15) break;
  }
  const x = (low + high) / 2;
  return (below * x) / (above * (1 - x));
}

/**
 * The value that a Student's t of so many degrees of freedom stays under with a probability of at least a half.
 *
 * @param p from 0.5 to 1
 * @example tQuantile(0.975, 9) // 2.2622
 */
export const tQuantile = (p: number, freedom: number): number => Math.sqrt(fQuantile(2 * p - 1, 1, freedom));
