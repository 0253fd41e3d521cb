/** The middle of some numbers, of two the upper one; NaN of none. */
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
