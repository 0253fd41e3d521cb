import { z } from "zod";
import { edgePlaces, spansOf, type EdgePlace, type Outline } from "../stack/panel-geometry.ts";
import { bounded, oneOf } from "../units.ts";
import { t } from "../../words/lift.ts";

export const paceNames = ["thin", "thick", "thick with alcohol"] as const;
export type PaceName = (typeof paceNames)[number];

/** How fast a stretch is cut by what holds it: a share of the speed in thin glue. Assumed, until a bench has timed its own. */
export const cutPaces: Record<PaceName, { share: number; note: string }> = {
  thin: { share: 1, note: "" },
  thick: {
    share: 0.4,
    get note() {
      return t("thick-glue-slower-saw-with-the-card");
    },
  },
  "thick with alcohol": {
    share: 0.65,
    get note() {
      return t("thick-glue-a-few-drops-of-alcohol");
    },
  },
};

/** A stretch whose glue asks for another pace. Where two overlap, the later one holds. */
export const pacedStretch = z.strictObject({
  edge: oneOf(edgePlaces),
  fromMm: bounded(0, 20_000),
  toMm: bounded(0, 20_000),
  pace: oneOf(paceNames),
});
export type PacedStretch = z.output<typeof pacedStretch>;

/** The pace at a place of an edge. */
export const paceAt = (
  panel: Outline,
  paces: readonly PacedStretch[],
  edge: EdgePlace,
  atMm: number,
): PaceName =>
  paces
    .filter((paced) => paced.edge === edge && spansOf(panel, paced).some(([a, b]) => a <= atMm && atMm <= b))
    .at(-1)?.pace ?? "thin";
