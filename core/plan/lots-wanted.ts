import type { BondSlot } from "../bond/bond-slot.ts";
import { lotKinds, lotUnits, type LotKind } from "../materials/lots.ts";

/** How much of each kind of lot is used up, in the unit that it is counted in. */
export type LotsWanted = Partial<Record<LotKind, number>>;

/** The kind that is spent in a unit; solvent is noted by itself. */
const kindIn = (unit: string): LotKind | undefined =>
  lotKinds.find((kind) => kind !== "solvent" && lotUnits[kind] === unit);

type Used = Pick<BondSlot, "spent" | "solvent">;

/**
 * What a job will still use up of lots: what it has used at the end of its plan and not yet now. Parts are not counted here, nor film that is cut from
 * sheets.
 *
 * @example
 * const glue = { what: "liquid optical adhesive", quantity: 4, unit: "ml", lot: null, seq: 9 };
 * lotsWanted({ spent: [], solvent: null }, { spent: [glue], solvent: null }) // { adhesive: 4 }
 */
export function lotsWanted(now: Used, end: Used): LotsWanted {
  const wanted: LotsWanted = {};
  const add = (kind: LotKind, quantity: number) => (wanted[kind] = (wanted[kind] ?? 0) + quantity);
  const isOver = new Set(now.spent.map(({ seq }) => seq));
  for (const { unit, quantity, seq } of end.spent) {
    const kind = kindIn(unit);
    if (kind && !isOver.has(seq)) add(kind, quantity);
  }
  if (end.solvent && !now.solvent) add("solvent", end.solvent.volumeMl);
  return wanted;
}
