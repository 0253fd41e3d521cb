import type { Family } from "../stack/family.ts";
import { oppositeEdge, type Edge, type EdgeFeature } from "../stack/outline.ts";
import { listed } from "../words.ts";

/** An edge that nothing wet may reach: it is held up, and wiped away from, towards the other side. */
export interface DryEdge {
  edge: Edge;
  towards: Edge;
  label: string;
}

/** Stretches that nothing wet may reach, one for each edge that has any. */
export function dryEdges(family: Pick<Family, "features">): DryEdge[] {
  const wetless = family.features.filter((feature): feature is EdgeFeature => feature.noLiquid === true);
  return [...new Set(wetless.map(({ edge }) => edge))].map((edge) => ({
    edge,
    towards: oppositeEdge[edge],
    label: wetless
      .filter((feature) => feature.edge === edge)
      .map(({ label }) => label)
      .join(" and "),
  }));
}

/** How to hold the panel so that nothing runs to a dry edge, in words; empty where there is none. */
export function tiltWords(edges: readonly DryEdge[]): string {
  if (edges.length === 0) return "";
  const up = listed(edges.map(({ edge }) => edge));
  const one = edges.length === 1;
  return one
    ? `Stand it with the ${up} edge up: nothing may run to the ${edges[0]!.label}. Wipe along that edge, then away from it towards the ${edges[0]!.towards}.`
    : `Lay it flat: ${listed(edges.map(({ edge, label }) => `${edge} edge (${label})`))} must stay dry. Cloth barely damp, strokes along those edges.`;
}
