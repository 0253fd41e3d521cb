import type { ScrewMove } from "./screw-ledger.ts";

export type PartState = "in" | "out" | "moved" | "new";

export interface OpenSlot {
  /** It runs. */
  on: boolean;
  /** The plug or supply cable; a cell has none to pull. */
  plugged: boolean;
  unpluggedAtMs: number | null;
  board: "joined" | "isolated";
  provedDead: boolean;
  licence: boolean;
  casing: "shut" | "open";
  backRim: "glued" | "warm" | "cut";
  connectors: Readonly<Record<string, "joined" | "open">>;
  /** Keys of connectors in the order in which they were opened. */
  opened: readonly string[];
  parts: Readonly<Record<string, PartState>>;
  screws: readonly ScrewMove[];
}
