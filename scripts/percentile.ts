/** The value below which such a part of the values lies: 0.5 the middle one, 1 the largest. Undefined where there are none. */
export function percentile(values: readonly number[], part: number): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(part * (sorted.length - 1))];
}
