import { usualSettings, seamOf, type LiftHeatSettings } from "../heat/lift-heat.ts";
import type { HeatMethod } from "../heat/heat-method-input.ts";
import { glueOf, type Glue } from "../materials/glues.ts";
import { exampleFamilies } from "../stack/examples.ts";
import type { Family, Seam } from "../stack/family.ts";

/** A bonded panel that is practised on: its size, and the layers that differ. */
export interface BondedPanel {
  panel: { widthMm: number; heightMm: number };
  glassUm: number;
  adhesiveUm: number;
}

/** The same as the calculations take it. */
export function bondedFamily({ panel, glassUm, adhesiveUm }: BondedPanel): Family {
  const { back } = exampleFamilies;
  const thick: Record<string, number> = { "cover glass": glassUm, adhesive: adhesiveUm };
  return {
    ...back,
    outline: { ...back.outline, ...panel },
    stack: back.stack.map((layer) => ({ ...layer, thicknessUm: thick[layer.name] ?? layer.thicknessUm })),
  };
}

/** Where it is parted. */
export const bondedSeam = (family: Family): Seam => seamOf(family, "layer")!;

/** The face of the glue that is above it, by its place among a stack's faces. */
export const glueFace = (family: Family): number =>
  family.stack.findIndex(({ name }) => name === bondedSeam(family).layer);

/** What holds it. */
export const BONDED_GLUE: Glue = glueOf(exampleFamilies.back.stack[glueFace(exampleFamilies.back)]!.material);

/** Heat as it is usual for such a panel, by a method, for so long. */
export const heatBy = (family: Family, method: HeatMethod, soakS: number): LiftHeatSettings => ({
  ...usualSettings(bondedSeam(family)),
  method,
  soakS,
});

/** Of the room that is practised in, C. */
export const PRACTICE_ROOM_C = usualSettings(bondedSeam(exampleFamilies.back)).roomC;
