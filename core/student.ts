import { betaQuantile } from "./statistics/beta.ts";

/**
 * How many standard errors either side hold the middle share of Student's t with these degrees of freedom.
 * P(|T| > t) = I_x(df / 2, 1 / 2) with x = df / (df + t²): Abramowitz & Stegun 26.7.1.
 */
export function studentHalfWidth(share: number, degreesOfFreedom: number): number {
  const x = betaQuantile(1 - share, degreesOfFreedom / 2, 0.5);
  return Math.sqrt(degreesOfFreedom * (1 / x - 1));
}
