import { z } from "zod";
import { bounded, boundedWhole, words } from "../units.ts";
import { defectKinds } from "./defects.ts";
import { t } from "../../words/prove.ts";

export const zones = ["centre", "edge", "border"] as const;
/** Where on a panel: under the printed border nobody looks, near its rim few do. */
export type Zone = (typeof zones)[number];

const allowed = () => boundedWhole(0, 1_000).nullable();

/** One row of what a shop lets pass: so many of these kinds of this size in each zone; null where they do not count. */
export const acceptanceRow = z
  .strictObject({
    name: words(60),
    kinds: z.array(z.enum(defectKinds)).min(1),
    /** Across a speck, bubble or patch; along a line. */
    fromMm: bounded(0, 1_000),
    /** Up to, but not with; without end where it is null. */
    toMm: bounded(0, 1_000).nullable(),
    centre: allowed(),
    edge: allowed(),
    border: allowed(),
  })
  .superRefine(({ fromMm, toMm }, context) => {
    if (toMm === null || toMm > fromMm) return;
    context.addIssue({
      code: "custom",
      path: ["toMm"],
      message: t("must-be-above-frommm-which-is", { toMm, fromMm }),
    });
  });
export type AcceptanceRow = z.output<typeof acceptanceRow>;

/** What a shop lets pass, row by row. */
export const acceptanceTable = z.array(acceptanceRow).min(1).max(30);

const point = ["speck", "bubble"] as const;
const line = ["fibre", "scratch"] as const;

/** What passes until a shop says otherwise. Assumed: about what a buyer of a refurbished display lets pass at arm's length. */
export const usualAcceptance: readonly AcceptanceRow[] = [
  { name: "pinpricks", kinds: [...point], fromMm: 0, toMm: 0.15, centre: 5, edge: 10, border: null },
  { name: "small specks", kinds: [...point], fromMm: 0.15, toMm: 0.3, centre: 1, edge: 3, border: null },
  {
    name: "specks and bubbles",
    kinds: [...point],
    fromMm: 0.3,
    toMm: null,
    centre: 0,
    edge: 1,
    border: null,
  },
  { name: "short lines", kinds: [...line], fromMm: 0, toMm: 1, centre: 1, edge: 2, border: null },
  { name: "lines", kinds: [...line], fromMm: 1, toMm: null, centre: 0, edge: 0, border: null },
  { name: "patches", kinds: ["patch"], fromMm: 0, toMm: null, centre: 0, edge: 0, border: null },
];
