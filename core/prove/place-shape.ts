import type { Defect, DefectKind } from "./defects.ts";

/** A ring that is smaller is seen as a speck, mm. */
const LEAST_RING_MM = 0.35;
/** A ring is seen in so much of the way round, in so many sectors. */
const ROUND_SHARE = 0.7;
const SECTORS = 16;
/** A place is as large as what stands out by this share of its most. */
const SHAPE_SHARE = 0.22;
/** Seeds of a ring, in deviations of the smoothed noise. */
const RING_SIGMA = 8.5;
/** A ring is empty in so much of its middle. */
const HOLLOW_SHARE = 0.4;
/** So many pixels that stand out the other way, for each that stands out its own, are a grid that is shifted. */
const MIXED_SHARE = 0.3;
/** A place this many times as long as wide is a line. */
const LINE_RATIO = 4;
/** A scratch or a fibre is no broader, mm. */
const BROADEST_MM = 0.4;
/** Nor a faint speck larger, mm². */
const BROADEST_MM2 = 0.8;
/** A line that leaves the straight by more than this share of its length is a fibre. */
const STRAIGHT_SHARE = 0.035;
/** Within a patch what is no stronger than this is the patch itself; and what is broad and no stronger is light that changes. */
export const FAINT_SIGMA = 12;

/** The pixels of a place, so `many` of them, side by side, and how far each stands out the way that is looked for: below nothing where the other. */
export interface Spots {
  many: number;
  x: Int32Array;
  y: Int32Array;
  z: Float32Array;
}

const roomFor = (most: number): Spots => ({
  many: 0,
  x: new Int32Array(most),
  y: new Int32Array(most),
  z: new Float32Array(most),
});

/** Writes those of the pixels that stand out so far into other room. */
function those(from: Spots, into: Spots, isKept: (z: number) => boolean): void {
  into.many = 0;
  for (let k = 0; k < from.many; k += 1) {
    if (!isKept(from.z[k]!)) continue;
    into.x[into.many] = from.x[k]!;
    into.y[into.many] = from.y[k]!;
    into.z[into.many] = from.z[k]!;
    into.many += 1;
  }
}

/** The middle of a place's box, and half its size. */
interface Extent {
  cx: number;
  cy: number;
  rx: number;
  ry: number;
}

/** How hollow a place is: the share of the pixels around its middle that do not belong to it. */
function hollowness({ many, x: xs, y: ys }: Spots, { cx, cy, rx, ry }: Extent): number {
  const reach = Math.max(1, 0.56 * Math.min(rx, ry));
  const isInside = (x: number, y: number) => (x - cx) ** 2 + (y - cy) ** 2 <= reach * reach;
  let inside = 0;
  for (let y = Math.ceil(cy - reach); y <= cy + reach; y += 1)
    for (let x = Math.ceil(cx - reach); x <= cx + reach; x += 1) if (isInside(x, y)) inside += 1;
  let own = 0;
  for (let k = 0; k < many; k += 1) if (isInside(xs[k]!, ys[k]!)) own += 1;
  return inside === 0 ? 0 : 1 - own / inside;
}

/** How much of the way round its middle a place has pixels near its outer edge, 0 to 1. */
function roundness({ many, x, y }: Spots, { cx, cy, rx, ry }: Extent): number {
  const seen = new Uint8Array(SECTORS);
  for (let k = 0; k < many; k += 1) {
    const u = (x[k]! - cx) / rx;
    const v = (y[k]! - cy) / ry;
    const far = Math.hypot(u, v);
    if (far > 0.6 && far < 1.15)
      seen[Math.floor(((Math.atan2(v, u) / Math.PI + 1) / 2) * SECTORS) % SECTORS] = 1;
  }
  return seen.reduce((sum, one) => sum + one, 0) / SECTORS;
}

/** A line's bend: how far its pixels' middles lie off the line from end to end, as a share of its length. */
function bend({ many, x, y }: Spots, cx: number, cy: number, angle: number): number {
  const bins = 9;
  const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
  let [low, high] = [Infinity, -Infinity];
  const along = new Float64Array(many);
  for (let k = 0; k < many; k += 1) {
    along[k] = (x[k]! - cx) * ux + (y[k]! - cy) * uy;
    low = Math.min(low, along[k]!);
    high = Math.max(high, along[k]!);
  }
  const long = high - low;
  if (long <= 0) return 0;
  const sums = new Float64Array(bins);
  const counts = new Float64Array(bins);
  for (let k = 0; k < many; k += 1) {
    const bin = Math.min(bins - 1, Math.floor((bins * (along[k]! - low)) / long));
    sums[bin]! += (y[k]! - cy) * ux - (x[k]! - cx) * uy;
    counts[bin]! += 1;
  }
  const middles = [...sums].flatMap((sum, i) => (counts[i]! > 0 ? [sum / counts[i]!] : []));
  return (Math.max(...middles) - Math.min(...middles)) / long;
}

/** What a place is: a speck, a line or a ring, and how large; null where it is none of these. */
function asDefect(spots: Spots, own: Spots, most: number, pxPerMm: number, isBright: boolean): Defect | null {
  const n = own.many;
  const others = spots.many - n;
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (let k = 0; k < spots.many; k += 1) {
    const x = spots.x[k]!;
    const y = spots.y[k]!;
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  }
  let [sumX, sumY, sumXX, sumYY, sumXY] = [0, 0, 0, 0, 0];
  for (let k = 0; k < n; k += 1) {
    const x = own.x[k]!;
    const y = own.y[k]!;
    sumX += x;
    sumY += y;
    sumXX += x * x;
    sumYY += y * y;
    sumXY += x * y;
  }
  const [cx, cy] = [sumX / n, sumY / n];
  const [xx, yy, xy] = [sumXX / n - cx * cx + 1 / 12, sumYY / n - cy * cy + 1 / 12, sumXY / n - cx * cy];
  const half = Math.hypot((xx - yy) / 2, xy);
  const [large, small] = [(xx + yy) / 2 + half, Math.max(1 / 12, (xx + yy) / 2 - half)];
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  // A uniform line of length l has the variance l²/12.
  const lengthPx = Math.sqrt(12 * large);
  const widthPx = n / lengthPx;
  const isLine = lengthPx / Math.max(1, widthPx) >= LINE_RATIO && lengthPx / Math.sqrt(12 * small) > 2;
  // Faint and broad is light that changes: where it is a patch, it is found as one.
  const isBroad = isLine ? widthPx > BROADEST_MM * pxPerMm : n > BROADEST_MM2 * pxPerMm ** 2;
  const [boxX, boxY] = [box.right - box.left + 1, box.bottom - box.top + 1];
  const extent = {
    cx: (box.left + box.right) / 2,
    cy: (box.top + box.bottom) / 2,
    rx: boxX / 2,
    ry: boxY / 2,
  };
  const isRound =
    Math.min(boxX, boxY) >= Math.max(6, LEAST_RING_MM * pxPerMm) &&
    Math.max(boxX, boxY) < 1.6 * Math.min(boxX, boxY) &&
    roundness(spots, extent) >= ROUND_SHARE;
  // Under a bubble the grid is shifted: it is as much too bright as too dark there. Where there is no grid, only its rim shows.
  const isRing =
    isRound && (hollowness(own, extent) > HOLLOW_SHARE || (!isBright && others > MIXED_SHARE * n));
  // A ring of what hardly stands out is noise that happens to lie round.
  if (isRing ? most < RING_SIGMA : isBroad && most < FAINT_SIGMA) return null;
  const isFibre = isLine && bend(own, cx, cy, angle) > STRAIGHT_SHARE;
  const kind: DefectKind = isRing ? "bubble" : isFibre ? "fibre" : isLine ? "scratch" : "speck";
  return {
    kind,
    xMm: ((isRing ? extent.cx : cx) + 0.5) / pxPerMm,
    yMm: ((isRing ? extent.cy : cy) + 0.5) / pxPerMm,
    areaMm2: (isRing ? (Math.PI * boxX * boxY) / 4 : n) / pxPerMm ** 2,
    lengthMm: (isRing ? Math.max(boxX, boxY) : Math.max(lengthPx, Math.sqrt(n))) / pxPerMm,
    strength: most,
  };
}

/**
 * What places are: specks, lines or rings, and how large; null where one is none of these. `largest`: the pixels of the largest. Of each
 * place first `at` writes the pixels, then `told` says what it is.
 */
export function placeReader(largest: number, pxPerMm: number, isBright: boolean) {
  const all = roomFor(largest);
  const spots = roomFor(largest);
  const own = roomFor(largest);
  return (write: (into: Spots) => void, most: number): Defect | null => {
    write(all);
    // What is faint beside the rest of its place is its blur or its ghost.
    those(all, spots, (z) => Math.abs(z) >= SHAPE_SHARE * most);
    those(spots, own, (z) => z > 0);
    return asDefect(spots, own, most, pxPerMm, isBright);
  };
}
