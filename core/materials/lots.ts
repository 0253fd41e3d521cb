import { z } from "zod";
import { filmKinds, isSheetFilm } from "../film/films.ts";
import { bounded, boundedWhole, isoDate, oneOf, words } from "../units.ts";
import { adhesiveNamed, liquidAdhesives, tapeMaterials } from "./adhesives.ts";
import { solventNames } from "./solvent-names.ts";

export const lotKinds = ["adhesive", "film", "tape", "solvent"] as const;
export type LotKind = (typeof lotKinds)[number];

/** In what a lot of a kind is counted, and what it may be of. */
export const lotUnits = {
  adhesive: "ml",
  film: "sheet",
  tape: "mm",
  solvent: "ml",
} as const satisfies Record<LotKind, string>;
export const lotMaterials: Record<LotKind, readonly string[]> = {
  adhesive: liquidAdhesives.map(({ name }) => name),
  film: ["optical adhesive film", ...filmKinds.map((kind) => `polarizer film, ${kind}`)],
  tape: tapeMaterials.map(({ name }) => name),
  solvent: solventNames,
};

const day = () => isoDate().nullable();

/** What a lot is known by, and until when it is good. */
export const lotName = {
  kind: oneOf(lotKinds),
  /** What stands on the bottle, roll or pack. */
  lot: words(60),
  material: words(80),
  /** Best before, as its maker says; null where none is told. */
  expiresOn: day(),
  openedOn: day(),
  /** How many days it lasts once it is open; null where that does not count. */
  openDays: boundedWhole(1, 3_650).nullable(),
};

/** A kind has materials of its own. */
export const checkMaterial = (
  { kind, material }: { kind: LotKind; material: string },
  context: z.core.$RefinementCtx,
) => {
  if (lotMaterials[kind].includes(material)) return;
  context.addIssue({
    code: "custom",
    path: ["material"],
    message: `"${material}" must be one of ${lotMaterials[kind].join("; ")}`,
  });
};

/** A lot as a job is told of it. */
export const lotTold = z
  .strictObject({
    ...lotName,
    /** As it was measured on an earlier job. Adhesives only. */
    viscosityPaS: bounded(0.001, 10_000).optional(),
  })
  .superRefine(checkMaterial);
export type LotTold = z.output<typeof lotTold>;

/** Until when a lot may be used, ms since 1970: the earlier of its date and what it lasts once open; null where neither is told. */
export function usableUntilMs({
  expiresOn,
  openedOn,
  openDays,
}: Pick<LotTold, "expiresOn" | "openedOn" | "openDays">): number | null {
  const DAY_MS = 86_400_000;
  // To the end of the day that is named.
  const ends = [
    ...(expiresOn === null ? [] : [Date.parse(expiresOn) + DAY_MS]),
    ...(openedOn === null || openDays === null ? [] : [Date.parse(openedOn) + (openDays + 1) * DAY_MS]),
  ];
  return ends.length === 0 ? null : Math.min(...ends);
}

/** The last day on which a lot may be used, as 2026-11-30; null where no date is told. */
export function lastDayOf(told: Parameters<typeof usableUntilMs>[0]): string | null {
  const until = usableUntilMs(told);
  return until === null ? null : new Date(until - 1).toISOString().slice(0, 10);
}

export const isOutOfDate = (told: Parameters<typeof usableUntilMs>[0], nowMs: number): boolean => {
  const until = usableUntilMs(told);
  return until !== null && nowMs >= until;
};

/** How many days a material lasts once open, where that is known. */
export const openDaysOf = (kind: LotKind, material: string): number | null =>
  kind === "adhesive" ? adhesiveNamed(material).openDays.value : null;

/** A lot on the shelf, as far as it says how much of it may be used. */
type OnShelf = Parameters<typeof usableUntilMs>[0] & {
  kind: LotKind;
  material: string;
  isBlocked: boolean;
  /** In the kind's unit. */
  leftQuantity: number;
};

/**
 * How much of a kind may be used, in its unit: of lots that are neither blocked nor out of date. Film that is cut from sheets is not counted.
 *
 * @example
 * const bottle = { kind: "adhesive", material: "UV-curing liquid optical adhesive", expiresOn: null, openedOn: null, openDays: null };
 * usableOf("adhesive", [{ ...bottle, isBlocked: false, leftQuantity: 20 }, { ...bottle, isBlocked: true, leftQuantity: 9 }], 0) // 20
 */
export const usableOf = (kind: LotKind, lots: readonly OnShelf[], nowMs: number): number =>
  lots
    .filter(
      (one) => one.kind === kind && !one.isBlocked && !isOutOfDate(one, nowMs) && !isSheetFilm(one.material),
    )
    .reduce((sum, { leftQuantity }) => sum + Math.max(0, leftQuantity), 0);
