import { z } from "zod";
import { bounded, sideMm, words, oneOf } from "../units.ts";
import { t } from "../../words/stack.ts";

export const edges = ["top", "right", "bottom", "left"] as const;
export type Edge = (typeof edges)[number];

export const oppositeEdge: Readonly<Record<Edge, Edge>> = {
  top: "bottom",
  right: "left",
  bottom: "top",
  left: "right",
};

export const outline = z
  .strictObject({
    widthMm: sideMm(),
    heightMm: sideMm(),
    cornerRadiusMm: bounded(0, 500).optional(),
  })
  .superRefine((panel, context) => {
    const mostMm = Math.min(panel.widthMm, panel.heightMm) / 2;
    if ((panel.cornerRadiusMm ?? 0) > mostMm) {
      context.addIssue({
        code: "custom",
        path: ["cornerRadiusMm"],
        message: t("must-be-at-most-half-the-shorter", { cornerRadiusMm: panel.cornerRadiusMm ?? 0, mostMm }),
      });
    }
  });
export type Outline = z.output<typeof outline>;

/**
 * A stretch of an edge that asks for care, in mm from the left or from the top, seen from the viewer's side.
 * keep-out: never cut. hinge: the flexes run here, never cut, the glass opens about it. shallow: cut no deeper than
 * `maxDepthMm`. no-bond: no glue here.
 */
export const edgeFeature = z.strictObject({
  edge: oneOf(edges),
  fromMm: bounded(0, 5_000),
  toMm: bounded(0, 5_000),
  kind: oneOf(["keep-out", "shallow", "hinge", "no-bond"]),
  maxDepthMm: bounded(0.1, 100).optional(),
  /** Nothing wet may reach it: driver chips, contacts. */
  noLiquid: z.boolean().optional(),
  label: words(80),
});
export type EdgeFeature = z.output<typeof edgeFeature>;

export const edgeLengthMm = (panel: Outline, edge: Edge) =>
  edge === "top" || edge === "bottom" ? panel.widthMm : panel.heightMm;

/** Adds a fault for every feature, or other stretch, that does not lie on its edge. `at` is where the list stands in the input. */
export function checkFeatures(
  panel: Outline,
  features: readonly Pick<EdgeFeature, "edge" | "fromMm" | "toMm">[],
  at: string,
  context: z.core.$RefinementCtx,
): void {
  features.forEach((feature, i) => {
    const lengthMm = edgeLengthMm(panel, feature.edge);
    if (feature.toMm > lengthMm) {
      context.addIssue({
        code: "custom",
        path: [at, i, "toMm"],
        message: t("lies-beyond-the-edge-which-is-long", {
          toMm: feature.toMm,
          edge: feature.edge,
          lengthMm,
        }),
      });
    }
    if (feature.fromMm >= feature.toMm) {
      context.addIssue({
        code: "custom",
        path: [at, i, "fromMm"],
        message: t("must-be-below-tomm-which-is", { fromMm: feature.fromMm, toMm: feature.toMm }),
      });
    }
  });
}

/** Whether a place lies within the outline, its round corners heeded. */
export function isOnPanel(
  { widthMm, heightMm, cornerRadiusMm = 0 }: Outline,
  xMm: number,
  yMm: number,
): boolean {
  if (xMm < 0 || yMm < 0 || xMm > widthMm || yMm > heightMm) return false;
  const dx = Math.max(cornerRadiusMm - xMm, xMm - (widthMm - cornerRadiusMm), 0);
  const dy = Math.max(cornerRadiusMm - yMm, yMm - (heightMm - cornerRadiusMm), 0);
  return dx === 0 || dy === 0 || dx * dx + dy * dy <= cornerRadiusMm * cornerRadiusMm;
}

/** What is said of a place that is not on the panel. */
export const offPanelWords = (
  { widthMm, heightMm }: Outline,
  { xMm, yMm }: { xMm: number; yMm: number },
): string => t("must-lie-on-the-panel-which-is-2", { xMm, yMm, widthMm, heightMm });

/** Where along an edge a point of the panel lies, and how far in it is from that edge, mm. */
export function edgeOffset(
  panel: Outline,
  edge: Edge,
  { xMm, yMm }: { xMm: number; yMm: number },
): { atMm: number; inMm: number } {
  switch (edge) {
    case "top":
      return { atMm: xMm, inMm: yMm };
    case "bottom":
      return { atMm: xMm, inMm: panel.heightMm - yMm };
    case "left":
      return { atMm: yMm, inMm: xMm };
    case "right":
      return { atMm: yMm, inMm: panel.widthMm - xMm };
  }
}

/** The point of the panel at a place along an edge, `inMm` in from it. */
export function pointOnEdge(
  panel: Outline,
  edge: Edge,
  atMm: number,
  inMm = 0,
): { xMm: number; yMm: number } {
  switch (edge) {
    case "top":
      return { xMm: atMm, yMm: inMm };
    case "bottom":
      return { xMm: atMm, yMm: panel.heightMm - inMm };
    case "left":
      return { xMm: inMm, yMm: atMm };
    case "right":
      return { xMm: panel.widthMm - inMm, yMm: atMm };
  }
}
