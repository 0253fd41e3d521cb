import type { Family } from "../stack/family.ts";

/** The face of a panel within its printed border, mm, however it is held. */
export interface Face {
  longMm: number;
  shortMm: number;
}

/**
 * What of a panel shows a picture and is touched.
 *
 * @example
 * faceOf({ outline: { widthMm: 70, heightMm: 150 }, borderMm: 4 }); // { longMm: 142, shortMm: 62 }
 */
export function faceOf({ outline, borderMm }: Pick<Family, "outline" | "borderMm">): Face {
  const [widthMm, heightMm] = [outline.widthMm - 2 * borderMm, outline.heightMm - 2 * borderMm];
  return { longMm: Math.max(widthMm, heightMm), shortMm: Math.min(widthMm, heightMm) };
}
