import { Matrix, solve } from "ml-matrix";
import { lightOf as linearLight } from "../film/srgb.ts";
import { median } from "../median.ts";
import { labelPlaces, lightOf, type GreyPicture } from "./picture.ts";
import { isConvex, mapCorners, type Corners, type PixelPoint } from "./square-up.ts";

/** The panel is first looked for in a picture of at most so many pixels a side. */
const COARSE_SIDE = 360;
/** The bench is what lies along the photo's own rim: so wide, as a share of its side. */
const RIM_SHARE = 0.025;
/** The panel differs from the bench by so many deviations, and by so many steps of 255 at least. */
const APART_SIGMA = 5;
const APART_LEAST = 14;
/** Smaller than this share of the photo is no panel. */
const LEAST_SHARE = 0.06;
/** Each side's line goes through so many places of it, its rounded ends left out. */
const PLACES = 48;
const END_SHARE = 0.14;

interface Picture {
  rgba: ArrayLike<number>;
  width: number;
  height: number;
}

/** Means of square cells, every other pixel of them: a smaller picture, and how many pixels of the photo one of its is. */
function coarse({ width, height, rgba }: Picture): GreyPicture & { cell: number } {
  const cell = Math.max(1, Math.ceil(Math.max(width, height) / COARSE_SIDE));
  const [w, h] = [Math.floor(width / cell), Math.floor(height / cell)];
  const step = cell > 3 ? 2 : 1;
  const means = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1) {
    for (let x = 0; x < w; x += 1) {
      let sum = 0;
      let n = 0;
      for (let v = y * cell; v < (y + 1) * cell; v += step) {
        for (let u = x * cell; u < (x + 1) * cell; u += step) {
          sum += lightOf(rgba, v * width + u);
          n += 1;
        }
      }
      means[y * w + x] = sum / n;
    }
  }
  return { width: w, height: h, light: means, cell };
}

/** The light of the bench over the photo: a plane through its rim, what lies far off it left out; and the spread about it. */
function benchOf({ width, height, light }: GreyPicture): {
  at: (x: number, y: number) => number;
  sigma: number;
} {
  const rim = Math.max(1, Math.round(RIM_SHARE * Math.min(width, height)));
  let used: [number, number][] = [];
  for (let y = 0; y < height; y += 1) {
    // Every third of them tells the plane as well.
    for (let x = y % 3; x < width; x += 3) {
      if (x < rim || y < rim || x >= width - rim || y >= height - rim) used.push([x, y]);
    }
  }
  let [a, b, c] = [median(used.map(([x, y]) => light[y * width + x]!)), 0, 0];
  const at = (x: number, y: number) => a + b * x + c * y;
  const off = ([x, y]: [number, number]) => Math.abs(light[y * width + x]! - at(x, y));
  let sigma = 1;
  for (let round = 0; round < 3; round += 1) {
    sigma = Math.max(1, 1.4826 * median(used.map(off)));
    used = used.filter((place) => off(place) <= 4 * sigma);
    const fitted = solve(
      new Matrix(used.map(([x, y]) => [1, x, y])),
      new Matrix(used.map(([x, y]) => [light[y * width + x]!])),
      true,
    ).to1DArray();
    [a, b, c] = fitted as [number, number, number];
  }
  return { at, sigma };
}

/** A line as a point on it and its direction, through places; those far off it are left out once. */
function lineThrough(places: readonly PixelPoint[]): { point: PixelPoint; along: PixelPoint } | null {
  let used = [...places];
  for (let round = 0; round < 3; round += 1) {
    if (used.length < 6) return null;
    const n = used.length;
    const [mx, my] = [used.reduce((s, p) => s + p.x, 0) / n, used.reduce((s, p) => s + p.y, 0) / n];
    let [xx, xy, yy] = [0, 0, 0];
    for (const { x, y } of used) {
      xx += (x - mx) ** 2;
      xy += (x - mx) * (y - my);
      yy += (y - my) ** 2;
    }
    // Total least squares: the direction in which the places spread most.
    const angle = Math.atan2(2 * xy, xx - yy) / 2;
    const along = { x: Math.cos(angle), y: Math.sin(angle) };
    const off = (p: PixelPoint) => Math.abs((p.x - mx) * along.y - (p.y - my) * along.x);
    if (round === 2) return { point: { x: mx, y: my }, along };
    const limit = 2.5 * 1.4826 * median(used.map(off)) + 0.2;
    used = used.filter((p) => off(p) <= limit);
  }
  return null;
}

function crossing(
  a: NonNullable<ReturnType<typeof lineThrough>>,
  b: NonNullable<ReturnType<typeof lineThrough>>,
): PixelPoint | null {
  const cross = a.along.x * b.along.y - a.along.y * b.along.x;
  if (Math.abs(cross) < 1e-6) return null;
  const t = ((b.point.x - a.point.x) * b.along.y - (b.point.y - a.point.y) * b.along.x) / cross;
  return { x: a.point.x + t * a.along.x, y: a.point.y + t * a.along.y };
}

/** Light at a place between pixels, the rim's beyond the rim. */
export function lightAt({ width, height, rgba }: Picture, x: number, y: number): number {
  const u = Math.min(width - 1.001, Math.max(0, x - 0.5));
  const v = Math.min(height - 1.001, Math.max(0, y - 0.5));
  const [left, top] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - left, v - top];
  const i = top * width + left;
  return (
    (lightOf(rgba, i) * (1 - s) + lightOf(rgba, i + 1) * s) * (1 - t) +
    (lightOf(rgba, i + width) * (1 - s) + lightOf(rgba, i + width + 1) * s) * t
  );
}

/**
 * Where along a profile of coded light its first strong step lies, to a part of a sample: the middle of the slope, in linear light, about its
 * steepest place among those that are at least half as steep as the steepest of all. A lens blurs light, not its code: by the code a bright
 * side reaches about a pixel into a dark one. The slope is at most `reach` samples to either side; with `isUp` only steps to more
 * light count. Null where nothing stands out of the noise.
 */
export function firstStep(
  profile: readonly number[],
  least: number,
  { reach = 2, isUp = false }: { reach?: number; isUp?: boolean } = {},
): number | null {
  const slopes = profile
    .slice(1)
    .map((value, i) => (isUp ? Math.max(0, value - profile[i]!) : value - profile[i]!));
  const steepest = Math.max(...slopes.map(Math.abs));
  if (steepest < least) return null;
  const first = slopes.findIndex((slope) => Math.abs(slope) >= steepest / 2);
  // On from there to the top of that slope.
  let top = first;
  while (top + 1 < slopes.length && Math.abs(slopes[top + 1]!) > Math.abs(slopes[top]!)) top += 1;
  const sign = Math.sign(slopes[top]!);
  const light = profile.map((coded) => linearLight(coded / 255));
  const rise = light.slice(1).map((value, i) => sign * (value - light[i]!));
  // The steepest place in linear light lies beside that of its code, towards the bright side.
  const towards = sign > 0 ? 1 : -1;
  while ((rise[top + towards] ?? 0) > rise[top]!) top += towards;
  let [sum, weight] = [0, 0];
  for (let i = Math.max(0, top - reach); i <= Math.min(rise.length - 1, top + reach); i += 1) {
    if (rise[i]! <= 0) continue;
    sum += rise[i]! * (i + 0.5);
    weight += rise[i]!;
  }
  return sum / weight;
}

/** A side's line, found on the full photo: across it at many places the light steps from the bench to the glass. */
function sideLine(photo: Picture, from: PixelPoint, to: PixelPoint, reach: number) {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const along = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  // Corners go round clockwise as the viewer sees them, so that the panel lies to the right of each side.
  const inwards = { x: -along.y, y: along.x };
  const places: PixelPoint[] = [];
  for (let k = 0; k < PLACES; k += 1) {
    const share = END_SHARE + ((1 - 2 * END_SHARE) * k) / (PLACES - 1);
    const [cx, cy] = [from.x + share * (to.x - from.x), from.y + share * (to.y - from.y)];
    const profile = Array.from({ length: 2 * reach + 1 }, (_, i) => {
      // Three neighbours along the side calm the noise.
      let sum = 0;
      for (const beside of [-1.5, 0, 1.5]) {
        sum += lightAt(
          photo,
          cx + (i - reach) * inwards.x + beside * along.x,
          cy + (i - reach) * inwards.y + beside * along.y,
        );
      }
      return sum / 3;
    });
    const step = firstStep(profile, APART_LEAST / 4);
    if (step === null) continue;
    places.push({ x: cx + (step - reach) * inwards.x, y: cy + (step - reach) * inwards.y });
  }
  return lineThrough(places);
}

/**
 * The four corners of a panel in a photo (px; upper left, upper right, lower right, lower left), or null where none stands out from the
 * bench. The bench is what the photo's rim shows; what differs from it and hangs together is the panel; its sides are lines through the
 * steps of light across them, so that rounded corners do not matter. It may be turned by about a third of a right angle.
 * Sources: Rosenfeld & Pfaltz 1966 for the connected places; total least squares for the lines.
 */
export function findPanel(photo: Picture): Corners | null {
  const small = coarse(photo);
  const { width, height, light, cell } = small;
  const bench = benchOf(small);
  const apart = Math.max(APART_LEAST, APART_SIGMA * bench.sigma);
  const mask = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      if (Math.abs(light[y * width + x]! - bench.at(x, y)) > apart) mask[y * width + x] = 1;
    }
  }
  const { labels, count, pixels } = labelPlaces(mask, width, height);
  if (count === 0) return null;
  const sizes = new Int32Array(count + 1);
  for (const i of pixels) sizes[labels[i]!] = sizes[labels[i]!]! + 1;
  const largest = sizes.indexOf(Math.max(...sizes));
  // The outermost pixel towards each corner.
  const far: PixelPoint[] = [];
  const best = [-Infinity, -Infinity, -Infinity, -Infinity];
  const towards = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ] as const;
  for (const i of pixels) {
    if (labels[i] !== largest) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    towards.forEach(([dx, dy], k) => {
      const reach = dx * x + dy * y;
      if (reach <= best[k]!) return;
      best[k] = reach;
      far[k] = { x: (x + 0.5 + dx / 2) * cell, y: (y + 0.5 + dy / 2) * cell };
    });
  }
  const rough = far as unknown as Corners;
  if (!isConvex(rough)) return null;
  const area = Math.abs(
    rough.reduce((sum, { x, y }, i) => {
      const next = rough[(i + 1) % 4]!;
      return sum + x * next.y - next.x * y;
    }, 0) / 2,
  );
  if (area < LEAST_SHARE * photo.width * photo.height) return null;
  const reach = 3 * cell + 4;
  const lines = rough.map((corner, i) => sideLine(photo, corner, rough[(i + 1) % 4]!, reach));
  const corners = mapCorners(rough, (corner, i) => {
    const [before, after] = [lines[(i + 3) % 4], lines[i]];
    return (before && after && crossing(before, after)) || corner;
  });
  // A side that was taken for another leads a corner far away.
  const isNear = corners.every(
    (corner, i) => Math.hypot(corner.x - rough[i]!.x, corner.y - rough[i]!.y) < 0.12 * Math.sqrt(area),
  );
  return isNear && isConvex(corners) ? corners : rough;
}
