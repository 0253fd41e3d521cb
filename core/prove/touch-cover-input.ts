import { z } from "zod";
import { usual, usualFrom } from "../usual.ts";
import { bounded, boundedWhole } from "../units.ts";
import { t } from "../../words/prove.ts";

/** Points of all strokes together: half an hour of painting at 60 reports a second. */
const MOST_POINTS = 100_000;

const px = () => bounded(-100, 100_000);

/** One contact from its first touch to its lifting. */
export const stroke = z.strictObject({
  pointer: boundedWhole(0, 1_000_000_000),
  points: z
    .array(z.strictObject({ xPx: px(), yPx: px(), tMs: bounded(0, 86_400_000) }))
    .min(1)
    .max(20_000),
});

export const touchCoverInput = z
  .strictObject({
    strokes: z.array(stroke).max(2_000),
    /** The area that is to answer, and into how many cells it is split. */
    grid: z.strictObject({
      widthPx: bounded(10, 100_000),
      heightPx: bounded(10, 100_000),
      columns: boundedWhole(1, 200),
      rows: boundedWhole(1, 200),
      /** How large the area is; without them no size of a spot can be told. */
      widthMm: bounded(5, 3_000).optional(),
      heightMm: bounded(5, 3_000).optional(),
    }),
    /** Two neighbours of a stroke farther apart than this, in less than `jumpWithinMs`, are a jump; a tenth of the diagonal where it is left out. */
    jumpPx: usualFrom(bounded(1, 100_000), "a jump is a tenth of the diagonal: not measured"),
    jumpWithinMs: usual(bounded(1, 1_000), 50, "a jump happens within 50 ms: not measured"),
    /** A stroke that ends and is taken up again close by so soon was lost. */
    dropOutMs: usual(bounded(20, 5_000), 120, "a stroke taken up again within 120 ms was lost: not measured"),
  })
  .superRefine(({ strokes }, context) => {
    const points = strokes.reduce((sum, one) => sum + one.points.length, 0);
    if (points > MOST_POINTS) {
      context.addIssue({
        code: "custom",
        path: ["strokes"],
        message: t("points-in-all-must-be-at-most", { points, MOST_POINTS }),
      });
      return;
    }
    strokes.forEach(({ points }, i) =>
      points.forEach(({ tMs }, k) => {
        if (k > 0 && tMs < points[k - 1]!.tMs) {
          context.addIssue({
            code: "custom",
            path: ["strokes", i, "points", k, "tMs"],
            message: t("must-not-be-before-the-point-before", { tMs, tMs2: points[k - 1]!.tMs }),
          });
        }
      }),
    );
  });
export type TouchCoverInput = z.input<typeof touchCoverInput>;

/** Smaller than a fingertip: a dead spot of this size is felt by nobody, as common practice has it. */
export const PROVED_MM = 5;

export const touchedPlace = z.strictObject({ xPx: z.number(), yPx: z.number(), tMs: z.number() });

export const touchCoverResult = z.strictObject({
  /** Cells that no report proves: nothing was told in them, nor on a way through them on which no report is missing. Column and row from the upper left, from 0. */
  dead: z.array(z.strictObject({ column: z.int(), row: z.int() })),
  /** Dead cells that touch one another, edge to edge: how large the largest such area is, cells. */
  largestDeadCells: z.int(),
  coveragePct: z.number(),
  /** The most that one stroke alone covered: the unbroken drag. */
  unbrokenPct: z.number(),
  jumps: z.array(z.strictObject({ from: touchedPlace, to: touchedPlace })),
  /** Reports that did not come while the finger moved on, from place to place. `provedAgain` where other reports lie all along that way. */
  dropOuts: z.array(
    z.strictObject({ at: touchedPlace, to: touchedPlace, lastedMs: z.number(), provedAgain: z.boolean() }),
  ),
  /** The smallest dead spot, as a disc's diameter, that these reports could not have hidden, mm; null where the area's size is not given. */
  provedToMm: z.number().nullable(),
  /** Most contacts at once. */
  pointers: z.int(),
  /** Between one report and the next, median; null where nothing moved. */
  reportMs: z.number().nullable(),
  verdict: z.enum(["pass", "fail"]),
});
export type TouchCover = z.output<typeof touchCoverResult>;
