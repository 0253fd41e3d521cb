import type { ResiduePatch } from "../clean/residue.ts";
import type { Calculated } from "../device/calculated.ts";
import type { BubbleFate, BubblePlace } from "./bubble-place.ts";

export interface LotTaken {
  kind: "adhesive" | "film" | "tape";
  lot: string;
  material: string;
  /** Last day on which it may be used, ISO date; null where it has none. */
  goodUntil: string | null;
  /** As it was measured of this lot; null where its data sheet has to do. */
  viscosityPaS: number | null;
}

/** What the fill of a pattern came to. */
export interface FillOutcome {
  wetPct: number;
  trappedMm2: number;
  /** Of the windows, how wet the wettest gets, %. */
  windowsWetPct: number;
}

export interface BondSlot {
  /** Old glue that was seen and marked, by the move that told it. */
  residue: readonly (ResiduePatch & { id: string; gone: boolean })[];
  solvent: { solvent: string; volumeMl: number; evaporateMin: number; lot: string | null } | null;
  lots: Readonly<Partial<Record<LotTaken["kind"], LotTaken>>>;
  dose: { gapUm: number; volumeMl: number; calculated: Calculated } | null;
  pattern: { name: string; fill: FillOutcome; calculated: Calculated } | null;
  laidMl: number | null;
  loweringSinceMs: number | null;
  loweredS: number | null;
  /** The glass has come down to its bond line from then on. */
  settledFromMs: number | null;
  chamberSinceMs: number | null;
  chamberRuns: number;
  /** Bubbles that were marked where they are, and what became of each. */
  bubbles: readonly (BubblePlace & { id: string; settled: BubbleFate | null; settledMs?: number })[];
  /** Bubbles that the last look found. */
  bubblesLeft: number;
  laminatorSinceMs: number | null;
  laminated: boolean;
  filmOnGlass: boolean;
  inMould: boolean;
  tapeOn: boolean;
  /** Add-on touch: its layer lies under the new glass. */
  sensorOnGlass: boolean;
  squeezeSinceMs: number | null;
  squeezed: boolean;
  spent: readonly { what: string; quantity: number; unit: string; lot: string | null; seq: number }[];
}
