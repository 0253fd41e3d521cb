/**
 * The Beta distribution: what is known of a chance after some wins and losses.
 * Source: Abramowitz & Stegun, Handbook of Mathematical Functions, 26.5; continued fraction 26.5.8 evaluated by Lentz's
 * method; ln Γ by the Lanczos approximation (g = 7, nine terms), relative error below 1e-14.
 */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
] as const;

function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x + 6.5;
  const sum = LANCZOS.reduce((total, c, i) => total + (i === 0 ? c : c / (x - 1 + i)), 0);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

function fraction(x: number, a: number, b: number): number {
  const tiny = 1e-300;
  const kept = (value: number) => (Math.abs(value) < tiny ? tiny : value);
  let c = 1;
  let d = 1 / kept(1 - ((a + b) * x) / (a + 1));
  let value = d;
  for (let m = 1; m < 10_000; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / kept(1 + even * d);
    c = kept(1 + even / c);
    value *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / kept(1 + odd * d);
    c = kept(1 + odd / c);
    const step = d * c;
    value *= step;
    if (Math.abs(step - 1) < 1e-15) break;
  }
  return value;
}

/** Chance that a Beta(a, b) variable is at most x. a, b > 0. */
export function betaShare(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
  return x < (a + 1) / (a + b + 2)
    ? (front * fraction(x, a, b)) / a
    : 1 - (front * fraction(1 - x, b, a)) / b;
}

/** The value below which a Beta(a, b) variable lies with this chance (0 < share < 1). Halved in to a double's precision. */
export function betaQuantile(share: number, a: number, b: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 200; i += 1) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (betaShare(middle, a, b) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
