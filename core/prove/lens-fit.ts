import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { Matrix, solve } from "ml-matrix";
import { cameraSheet } from "./camera-sheet.ts";
import type { Photo } from "./picture.ts";
import { straightened, type Lens } from "./lens.ts";
import { greyOf } from "./picture.ts";
import { smoothed } from "./smoothed.ts";
import { apartPx, takenBy, type PixelPoint } from "./square-up.ts";
import { weighedGroups } from "./weighed-groups.ts";

/** A dot of the sheet in a picture, and which of its grid it is, counted from any of them. */
export interface SeenDot extends PixelPoint {
  column: number;
  row: number;
}

/** A lens as a picture of the sheet tells it. */
export interface LensFit {
  lens: Lens;
  /** How fine the sheet is in the picture's middle, px per mm. */
  pxPerMm: number;
  /** How far its dots lie from where they should, root of the mean square, px; and with the lens taken for straight. */
  offPx: number;
  bentPx: number;
}

/** A dot is darker than the mean around it by so many steps of 255; around: so much of the picture's height. */
const DARKER = 25;
const AROUND_SHARE = 0.06;
/** A dot fills so much of its box, as a disc seen at a slant does, and is no longer than so many times its width. */
const FILLS = [0.6, 0.92] as const;
const MOST_LONG = 1.6;
const LEAST_DOT_PX = 5;
/** The next dot lies within this share of a step of where it is looked for. */
const NEAR_SHARE = 0.3;
/** Fewer dots tell no lens; they must reach over so much of the picture's width and height. */
export const LEAST_DOTS = 40;
const LEAST_REACH = 0.5;

/** Dark discs of a picture: their middles, weighted by how dark they are. */
function darkDiscs({ rgba, width, height }: Photo): PixelPoint[] {
  const { light } = greyOf(rgba, width, height);
  const reach = Math.max(6, Math.round(AROUND_SHARE * height));
  const around = smoothed(light, width, height, reach);
  const out: number[] = [];
  for (let i = 0; i < light.length; i += 1) if (around[i]! - light[i]! > DARKER) out.push(i);
  const at = Int32Array.from(out);
  const darker = (i: number) => around[i]! - light[i]!;
  return weighedGroups(at, width, 1, darker).filter(({ left, right, top, bottom, pixels }) => {
    const [wide, tall] = [right - left + 1, bottom - top + 1];
    const [short, long] = [Math.min(wide, tall), Math.max(wide, tall)];
    const isWhole = left > 0 && top > 0 && right < width - 1 && bottom < height - 1;
    const fills = pixels / (wide * tall);
    return (
      isWhole && short >= LEAST_DOT_PX && long <= MOST_LONG * short && fills >= FILLS[0] && fills <= FILLS[1]
    );
  });
}

/** Discs in the order of a grid, from the one in their midst outwards: each step is looked for where the last one leads. */
export function gridOf(discs: readonly PixelPoint[]): SeenDot[] {
  if (discs.length < 4) return [];
  const mean = {
    x: discs.reduce((sum, { x }) => sum + x, 0) / discs.length,
    y: discs.reduce((sum, { y }) => sum + y, 0) / discs.length,
  };
  const nearest = (place: PixelPoint, but: (disc: PixelPoint) => boolean = () => false) =>
    discs.reduce<PixelPoint | null>(
      (best, disc) => (but(disc) || (best && apartPx(best, place) <= apartPx(disc, place)) ? best : disc),
      null,
    );
  const first = nearest(mean)!;
  const beside = nearest(first, (disc) => disc === first)!;
  const along = { x: beside.x - first.x, y: beside.y - first.y };
  // Columns run along the picture's width as nearly as may be.
  const isAcross = Math.abs(along.x) >= Math.abs(along.y);
  const right = isAcross ? along : { x: along.y, y: -along.x };
  const sign = right.x >= 0 ? 1 : -1;
  const u = { x: sign * right.x, y: sign * right.y };
  const seen = new Map<PixelPoint, SeenDot>([[first, { ...first, column: 0, row: 0 }]]);
  const queue: { disc: PixelPoint; u: PixelPoint; v: PixelPoint }[] = [
    { disc: first, u, v: { x: -u.y, y: u.x } },
  ];
  for (let next = queue.shift(); next; next = queue.shift()) {
    const { disc } = next;
    const { column, row } = seen.get(disc)!;
    for (const [dc, dr] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const step = dc !== 0 ? next.u : next.v;
      const times = dc + dr;
      const place = { x: disc.x + times * step.x, y: disc.y + times * step.y };
      const found = nearest(place);
      if (!found || seen.has(found) || apartPx(found, place) > NEAR_SHARE * Math.hypot(step.x, step.y))
        continue;
      seen.set(found, { ...found, column: column + dc, row: row + dr });
      const led = { x: times * (found.x - disc.x), y: times * (found.y - disc.y) };
      queue.push({ disc: found, u: dc !== 0 ? led : next.u, v: dc !== 0 ? next.v : led });
    }
  }
  return [...seen.values()];
}

/** The projective map that takes a grid's places nearest to where they are seen (linear least squares; Hartley & Zisserman, chapter 4, from memory). */
function mapOf(dots: readonly SeenDot[], places: readonly PixelPoint[]): number[] {
  const rows = dots.flatMap(({ column: x, row: y }, i) => {
    const { x: u, y: v } = places[i]!;
    return [
      [x, y, 1, 0, 0, 0, -x * u, -y * u],
      [0, 0, 0, x, y, 1, -x * v, -y * v],
    ];
  });
  const a = new Matrix(rows);
  const b = new Matrix(places.flatMap(({ x, y }) => [[x], [y]]));
  return solve(a.transpose().mmul(a), a.transpose().mmul(b)).to1DArray();
}

/** How far the dots lie from a grid that is seen straight, once a lens's bend is taken out: across and down, one after the other, px. */
function leftOver(dots: readonly SeenDot[], lens: Lens): { off: number[]; map: number[] } {
  const places = dots.map((dot) => straightened(lens, dot));
  const map = mapOf(dots, places);
  const onGrid = takenBy(map);
  const off = dots.flatMap(({ column, row }, i) => {
    const { x, y } = onGrid(column, row);
    return [places[i]!.x - x, places[i]!.y - y];
  });
  return { off, map };
}

const rms = (values: readonly number[]) =>
  Math.sqrt((2 * values.reduce((sum, v) => sum + v * v, 0)) / values.length);

/** The dots of the sheet in a picture, in the order of its grid. */
export const seenDots = (photo: Photo): SeenDot[] => gridOf(darkDiscs(photo));

/**
 * The bend of a lens from the dots of one sheet that lies flat, however it is turned: with the right bend taken out, the map from the sheet to
 * the picture is a projective one. The bend is what leaves least over (Levenberg-Marquardt on its two numbers, the map laid anew for each). Null where
 * too few dots are seen or they lie in too small a part of the picture. Source: Brown 1971 for the bend; Zhang 2000 for a flat sheet (both from memory).
 */
export function fitLens(
  dots: readonly SeenDot[],
  { width, height }: { width: number; height: number },
): LensFit | null {
  if (dots.length < LEAST_DOTS) return null;
  const reach = (of: (dot: SeenDot) => number) => Math.max(...dots.map(of)) - Math.min(...dots.map(of));
  if (reach(({ x }) => x) < LEAST_REACH * width || reach(({ y }) => y) < LEAST_REACH * height) return null;
  const lensOf = (k1: number, k2: number): Lens => ({ width, height, k1, k2 });
  let kept: { key: string; off: number[] } | null = null;
  const { parameterValues } = levenbergMarquardt(
    {
      x: Array.from({ length: 2 * dots.length }, (_, i) => i),
      y: new Array<number>(2 * dots.length).fill(0),
    },
    ([k1 = 0, k2 = 0]) =>
      (i: number) => {
        const key = `${k1} ${k2}`;
        if (kept?.key !== key) kept = { key, off: leftOver(dots, lensOf(k1, k2)).off };
        return kept.off[i]!;
      },
    { initialValues: [0, 0], gradientDifference: 1e-4, maxIterations: 40, damping: 1e-6 },
  );
  const lens = lensOf(parameterValues[0]!, parameterValues[1]!);
  const { off, map } = leftOver(dots, lens);
  const onGrid = takenBy(map);
  // A step of the grid about the dot in the picture's middle.
  const middle = { x: width / 2, y: height / 2 };
  const near = dots.reduce((best, dot) => (apartPx(dot, middle) < apartPx(best, middle) ? dot : best));
  const step = (dc: number, dr: number) =>
    apartPx(onGrid(near.column + dc, near.row + dr), onGrid(near.column - dc, near.row - dr)) / 2;
  return {
    lens,
    pxPerMm: (step(1, 0) + step(0, 1)) / 2 / cameraSheet.pitchMm,
    offPx: rms(off),
    bentPx: rms(leftOver(dots, lensOf(0, 0)).off),
  };
}
