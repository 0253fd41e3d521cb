/** Straight between points in rising order of x; beyond them the value at the nearer end. At least one point. */
export function interpolate(xs: readonly number[], ys: readonly number[], x: number): number {
  let low = 0;
  let high = xs.length - 1;
  if (x <= xs[low]!) return ys[low]!;
  if (x >= xs[high]!) return ys[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (xs[middle]! <= x) low = middle;
    else high = middle;
  }
  return ys[low]! + ((ys[high]! - ys[low]!) * (x - xs[low]!)) / (xs[high]! - xs[low]!);
}
