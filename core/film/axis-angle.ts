/** An axis has no head: angles that differ by 180 are the same one. */
export const foldDeg = (deg: number) => ((deg % 180) + 180) % 180;
/** How far two axes stand apart, 0 to 90. */
export const axesApartDeg = (a: number, b: number) => {
  const apart = foldDeg(a - b);
  return Math.min(apart, 180 - apart);
};
/**
 * How far the second axis is turned from the first, -90 to 90.
 *
 * @example
 * signedApartDeg(179, 2) // 3
 */
export const signedApartDeg = (from: number, to: number) => {
  const apart = foldDeg(to - from);
  return apart > 90 ? apart - 180 : apart;
};
