import type { Scene } from "../device/scene.ts";
import { adhesiveNamed, bondPractice, viscosityAt } from "../materials/adhesives.ts";
import type { AdhesiveInUse } from "./adhesive-in-use.ts";
import { t } from "../../words/bond.ts";

/** The liquid of a job as it stands: the bottle's kind, as thick as it was measured, or as its data sheet says in this room. */
export function adhesiveNow({ state }: Pick<Scene, "state">): AdhesiveInUse {
  const lot = state.bond.lots.adhesive;
  const adhesive = adhesiveNamed(lot?.material);
  const last = (quantity: string) =>
    state.records.readings.filter((reading) => reading.quantity === quantity).at(-1)?.value;
  const room = last("room");
  const roomC = room ?? bondPractice.roomC.value;
  const measured = last("viscosity") ?? lot?.viscosityPaS ?? undefined;
  return {
    ...adhesive,
    roomC,
    nowPaS: measured ?? viscosityAt(adhesive, roomC),
    assumed:
      measured === undefined
        ? t("pa-s-at-25-c-at-c", {
            viscosityPaS: adhesive.viscosityPaS.value,
            source: adhesive.viscosityPaS.source.text,
            roomC,
            assumed: room === undefined ? t("assumed") : "",
          })
        : null,
  };
}
