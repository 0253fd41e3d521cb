import ClipperLib from "clipper-lib";

/** Corners in order, mm. */
export type Ring = [number, number][];

/** Clipper works in whole numbers: a nanometre each. */
const SCALE = 1e6;
const toWhole = (rings: readonly Ring[]) =>
  rings.map((ring) => ring.map(([x, y]) => ({ X: Math.round(x * SCALE), Y: Math.round(y * SCALE) })));

function combine(kind: ClipperLib.ClipType, subject: readonly Ring[], clip: readonly Ring[]): Ring[] {
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(toWhole(subject), ClipperLib.PolyType.ptSubject, true);
  clipper.AddPaths(toWhole(clip), ClipperLib.PolyType.ptClip, true);
  const found: { X: number; Y: number }[][] = [];
  const filled = ClipperLib.PolyFillType.pftNonZero;
  clipper.Execute(kind, found, filled, filled);
  return found.map((path) => path.map(({ X, Y }): [number, number] => [X / SCALE, Y / SCALE]));
}

/** What any of the rings covers; holes come as rings the other way round. */
export const union = (rings: readonly Ring[]): Ring[] => combine(ClipperLib.ClipType.ctUnion, rings, []);
export const intersection = (a: readonly Ring[], b: readonly Ring[]): Ring[] =>
  combine(ClipperLib.ClipType.ctIntersection, a, b);

const signedArea = (ring: Ring): number =>
  ring.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = ring[(i + 1) % ring.length]!;
    return sum + x * nextY - y * nextX;
  }, 0) / 2;

export const areaOf = (ring: Ring): number => Math.abs(signedArea(ring));
/** Area of what `union` and `intersection` give, holes taken off, mm2. */
export const areaOfAll = (rings: readonly Ring[]): number =>
  Math.abs(rings.reduce((sum, ring) => sum + signedArea(ring), 0));
