import { adhesiveNamed, bondPractice, viscosityAt } from "../materials/adhesives.ts";
import type { AdhesiveInUse } from "./adhesive-in-use.ts";

/** The liquid of a material in the room as it is assumed: by its data sheet's viscosity. */
export function adhesiveOf(material: string | undefined): AdhesiveInUse {
  const adhesive = adhesiveNamed(material);
  const roomC = bondPractice.roomC.value;
  return {
    ...adhesive,
    roomC,
    nowPaS: viscosityAt(adhesive, roomC),
    assumed: `${adhesive.viscosityPaS.value} Pa s at 25 °C (${adhesive.viscosityPaS.source.text}), at ${roomC} °C in the room (assumed)`,
  };
}
