import type { PanelPoint } from "./panel-point.ts";

/** A closed line through points, the last joined to the first. */
export type Ring = readonly PanelPoint[];

/** Nearer than this two places are one, mm. */
const SAME_MM = 1e-6;

/** A length to a thousandth of a millimetre: finer than anybody measures or draws. */
export const toThousandth = (mm: number): number => Math.round(mm * 1_000) / 1_000;

/** A direction of length 1. */
export function unitVector(x: number, y: number): [number, number] {
  const long = Math.hypot(x, y) || 1;
  return [x / long, y / long];
}

/** How far a ring reaches to each side, mm. */
export function boxOf(ring: Ring): { left: number; top: number; right: number; bottom: number } {
  const [xs, ys] = [ring.map(({ xMm }) => xMm), ring.map(({ yMm }) => yMm)];
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** Each stretch of a closed line. */
const sidesOf = (ring: Ring): [PanelPoint, PanelPoint][] =>
  ring.map((point, i) => [point, ring[(i + 1) % ring.length]!]);

/** The area that a ring encloses, mm2: positive where its points go clockwise as they are seen, with y downwards. */
export function signedAreaMm2(ring: Ring): number {
  let twice = 0;
  for (const [a, b] of sidesOf(ring)) twice += a.xMm * b.yMm - b.xMm * a.yMm;
  return twice / 2;
}

/** How far a place is from a stretch, mm. */
export function toStretchMm(xMm: number, yMm: number, a: PanelPoint, b: PanelPoint): number {
  const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
  const long2 = dx * dx + dy * dy;
  const share = long2 === 0 ? 0 : Math.min(1, Math.max(0, ((xMm - a.xMm) * dx + (yMm - a.yMm) * dy) / long2));
  const [offX, offY] = [xMm - a.xMm - share * dx, yMm - a.yMm - share * dy];
  return Math.sqrt(offX * offX + offY * offY);
}

/** How far a place is from a ring, mm. */
export function toRingMm(xMm: number, yMm: number, ring: Ring): number {
  let least = Infinity;
  for (let i = 0; i < ring.length; i += 1) {
    least = Math.min(least, toStretchMm(xMm, yMm, ring[i]!, ring[(i + 1) % ring.length]!));
  }
  return least;
}

/** Whether any of a ring is nearer to a place than so much. Asked for each way in of a rim: without roots, and no further than the first. */
export function isRingWithin(ring: Ring, xMm: number, yMm: number, limitMm: number): boolean {
  if (limitMm <= 0) return false;
  const limit2 = limitMm * limitMm;
  let a = ring.at(-1)!;
  for (const b of ring) {
    const [dx, dy, px, py] = [b.xMm - a.xMm, b.yMm - a.yMm, xMm - a.xMm, yMm - a.yMm];
    const long2 = dx * dx + dy * dy;
    const share = long2 === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / long2));
    const [offX, offY] = [px - share * dx, py - share * dy];
    if (offX * offX + offY * offY < limit2) return true;
    a = b;
  }
  return false;
}

/**
 * Whether a ring goes round a place, by how often a line from it to the left meets the ring; a place on the ring counts as either.
 *
 * @example
 * goesRound([{ xMm: 0, yMm: 0 }, { xMm: 9, yMm: 0 }, { xMm: 0, yMm: 9 }], 2, 2); // true
 */
export function goesRound(ring: Ring, xMm: number, yMm: number): boolean {
  let isRound = false;
  for (let i = 0; i < ring.length; i += 1) {
    const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
    if (a.yMm > yMm === b.yMm > yMm) continue;
    if (a.xMm + ((yMm - a.yMm) / (b.yMm - a.yMm)) * (b.xMm - a.xMm) < xMm) isRound = !isRound;
  }
  return isRound;
}

/** Where the rings of an outline meet a level line, mm from the left, in order: between the first and the second lies the panel. */
export function crossingsAt(rings: readonly Ring[], yMm: number): number[] {
  const found: number[] = [];
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 1) {
      const [a, b] = [ring[i]!, ring[(i + 1) % ring.length]!];
      if (a.yMm > yMm === b.yMm > yMm) continue;
      found.push(a.xMm + ((yMm - a.yMm) / (b.yMm - a.yMm)) * (b.xMm - a.xMm));
    }
  }
  return found.sort((a, b) => a - b);
}

/** How far a way from a place in a direction, of length 1, is free before it meets a closed line, mm; Infinity where it never does. */
export function rayHitMm({ xMm, yMm }: PanelPoint, dirX: number, dirY: number, ring: Ring): number {
  let least = Infinity;
  for (const [a, b] of sidesOf(ring)) {
    const [ex, ey] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const across = dirX * ey - dirY * ex;
    if (Math.abs(across) < 1e-12) continue;
    const [px, py] = [a.xMm - xMm, a.yMm - yMm];
    const along = (px * ey - py * ex) / across;
    const share = (px * dirY - py * dirX) / across;
    if (along >= 0 && share >= 0 && share <= 1) least = Math.min(least, along);
  }
  return least;
}

interface Side {
  ring: number;
  at: number;
  a: PanelPoint;
  b: PanelPoint;
  lowX: number;
  highX: number;
}

/** Which way the turn from one place by a second to a third goes: 0 where they lie in a line. */
const turnOf = (a: PanelPoint, b: PanelPoint, c: PanelPoint): number => {
  const cross = (b.xMm - a.xMm) * (c.yMm - a.yMm) - (b.yMm - a.yMm) * (c.xMm - a.xMm);
  return Math.abs(cross) <= SAME_MM * Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm) ? 0 : Math.sign(cross);
};
const isBetween = (a: PanelPoint, b: PanelPoint, c: PanelPoint): boolean =>
  Math.min(a.xMm, b.xMm) - SAME_MM <= c.xMm &&
  c.xMm <= Math.max(a.xMm, b.xMm) + SAME_MM &&
  Math.min(a.yMm, b.yMm) - SAME_MM <= c.yMm &&
  c.yMm <= Math.max(a.yMm, b.yMm) + SAME_MM;

function meet({ a, b }: Side, { a: c, b: d }: Side): boolean {
  const [abc, abd, cda, cdb] = [turnOf(a, b, c), turnOf(a, b, d), turnOf(c, d, a), turnOf(c, d, b)];
  if (abc * abd < 0 && cda * cdb < 0) return true;
  return (
    (abc === 0 && isBetween(a, b, c)) ||
    (abd === 0 && isBetween(a, b, d)) ||
    (cda === 0 && isBetween(c, d, a)) ||
    (cdb === 0 && isBetween(c, d, b))
  );
}

/**
 * The first place at which rings meet themselves or each other: the ring and the point that the stretch begins at. Null where none do.
 * A point that stands twice in a row, or a stretch that turns back on the one before it, meets itself.
 */
export function firstMeeting(rings: readonly Ring[]): { ring: number; at: number } | null {
  const sides = rings
    .flatMap((ring, index) =>
      sidesOf(ring).map(([a, b], at): Side => ({
        ring: index,
        at,
        a,
        b,
        lowX: Math.min(a.xMm, b.xMm),
        highX: Math.max(a.xMm, b.xMm),
      })),
    )
    .sort((one, other) => one.lowX - other.lowX);
  const isNext = (one: Side, other: Side) =>
    one.ring === other.ring && other.at === (one.at + 1) % rings[one.ring]!.length;
  /** Two stretches that follow each other share a point, and no more than that unless the second turns back. */
  const turnsBack = ({ a, b }: Side, { b: c }: Side) =>
    turnOf(a, b, c) === 0 &&
    (c.xMm - b.xMm) * (b.xMm - a.xMm) + (c.yMm - b.yMm) * (b.yMm - a.yMm) <= SAME_MM ** 2;
  for (let i = 0; i < sides.length; i += 1) {
    const one = sides[i]!;
    for (let j = i + 1; j < sides.length && sides[j]!.lowX <= one.highX + SAME_MM; j += 1) {
      const other = sides[j]!;
      const isMet = isNext(one, other)
        ? turnsBack(one, other)
        : isNext(other, one)
          ? turnsBack(other, one)
          : meet(one, other);
      if (isMet) return { ring: one.ring, at: one.at };
    }
  }
  return null;
}
