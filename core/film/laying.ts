import { dryEdges } from "../clean/dry-edge.ts";
import { edgeLengthMm, edges, oppositeEdge, type Edge } from "../stack/panel-geometry.ts";
import type { Family } from "../stack/family.ts";
import { skewTolerance } from "./skew-tolerance.ts";
import { coverMm, pieceOf } from "./films.ts";

/** From this long side on one pair of hands cannot hold a film flat, mm. Common practice, no source. */
const TWO_PEOPLE_MM = 600;

export interface LayingPlan {
  first: Edge;
  /** Where the squeegee goes to, away from the first edge. */
  towards: Edge;
  people: 1 | 2;
  /** How far off square the film may lie before an edge shows, deg; null where it never does. */
  skewDeg: number | null;
  /** The same at the far end of the first edge, mm. */
  skewMm: number | null;
  /** How far aside it may lie, mm. */
  asideMm: number;
}

/** Which edge of a film is stuck first, which way it is rubbed down, how square it must lie: a short edge that may get wet. */
export function layingPlan(family: Pick<Family, "outline" | "features" | "borderMm">): LayingPlan {
  const { outline } = family;
  const dry = new Set(dryEdges(family).map(({ edge }) => edge));
  const [first] = [...edges].sort(
    (a, b) =>
      Number(dry.has(a)) - Number(dry.has(b)) ||
      edgeLengthMm(outline, a) - edgeLengthMm(outline, b) ||
      edges.indexOf(a) - edges.indexOf(b),
  );
  const { widthMm, heightMm } = pieceOf(family);
  const asideMm = coverMm(family);
  const skewDeg = skewTolerance(widthMm, heightMm, asideMm);
  return {
    first: first!,
    towards: oppositeEdge[first!],
    people: Math.max(widthMm, heightMm) >= TWO_PEOPLE_MM ? 2 : 1,
    skewDeg,
    skewMm: skewDeg === null ? null : edgeLengthMm(outline, first!) * Math.tan((skewDeg * Math.PI) / 180),
    asideMm,
  };
}
