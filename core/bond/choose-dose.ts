import type { Calculated } from "../device/calculated.ts";
import { calculatedBy } from "../device/calculated-by.ts";
import type { Scene } from "../device/scene.ts";
import { calculateAdhesiveDose } from "./adhesive-dose.ts";
import { adhesiveNow } from "./adhesive-now.ts";
import { bondDoseInput } from "./bond-dose.ts";

/** Millilitres as a syringe is read. */
export const asRead = (ml: number): number => Number(ml.toPrecision(3));

/** The bond line and the liquid that it takes on this panel, by adhesive-dose. */
export function chooseDose(
  { family, state }: Scene,
  dialled: { gapUm?: number; overflowPct?: number } = {},
): { gapUm: number; volumeMl: number; calculated: Calculated } {
  const input = bondDoseInput(family, dialled, adhesiveNow({ state }));
  return {
    gapUm: input.gapUm,
    volumeMl: asRead(calculateAdhesiveDose(input).volumeMl),
    calculated: calculatedBy("adhesive-dose", input),
  };
}
