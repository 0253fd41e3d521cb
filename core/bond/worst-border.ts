import type { BorderEnds, BorderWidths } from "../device/line.ts";

/**
 * How far the glass lies aside, mm: half the difference of opposite border widths, the worse of the two; where both ends of each edge are
 * known how far the worst of them is from the middle, as border-check has it, so that a glass that is turned shows as well.
 *
 * @example
 * worstBorderMm({ topMm: 11, rightMm: 11.5, bottomMm: 11, leftMm: 10.5 }) // 0.5
 */
export function worstBorderMm({
  topMm,
  rightMm,
  bottomMm,
  leftMm,
  ends,
}: BorderWidths & { ends?: BorderEnds | undefined }): number {
  const { top, right, bottom, left } = ends ?? {
    top: [topMm],
    right: [rightMm],
    bottom: [bottomMm],
    left: [leftMm],
  };
  const mean = (of: readonly number[]) => of.reduce((sum, mm) => sum + mm, 0) / of.length;
  const off = (a: readonly number[], b: readonly number[]) => {
    const middle = (mean(a) + mean(b)) / 2;
    return Math.max(...[...a, ...b].map((mm) => Math.abs(mm - middle)));
  };
  return Math.max(off(right, left), off(bottom, top));
}
