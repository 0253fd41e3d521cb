import type { Family } from "../stack/family.ts";
import { oppositeEdge, sideOf, type Edge } from "../stack/panel-geometry.ts";
import { listed } from "../words.ts";
import { t } from "../../words/clean.ts";

/** An edge that nothing wet may reach: it is held up, and wiped away from, towards the other side. */
export interface DryEdge {
  edge: Edge;
  towards: Edge;
  label: string;
}

/** Stretches that nothing wet may reach, one for each edge that has any. */
export function dryEdges(family: Pick<Family, "outline" | "features">): DryEdge[] {
  const wetless = family.features
    .filter(({ noLiquid }) => noLiquid === true)
    .map((feature) => ({ edge: sideOf(family.outline, feature), label: feature.label }));
  return [...new Set(wetless.map(({ edge }) => edge))].map((edge) => ({
    edge,
    towards: oppositeEdge[edge],
    label: wetless
      .filter((one) => one.edge === edge)
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
    ? t("stand-it-with-the-edge-up-nothing", { up, label: edges[0]!.label, towards: edges[0]!.towards })
    : t("lay-it-flat-must-stay-dry-cloth", {
        listed: listed(edges.map(({ edge, label }) => t("edge", { edge, label }))),
      });
}
