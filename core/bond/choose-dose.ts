import { calculatedBy, type Calculated } from "../device/calculated.ts";
import type { Scene } from "../device/scene.ts";
import { calculateAdhesiveDose } from "./adhesive-dose.ts";
import { adhesiveOf } from "./adhesive-of.ts";
import { bondDoseInput } from "./bond-dose.ts";

/** Millilitres as a syringe is read. */
export const asRead = (ml: number): number => Number(ml.toPrecision(3));

/** The bond line and the liquid that it takes on this panel, by adhesive-dose. */
export function chooseDose(
  { family, state }: Scene,
  gapUm?: number,
): { gapUm: number; volumeMl: number; calculated: Calculated } {
  const input = bondDoseInput(
    family,
    gapUm === undefined ? {} : { gapUm },
    adhesiveOf(state.bond.lots.adhesive?.material),
  );
  return {
    gapUm: input.gapUm,
    volumeMl: asRead(calculateAdhesiveDose(input).volumeMl),
    calculated: calculatedBy("adhesive-dose", input),
  };
}
