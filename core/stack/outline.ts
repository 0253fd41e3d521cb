import { z } from "zod";
import { bounded, sideMm, words } from "../units.ts";

export const edges = ["top", "right", "bottom", "left"] as const;
export type Edge = (typeof edges)[number];

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
        message: `${panel.cornerRadiusMm} must be at most half the shorter side, ${mostMm}`,
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
  edge: z.enum(edges, { error: `must be one of ${edges.join(", ")}` }),
  fromMm: bounded(0, 5_000),
  toMm: bounded(0, 5_000),
  kind: z.enum(["keep-out", "shallow", "hinge", "no-bond"], {
    error: "must be one of keep-out, shallow, hinge, no-bond",
  }),
  maxDepthMm: bounded(0.1, 100).optional(),
  label: words(80),
});
export type EdgeFeature = z.output<typeof edgeFeature>;

export const edgeLengthMm = (panel: Outline, edge: Edge) =>
  edge === "top" || edge === "bottom" ? panel.widthMm : panel.heightMm;

/** Adds a fault for every feature that does not lie on its edge. `at` is where the list stands in the input. */
export function checkFeatures(
  panel: Outline,
  features: readonly EdgeFeature[],
  at: string,
  context: z.core.$RefinementCtx,
): void {
  features.forEach((feature, i) => {
    const lengthMm = edgeLengthMm(panel, feature.edge);
    if (feature.toMm > lengthMm) {
      context.addIssue({
        code: "custom",
        path: [at, i, "toMm"],
        message: `${feature.toMm} lies beyond the ${feature.edge} edge, which is ${lengthMm} long`,
      });
    }
    if (feature.fromMm >= feature.toMm) {
      context.addIssue({
        code: "custom",
        path: [at, i, "fromMm"],
        message: `${feature.fromMm} must be below toMm, which is ${feature.toMm}`,
      });
    }
  });
}
