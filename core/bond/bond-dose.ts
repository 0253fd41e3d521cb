import { bondPractice, liquidAdhesive, type LiquidAdhesive } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { panelAreaMm2 } from "../stack/panel-geometry.ts";
import { calculateAdhesiveDose, type AdhesiveDoseInput } from "./adhesive-dose.ts";

/** The dose input for a family, with whatever this job has chosen in place of what is assumed. */
export function bondDoseInput(
  family: Family,
  chosen: Partial<Record<string, number>> = {},
  adhesive: LiquidAdhesive = liquidAdhesive,
): AdhesiveDoseInput {
  return {
    areaMm2: panelAreaMm2(family.outline),
    gapUm: chosen.gapUm ?? bondPractice.gapUm.value,
    overflowPct: chosen.overflowPct ?? bondPractice.overflowPct.value,
    shrinkPct: chosen.shrinkPct ?? adhesive.shrinkPct.value,
    densityGcm3: chosen.densityGcm3 ?? adhesive.densityGcm3.value,
    nozzleInsideMm: chosen.nozzleInsideMm ?? bondPractice.nozzleInsideMm.value,
  };
}

export const bondDose = (
  family: Family,
  chosen?: Partial<Record<string, number>>,
  adhesive?: LiquidAdhesive,
) => calculateAdhesiveDose(bondDoseInput(family, chosen, adhesive));
