import { usualAcceptance, zones, type AcceptanceRow, type Zone } from "./acceptance.ts";
import type { Defect } from "./defects.ts";
import { t } from "../../words/prove.ts";

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

/** What there is too many of, in words; empty where everything passes. */
export const tooManyIn = ({ counts }: { counts: readonly Counted[] }): string =>
  counts
    .filter(({ found, allowed }) => found > allowed)
    .map(({ name, zone, found, allowed }) => t("at-the-of", { name, zone, found, allowed }))
    .join(", ");
