/** The area that limits were set on, mm²: pictures of this size held few false calls. */
const TUNED_MM2 = 640;

/**
 * How far a place must stand out to be one, in deviations of the noise: a larger panel has more places that could by chance, so that the limit
 * rises until a whole picture holds as few of them as one that the limit was set on. Source: tail of the normal distribution, a standard formula.
 *
 * @example
 * seedSigma(6.9, { width: 6400, height: 4000, pxPerMm: 20 }).toFixed(2) // "7.54"
 */
export function seedSigma(
  sigma: number,
  { width, height, pxPerMm }: { width: number; height: number; pxPerMm: number },
): number {
  const areas = (width * height) / pxPerMm ** 2 / TUNED_MM2;
  return Math.sqrt(sigma ** 2 + 2 * Math.log(Math.max(1, areas)));
}

/** Places that stand out by so much are mostly chance; from the middle on they are few where noise is as it should be; what stands out more may be real. */
const WEAK = { from: 4.2, middle: 5.5, to: 7 } as const;
/** Fewer from the middle on tell nothing. */
const LEAST_TOLD = 3;
/** So many by chance are borne with in a picture. */
const BORNE = 0.3;

/**
 * The limit where noise is not as it should be: a file of much loss leaves most of a dark picture flat and a few waves, and chance stands out
 * by more than its deviation tells. How steeply the weak places grow fewer tells how far its tail goes. Assumed: a normal tail of a
 * wider deviation.
 *
 * @example
 * tailSigma([4.3, 4.4, 4.5, 4.6, 5.1], 6.9) // 6.9
 */
export function tailSigma(strengths: ArrayLike<number>, least: number): number {
  let [all, further] = [0, 0];
  for (let i = 0; i < strengths.length; i += 1) {
    const z = strengths[i]!;
    if (z < WEAK.from || z >= WEAK.to) continue;
    all += 1;
    if (z >= WEAK.middle) further += 1;
  }
  if (further < LEAST_TOLD || further === all) return least;
  const variance = (WEAK.middle ** 2 - WEAK.from ** 2) / (2 * Math.log(all / further));
  return Math.max(least, Math.sqrt(WEAK.from ** 2 + 2 * variance * Math.log(all / BORNE)));
}
