import type { JobState } from "../job/fold.ts";
import { adhesiveNamed, bondPractice, viscosityAt, type LiquidAdhesive } from "../materials/adhesives.ts";

/** The liquid that a job is reckoned with: the bottle's kind, and how thick it is in this room. */
export interface AdhesiveInUse extends LiquidAdhesive {
  roomC: number;
  /** Now, Pa s: as it was measured, or by its data sheet and the room. */
  nowPaS: number;
  /** Where `nowPaS` comes from; null where it was measured. */
  assumed: string | null;
}

export function adhesiveInUse(state: Pick<JobState, "lots" | "readings">): AdhesiveInUse {
  const lot = state.lots.adhesive;
  const adhesive = adhesiveNamed(lot?.material);
  const last = (quantity: string) => state.readings.filter((r) => r.quantity === quantity).at(-1)?.value;
  const room = last("room");
  const roomC = room ?? bondPractice.roomC.value;
  const measured = last("viscosity") ?? lot?.viscosityPaS;
  return {
    ...adhesive,
    roomC,
    nowPaS: measured ?? viscosityAt(adhesive, roomC),
    assumed:
      measured === undefined
        ? `${adhesive.viscosityPaS.value} Pa s at 25 °C (${adhesive.viscosityPaS.source.text}), at ${roomC} °C in the room${room === undefined ? " (assumed)" : ""}`
        : null,
  };
}
