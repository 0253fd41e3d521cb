import type { BorderWidths } from "../device/line.ts";

/** How far the glass lies aside, mm: half the difference of opposite border widths, the worse of the two. */
export const worstBorderMm = ({ topMm, rightMm, bottomMm, leftMm }: BorderWidths): number =>
  Math.max(Math.abs(rightMm - leftMm), Math.abs(bottomMm - topMm)) / 2;
