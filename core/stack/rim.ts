import type { PanelPoint } from "./panel-point.ts";
import { boxOf, isRingWithin, signedAreaMm2, unitVector, type Ring } from "./ring.ts";

/** A place on the rim and the way straight in from it. */
export interface RimPlace extends PanelPoint {
  /** Inward, of length 1. */
  inX: number;
  inY: number;
}

/** A way in from the rim, as far as no other part of the rim is nearer. */
export interface RimRay extends RimPlace {
  atMm: number;
  depthMm: number;
}

/** A curve is drawn by straight pieces: so far they may be from it, mm. */
export const FLATTEST_MM = 0.05;
/** A turn of less than this is taken for a curve's, not for a corner's, degrees. */
const CURVE_DEG = 25;
/** Ways in are laid so far apart along the rim, mm, or so many of them, whichever is farther. */
const RAY_MM = 0.5;
const MOST_RAYS = 600;
/** Ways in that were asked for are kept, so many. */
const MOST_ASKED = 10_000;
/** Round a corner that points inwards a way in is laid each so many degrees. */
const FAN_DEG = 10;
/** Straight in from a straight stretch no more is put down to counting, mm. */
const SAME_MM = 0.002;
const HALVINGS = 16;

/** The place so far along a way in, or at its end. */
function along({ xMm, yMm, inX, inY, depthMm }: RimRay, byMm: number): PanelPoint {
  const d = Math.min(byMm, depthMm);
  return { xMm: xMm + d * inX, yMm: yMm + d * inY };
}

/** Points clockwise as seen, the first at the top centre: where the line down the middle first meets the ring. */
function fromTopCentre(path: Ring): PanelPoint[] {
  const ring = signedAreaMm2(path) < 0 ? [...path].reverse() : [...path];
  const { left, right } = boxOf(ring);
  const middle = (left + right) / 2;
  let [first, least] = [0, Infinity];
  let top: PanelPoint = ring[0]!;
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!;
    if (Math.min(a.xMm, b.xMm) > middle || Math.max(a.xMm, b.xMm) < middle) return;
    const share = a.xMm === b.xMm ? (a.yMm < b.yMm ? 0 : 1) : (middle - a.xMm) / (b.xMm - a.xMm);
    const y = a.yMm + share * (b.yMm - a.yMm);
    if (y < least) [first, least, top] = [i, y, { xMm: middle, yMm: y }];
  });
  const turned = [...ring.slice(first + 1), ...ring.slice(0, first + 1)];
  const isSame = ({ xMm, yMm }: PanelPoint) => Math.hypot(xMm - top.xMm, yMm - top.yMm) < 1e-6;
  return [top, ...turned.filter((point) => !isSame(point))];
}

/**
 * The way round a panel of any shape: places in mm clockwise from the top centre, seen from the viewer's side, and the ways in from
 * them. Between the pieces of a curve the way in turns evenly; at a corner it does not.
 */
export class Rim {
  readonly points: readonly PanelPoint[];
  readonly lengthMm: number;
  private readonly starts: readonly number[];
  /** Straight in from each stretch. */
  private readonly own: readonly [number, number][];
  /** The way in at the two ends of each stretch. */
  private readonly ways: readonly { from: [number, number]; to: [number, number] }[];
  private known: readonly RimRay[] | null = null;
  private readonly asked = new Map<string, RimRay>();

  /** @param path a closed line that does not meet itself */
  constructor(path: Ring) {
    this.points = fromTopCentre(path);
    const starts: number[] = [];
    const longs: number[] = [];
    let length = 0;
    const own = this.points.map((a, i): [number, number] => {
      const b = this.point(i + 1);
      starts.push(length);
      longs.push(Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm));
      length += longs.at(-1)!;
      return unitVector(a.yMm - b.yMm, b.xMm - a.xMm);
    });
    this.starts = starts;
    this.own = own;
    this.lengthMm = length;
    const count = own.length;
    // The way in at a point of a curve lies between those of its two stretches.
    const shared = own.map(([x, y], i): [number, number] | null => {
      const [beforeX, beforeY] = own[(i + count - 1) % count]!;
      const turn = Math.abs(Math.atan2(beforeX * y - beforeY * x, beforeX * x + beforeY * y));
      // The pieces of a curve are short: as far from it as they may be, at the most.
      const bowMm = (turn / 8) * Math.max(longs[(i + count - 1) % count]!, longs[i]!);
      const isCurve = turn < (CURVE_DEG * Math.PI) / 180 && bowMm < 1.5 * FLATTEST_MM;
      return isCurve ? unitVector(x + beforeX, y + beforeY) : null;
    });
    this.ways = own.map((way, i) => ({ from: shared[i] ?? way, to: shared[(i + 1) % count] ?? way }));
  }

  private point(i: number): PanelPoint {
    return this.points[i % this.points.length]!;
  }

  /** A place of the rim from 0 to its length, however often it is gone round. */
  wrapped(atMm: number): number {
    return ((atMm % this.lengthMm) + this.lengthMm) % this.lengthMm;
  }

  private sideAt(atMm: number): number {
    let [low, high] = [0, this.starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.starts[middle]! <= atMm) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** The place so far round. */
  place(atMm: number): RimPlace {
    const at = atMm === this.lengthMm ? atMm : this.wrapped(atMm);
    return this.placeOn(this.sideAt(at), at);
  }

  private placeOn(i: number, atMm: number): RimPlace {
    const [a, b] = [this.point(i), this.point(i + 1)];
    const long = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
    const share = long === 0 ? 0 : Math.min(1, (atMm - this.starts[i]!) / long);
    const { from, to } = this.ways[i]!;
    const [inX, inY] = unitVector(from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]));
    return {
      xMm: a.xMm + share * (b.xMm - a.xMm),
      yMm: a.yMm + share * (b.yMm - a.yMm),
      inX,
      inY,
    };
  }

  /** The place of the rim that is nearest, and how far in from it a point lies; below 0 where it lies outside. */
  nearest({ xMm, yMm }: PanelPoint): { atMm: number; inMm: number } {
    let [best, least] = [0, Infinity];
    this.points.forEach((a, i) => {
      const b = this.point(i + 1);
      const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
      const long = Math.hypot(dx, dy);
      const walked =
        long === 0 ? 0 : Math.min(long, Math.max(0, ((xMm - a.xMm) * dx + (yMm - a.yMm) * dy) / long));
      const share = long === 0 ? 0 : walked / long;
      const away = Math.hypot(xMm - a.xMm - share * dx, yMm - a.yMm - share * dy);
      if (away < least) [best, least] = [this.starts[i]! + walked, away];
    });
    const at = this.place(best);
    const side = (xMm - at.xMm) * at.inX + (yMm - at.yMm) * at.inY;
    return { atMm: best === this.lengthMm ? 0 : best, inMm: side < 0 ? -least : least };
  }

  /** The corners and points of curves that lie between two places, in order; the second is farther round than the first. */
  pointsBetween(fromMm: number, toMm: number): PanelPoint[] {
    const found: { atMm: number; point: PanelPoint }[] = [];
    this.points.forEach((point, i) => {
      for (let round = -1; round <= 1; round += 1) {
        const atMm = this.starts[i]! + round * this.lengthMm;
        if (atMm > fromMm && atMm < toMm) found.push({ atMm, point });
      }
    });
    return found.sort((a, b) => a.atMm - b.atMm).map(({ point }) => point);
  }

  /** The corners, and how far the rim turns at each, degrees: below 0 where it points into the panel. */
  get corners(): { atMm: number; turnDeg: number }[] {
    return this.points.flatMap((_, i) => {
      const turnDeg = this.turnDeg(i);
      return Math.abs(turnDeg) > CURVE_DEG ? [{ atMm: this.starts[i]!, turnDeg }] : [];
    });
  }

  /** Clockwise the panel lies on the right: where the rim turns left a corner points into it. */
  private turnDeg(i: number): number {
    const [x, y] = this.own[(i + this.own.length - 1) % this.own.length]!;
    const [nextX, nextY] = this.own[i]!;
    return (Math.atan2(x * nextY - y * nextX, x * nextX + y * nextY) * 180) / Math.PI;
  }

  /**
   * Whether a stretch is drawn for a curve, or goes over into one without a corner: the way in from there is that of the curve itself, not
   * of the pieces that it is drawn by.
   */
  private isOfCurve(i: number): boolean {
    const count = this.ways.length;
    const isPiece = (k: number) => {
      const { from, to } = this.ways[(k + count) % count]!;
      return from !== to;
    };
    const isSmooth = (k: number) => Math.abs(this.turnDeg(k % count)) < CURVE_DEG;
    return isPiece(i) || (isPiece(i - 1) && isSmooth(i)) || (isPiece(i + 1) && isSmooth(i + 1));
  }

  /** How far straight in from a place the rim stays the nearest that there, mm. */
  private depthFrom({ xMm, yMm, inX, inY }: RimPlace, i: number): number {
    const offMm = this.isOfCurve(i) ? FLATTEST_MM : SAME_MM;
    const ring = this.points;
    let [low, high] = [0, this.lengthMm / 2];
    for (let k = 0; k < HALVINGS; k += 1) {
      const d = (low + high) / 2;
      if (isRingWithin(ring, xMm + d * inX, yMm + d * inY, d - offMm)) high = d;
      else low = d;
    }
    return low;
  }

  /** Ways in all round, in order. At a corner that points into the panel several leave one place. */
  get rays(): readonly RimRay[] {
    this.known ??= this.laidRays();
    return this.known;
  }

  private laidRays(): RimRay[] {
    const stepMm = Math.max(RAY_MM, this.lengthMm / MOST_RAYS);
    const rays: RimRay[] = [];
    const lay = (place: RimPlace, atMm: number, i: number) =>
      rays.push({ ...place, atMm, depthMm: this.depthFrom(place, i) });
    this.points.forEach((a, i) => {
      const b = this.point(i + 1);
      const long = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
      const [beforeX, beforeY] = this.ways[(i + this.ways.length - 1) % this.ways.length]!.to;
      const turnDeg = this.turnDeg(i);
      const fan = turnDeg < -CURVE_DEG ? Math.ceil(-turnDeg / FAN_DEG) : 0;
      for (let k = 1; k < fan; k += 1) {
        const angle = Math.atan2(beforeY, beforeX) + (((turnDeg * Math.PI) / 180) * k) / fan;
        lay({ ...a, inX: Math.cos(angle), inY: Math.sin(angle) }, this.starts[i]!, i);
      }
      const count = Math.max(1, Math.ceil(long / stepMm));
      for (let k = 0; k < count; k += 1) {
        const atMm = this.starts[i]! + (long * k) / count;
        lay(this.placeOn(i, atMm), atMm, i);
      }
      // The other side of a corner.
      if (this.ways[i]!.to !== this.ways[(i + 1) % this.ways.length]!.from) {
        const atMm = this.starts[i]! + long;
        lay(this.placeOn(i, atMm), atMm, i);
      }
    });
    return rays;
  }

  /** Farthest in that any place lies from the rim, mm. */
  get deepestMm(): number {
    return this.rays.reduce((most, { depthMm }) => Math.max(most, depthMm), 0);
  }

  /**
   * The part of the panel that lies along a stretch of the rim, past the top centre where `fromMm` is above `toMm`, between two depths: as
   * a closed line. All such parts, side by side, are the whole panel, none twice.
   */
  band(fromMm: number, toMm: number, outerMm: number, innerMm: number): PanelPoint[] {
    const first = this.firstRay((atMm) => atMm > fromMm);
    const end = this.firstRay((atMm) => atMm >= toMm);
    const between =
      fromMm > toMm
        ? [...this.rays.slice(first), ...this.rays.slice(0, end)]
        : this.rays.slice(first, Math.max(first, end));
    const rays = [this.rayAt(fromMm, "after"), ...between, this.rayAt(toMm, "before")];
    return [
      ...rays.map((ray) => along(ray, outerMm)),
      ...[...rays].reverse().map((ray) => along(ray, innerMm)),
    ];
  }

  /** The first ray that is far enough round; rays stand in order. */
  private firstRay(isFarEnough: (atMm: number) => boolean): number {
    let [low, high] = [0, this.rays.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (isFarEnough(this.rays[middle]!.atMm)) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** A way in at any place: on this or that side of a corner. Rings of strips ask for the same places again and again. */
  private rayAt(atMm: number, side: "after" | "before"): RimRay {
    const key = `${atMm} ${side}`;
    const known = this.asked.get(key);
    if (known) return known;
    const i = this.sideAt(Math.min(atMm, this.lengthMm));
    const isStart = side === "before" && Math.abs(this.starts[i]! - atMm) < 1e-9;
    const on = isStart ? (i + this.starts.length - 1) % this.starts.length : i;
    const place = this.placeOn(on, isStart && i === 0 ? this.lengthMm : atMm);
    const ray = { ...place, atMm, depthMm: this.depthFrom(place, on) };
    if (this.asked.size >= MOST_ASKED) this.asked.clear();
    this.asked.set(key, ray);
    return ray;
  }

  /** The rim moved in by so much, as a closed line. */
  inset(byMm: number): PanelPoint[] {
    return this.rays.map((ray) => along(ray, byMm));
  }
}

const rims = new WeakMap<Ring, Rim>();

/** The rim of a path, worked out once for each. */
export function rimOf(path: Ring): Rim {
  const known = rims.get(path) ?? new Rim(path);
  rims.set(path, known);
  return known;
}
