/** A conductance is told where its 95 % interval is narrower than this to either side, in its logarithm: a factor of three. Assumed. */
export const WIDEST_FIT_LOG = Math.log(3);

/**
 * Whether an interval says what a conductance is.
 *
 * @example
 * isTold({ lowWm2K: 60, highWm2K: 90 }) // true
 */
export const isTold = ({ lowWm2K, highWm2K }: { lowWm2K: number | null; highWm2K: number | null }): boolean =>
  lowWm2K !== null && highWm2K !== null && lowWm2K > 0 && Math.log(highWm2K / lowWm2K) / 2 < WIDEST_FIT_LOG;
