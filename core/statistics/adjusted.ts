/**
 * What is left of chances of being wrong once it counts how many were asked at once: what is held against a share then keeps false finds among
 * the finds below it. Source: Benjamini & Hochberg 1995.
 *
 * @example
 * adjusted([0.01, 0.04, 0.03]) // [0.03, 0.04, 0.04]
 */
export function adjusted(pValues: readonly number[]): number[] {
  const order = pValues.map((_, i) => i).sort((a, b) => pValues[b]! - pValues[a]!);
  const out = pValues.map(() => 1);
  let least = 1;
  order.forEach((at, k) => {
    least = Math.min(least, (pValues[at]! * pValues.length) / (pValues.length - k));
    out[at] = least;
  });
  return out;
}
