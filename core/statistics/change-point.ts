/** Where a row of values is likeliest to have changed: the first that is otherwise, and how often chance alone looks so. */
export interface ChangePoint {
  at: number;
  pValue: number;
}

/**
 * Where the values of a row became greater or smaller as a whole, by their ranks, so that a single wild one says little; null of fewer than
 * two. The chance is approximate, and too large rather than too small for short rows. Source: Pettitt 1979 (from memory).
 *
 * @example
 * changePoint([1, 3, 2, 1, 2, 3, 8, 9, 7, 8, 9, 8]).at // 6
 */
export function changePoint(values: readonly number[]): ChangePoint | null {
  const n = values.length;
  if (n < 2) return null;
  const order = values.map((_, k) => k).sort((a, b) => values[a]! - values[b]!);
  // Twice the rank, those alike sharing theirs.
  const ranks = new Array<number>(n);
  for (let first = 0; first < n;) {
    let next = first + 1;
    while (next < n && values[order[next]!] === values[order[first]!]) next += 1;
    for (let k = first; k < next; k += 1) ranks[order[k]!] = first + next + 1;
    first = next;
  }
  let [sum, far, at] = [0, -1, 0];
  for (let k = 0; k < n - 1; k += 1) {
    sum += ranks[k]! - (n + 1);
    if (Math.abs(sum) > far) [far, at] = [Math.abs(sum), k + 1];
  }
  return { at, pValue: Math.min(1, 2 * Math.exp((-6 * far ** 2) / (n ** 3 + n ** 2))) };
}
