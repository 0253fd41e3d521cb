/** The value below which such a share of some sorted numbers lies, between two of them in a straight line; NaN of none. */
export function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const [low, high] = [sorted[Math.floor(at)] ?? NaN, sorted[Math.ceil(at)] ?? NaN];
  return low + (high - low) * (at - Math.floor(at));
}
