import type { LiquidAdhesive } from "../materials/adhesives.ts";

/** The liquid that a job uses: the bottle's kind, and how thick it is in this room. */
export interface AdhesiveInUse extends LiquidAdhesive {
  roomC: number;
  /** Now, Pa s: as it was measured, or by its data sheet and the room. */
  nowPaS: number;
  /** Where `nowPaS` comes from; null where it was measured. */
  assumed: string | null;
}
