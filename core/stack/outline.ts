import { z } from "zod";
import { bounded, sideMm, words, oneOf } from "../units.ts";
import { panelPoint } from "./panel-point.ts";
import { edgeLengthMm, edgePlaces, panelEdges, type Outline, type Stretch } from "./panel-geometry.ts";
import { boxOf, firstMeeting, goesRound } from "./ring.ts";
import { t } from "../../words/stack.ts";

/** Sizes given beside a path may be so far from its own, mm. */
const SAME_SIZE_MM = 0.02;

/**
 * The outline of a panel, seen from the viewer's side: a rectangle with round corners, or any shape by its path and the holes in it.
 * Points in mm from the left and from the top; a path touches 0 both ways, and meets neither itself nor a hole. `widthMm` and
 * `heightMm` of a shape follow from its path.
 */
export const outline = z
  .strictObject({
    widthMm: sideMm().optional(),
    heightMm: sideMm().optional(),
    cornerRadiusMm: bounded(0, 500).optional(),
    pathMm: z.array(panelPoint).min(3).max(1_000).optional(),
    holesMm: z.array(z.array(panelPoint).min(3).max(500)).max(20).optional(),
  })
  .meta({ anyOf: [{ required: ["widthMm", "heightMm"] }, { required: ["pathMm"] }] })
  .superRefine((panel, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: "custom", path, message });
    const { pathMm: path, holesMm: holes = [] } = panel;
    if (!path) {
      for (const side of ["widthMm", "heightMm"] as const) {
        if (panel[side] === undefined)
          context.addIssue({ code: "invalid_type", expected: "number", input: undefined, path: [side] });
      }
      if (holes.length > 0) fault(["holesMm"], t("holes-are-kept-with-a-path"));
      const mostMm = Math.min(panel.widthMm ?? Infinity, panel.heightMm ?? Infinity) / 2;
      if ((panel.cornerRadiusMm ?? 0) > mostMm) {
        fault(
          ["cornerRadiusMm"],
          t("must-be-at-most-half-the-shorter", { cornerRadiusMm: panel.cornerRadiusMm ?? 0, mostMm }),
        );
      }
      return;
    }
    if (panel.cornerRadiusMm !== undefined) fault(["cornerRadiusMm"], t("a-path-has-its-corners-in-it"));
    const box = boxOf(path);
    if (box.left > SAME_SIZE_MM || box.top > SAME_SIZE_MM) {
      fault(["pathMm"], t("the-path-must-begin-at-0", { left: box.left, top: box.top }));
    }
    const own = { widthMm: box.right, heightMm: box.bottom };
    for (const side of ["widthMm", "heightMm"] as const) {
      if (own[side] < 1) fault(["pathMm"], t("the-path-is-smaller-than-1-mm", { side, is: own[side] }));
      const given = panel[side];
      if (given !== undefined && Math.abs(given - own[side]) > SAME_SIZE_MM)
        fault([side], t("is-not-the-paths-own", { given, own: own[side] }));
    }
    const met = firstMeeting([path, ...holes]);
    if (met) {
      fault(
        met.ring === 0 ? ["pathMm", met.at] : ["holesMm", met.ring - 1, met.at],
        t("the-line-meets-itself-or-another-here"),
      );
      return;
    }
    holes.forEach((hole, i) => {
      const { xMm, yMm } = hole[0]!;
      const isOutside = !goesRound(path, xMm, yMm);
      if (isOutside || holes.some((other, n) => n !== i && goesRound(other, xMm, yMm)))
        fault(["holesMm", i], t("must-lie-inside-the-outline-and-in"));
    });
  })
  .transform(({ widthMm = 0, heightMm = 0, ...rest }): Outline => {
    if (!rest.pathMm) return { widthMm, heightMm, ...rest };
    const { right, bottom } = boxOf(rest.pathMm);
    return { widthMm: right, heightMm: bottom, ...rest };
  });

/**
 * A stretch of an edge that asks for care, in mm from the left or from the top, seen from the viewer's side; along a rim in mm clockwise
 * from the top centre, where `fromMm` above `toMm` goes past it.
 * keep-out: never cut. hinge: the flexes run here, never cut, the glass opens about it. shallow: cut no deeper than
 * `maxDepthMm`. no-bond: no glue here.
 */
export const edgeFeature = z.strictObject({
  edge: oneOf(edgePlaces),
  fromMm: bounded(0, 20_000),
  toMm: bounded(0, 20_000),
  kind: oneOf(["keep-out", "shallow", "hinge", "no-bond"]),
  maxDepthMm: bounded(0.1, 100).optional(),
  /** Nothing wet may reach it: driver chips, contacts. */
  noLiquid: z.boolean().optional(),
  label: words(80),
});
export type EdgeFeature = z.output<typeof edgeFeature>;

/** Adds a fault for every feature, or other stretch, that does not lie on its edge. `at` is where the list stands in the input. */
export function checkFeatures(
  panel: Outline,
  features: readonly Stretch[],
  at: string,
  context: z.core.$RefinementCtx,
): void {
  const fault = (i: number, field: keyof Stretch, message: string) =>
    context.addIssue({ code: "custom", path: [at, i, field], message });
  const known = panelEdges(panel);
  features.forEach(({ edge, fromMm, toMm }, i) => {
    if (!known.includes(edge)) {
      fault(i, "edge", t("is-no-edge-of-this-outline", { edge, known: known.join(", ") }));
      return;
    }
    const lengthMm = edgeLengthMm(panel, edge);
    const isRim = edge === "rim";
    if (toMm > lengthMm) fault(i, "toMm", t("lies-beyond-the-edge-which-is-long", { toMm, edge, lengthMm }));
    if (isRim && fromMm > lengthMm)
      fault(i, "fromMm", t("lies-beyond-the-edge-which-is-long", { toMm: fromMm, edge, lengthMm }));
    if (fromMm === toMm || (!isRim && fromMm > toMm)) {
      fault(i, "fromMm", t("must-be-below-tomm-which-is", { fromMm, toMm }));
    }
  });
}

/** What is said of a place that is not on the panel. */
export const offPanelWords = (
  { widthMm, heightMm }: Outline,
  { xMm, yMm }: { xMm: number; yMm: number },
): string => t("must-lie-on-the-panel-which-is-2", { xMm, yMm, widthMm, heightMm });
