import { dryEdges } from "../clean/dry-edge.ts";
import { edgeLengthMm, edges, oppositeEdge, type Edge } from "../stack/panel-geometry.ts";
import type { Family } from "../stack/family.ts";
import { bareMm } from "./film-cover.ts";

/** From this long side on one pair of hands cannot hold a film flat, mm. Common practice, no source. */
const TWO_PEOPLE_MM = 600;

export interface LayingPlan {
  first: Edge;
  /** Where the squeegee goes to, away from the first edge. */
  towards: Edge;
  people: 1 | 2;
}

/** Which edge of a film is stuck first, which way it is rubbed down, by how many hands: a short edge that may get wet. */
export function layingPlan(family: Pick<Family, "outline" | "features" | "borderMm">): LayingPlan {
  const { outline } = family;
  const dry = new Set(dryEdges(family).map(({ edge }) => edge));
  const [first] = [...edges].sort(
    (a, b) =>
      Number(dry.has(a)) - Number(dry.has(b)) ||
      edgeLengthMm(outline, a) - edgeLengthMm(outline, b) ||
      edges.indexOf(a) - edges.indexOf(b),
  );
  const longMm = Math.max(outline.widthMm, outline.heightMm) - 2 * bareMm(family);
  return {
    first: first!,
    towards: oppositeEdge[first!],
    people: longMm >= TWO_PEOPLE_MM ? 2 : 1,
  };
}
