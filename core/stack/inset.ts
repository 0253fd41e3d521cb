import type { PanelPoint } from "./panel-point.ts";
import { rimOf } from "./rim.ts";
import { firstMeeting, signedAreaMm2, type Ring } from "./ring.ts";

/** A corner so sharp that its mitre would reach farther than so many times the inset is cut off. */
const MOST_MITRE = 4;

/**
 * A closed path so far inside another one: every stretch moved straight in, its corners kept. Where so much does not fit, the nearest
 * there is: see `Rim.inset`.
 *
 * @example
 * insetPathMm([{ xMm: 0, yMm: 0 }, { xMm: 9, yMm: 0 }, { xMm: 9, yMm: 9 }, { xMm: 0, yMm: 9 }], 1)[0] // { xMm: 1, yMm: 1 }
 */
export function insetPathMm(path: Ring, byMm: number): PanelPoint[] {
  if (byMm <= 0) return [...path];
  const ring = signedAreaMm2(path) < 0 ? [...path].reverse() : path;
  const sides = ring.map((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    const long = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
    return { x: (b.xMm - a.xMm) / long, y: (b.yMm - a.yMm) / long };
  });
  const moved = ring.map((point, i): PanelPoint => {
    const before = sides[(i + sides.length - 1) % sides.length]!;
    const after = sides[i]!;
    // Both moved lines meet along the sum of the two ways in, farther out the sharper the corner.
    const [x, y] = [-before.y - after.y, before.x + after.x];
    const scale = 2 / Math.max(x * x + y * y, 4 / MOST_MITRE ** 2);
    return { xMm: point.xMm + byMm * scale * x, yMm: point.yMm + byMm * scale * y };
  });
  const isSound = signedAreaMm2(moved) > 0 && firstMeeting([moved, ring]) === null;
  return isSound ? moved : rimOf(path).inset(byMm);
}
