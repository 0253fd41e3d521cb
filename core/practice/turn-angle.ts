import { foldDeg } from "../film/axis-angle.ts";

/** So far off still passes, deg. Common practice, no source. */
export const PASS_DEG = 2;

/** How far two axes are apart, -90 to 90 deg. */
export const apartDeg = (a: number, b: number): number => foldDeg(a - b + 90) - 90;
