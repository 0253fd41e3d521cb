import { z } from "zod";
import type { Family } from "../stack/family.ts";
import { bounded, boundedWhole, words } from "../units.ts";
import { defectKinds, type Defect } from "./find-defects.ts";
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

/** The outer strip of the open area counts as edge, mm. Assumed. */
export const EDGE_MM = 8;

export function zoneOf(
  { xMm, yMm }: Pick<Defect, "xMm" | "yMm">,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  borderMm: number,
): Zone {
  const inMm = Math.min(xMm, yMm, widthMm - xMm, heightMm - yMm);
  return inMm < borderMm ? "border" : inMm < borderMm + EDGE_MM ? "edge" : "centre";
}

/** How large a defect counts: along a line, across anything else as if it were round. */
export const sizeMm = ({ kind, areaMm2, lengthMm }: Pick<Defect, "kind" | "areaMm2" | "lengthMm">): number =>
  kind === "fibre" || kind === "scratch" || kind === "bubble" ? lengthMm : Math.sqrt((4 * areaMm2) / Math.PI);

export interface Counted {
  name: string;
  zone: Zone;
  found: number;
  allowed: number;
}

/** How many of each row lie in each zone, where they count; the worst share of what is allowed, above 1 where it fails. */
export function judge(
  defects: readonly Defect[],
  panel: { widthMm: number; heightMm: number },
  borderMm: number,
  rows: readonly AcceptanceRow[] = usualAcceptance,
): { counts: Counted[]; score: number; verdict: "pass" | "fail" } {
  const counts = rows.flatMap((row) =>
    zones.flatMap((zone): Counted[] => {
      const limit = row[zone];
      if (limit === null) return [];
      const found = defects.filter(
        (defect) =>
          row.kinds.includes(defect.kind) &&
          sizeMm(defect) >= row.fromMm &&
          (row.toMm === null || sizeMm(defect) < row.toMm) &&
          zoneOf(defect, panel, borderMm) === zone,
      ).length;
      return [{ name: row.name, zone, found, allowed: limit }];
    }),
  );
  // One where none is allowed is twice too many.
  const score = Math.max(0, ...counts.map((c) => c.found / Math.max(0.5, c.allowed)));
  return { counts, score, verdict: score > 1 ? "fail" : "pass" };
}

/** How a kept inspection is judged: without what was overruled, by the table that stood when it was kept. */
export const judgeInspection = (
  { outline, borderMm }: Pick<Family, "outline" | "borderMm">,
  {
    defects,
    acceptance,
  }: { defects: readonly (Defect & { overruled: boolean })[]; acceptance?: AcceptanceRow[] },
) =>
  judge(
    defects.filter(({ overruled }) => !overruled),
    outline,
    borderMm,
    acceptance,
  );

/** What there is too many of, in words; empty where everything passes. */
export const tooManyIn = ({ counts }: { counts: readonly Counted[] }): string =>
  counts
    .filter(({ found, allowed }) => found > allowed)
    .map(({ name, zone, found, allowed }) => t("at-the-of", { name, zone, found, allowed }))
    .join(", ");
