import { stiffnessOf, type Stiffness } from "../materials/stiffness.ts";
import { materialOf, type Family, type Layer, type Seam } from "../stack/family.ts";
import type { Damage } from "../intake/damage.ts";
import type { LiftStressInput } from "./lift-stress-input.ts";

/** One side of a seam as it bends: the layers that carry it, as one plate. */
export interface BendingPart {
  modulusGpa: number;
  thicknessMm: number;
  poisson: number;
  bearsMpa: number;
  source: string;
}

/** Layers that are not glued to one another by something stiff bend each for itself: the stiffest of them carries. */
function partOf(family: Family, layers: readonly Layer[]): BendingPart | null {
  const carrying = layers
    .map((layer) => ({ layer, stiffness: stiffnessOf(materialOf(family, layer.material)) }))
    .map(({ layer, stiffness }) => ({
      stiffness,
      thicknessMm: layer.thicknessUm / 1_000,
      bending: stiffness.modulusGpa * layer.thicknessUm ** 3,
    }))
    .sort((a, b) => b.bending - a.bending)[0];
  if (!carrying) return null;
  const { modulusGpa, poisson, bearsMpa, source }: Stiffness = carrying.stiffness;
  return { modulusGpa, poisson, bearsMpa, thicknessMm: carrying.thicknessMm, source: source.text };
}

/** Glass that is cracked bears less. Assumed. */
const CRACKED_MPA = 30;

/** What bends above and below a seam; a crack in the glass lowers what the lifted part bears. */
export function bendingParts(
  family: Family,
  seam: Pick<Seam, "layer">,
  damage: readonly Pick<Damage, "damage">[] = [],
): { lifted: BendingPart; base: BendingPart } | null {
  const at = family.stack.findIndex((layer) => layer.name === seam.layer);
  const lifted = partOf(family, family.stack.slice(0, at));
  const base = partOf(family, family.stack.slice(at + 1));
  if (!lifted || !base) return null;
  const isCracked = damage.some(({ damage: kind }) => kind === "crack" || kind === "missing shard");
  return {
    lifted:
      isCracked && lifted.bearsMpa > CRACKED_MPA
        ? { ...lifted, bearsMpa: CRACKED_MPA, source: "cracked glass, assumed" }
        : lifted,
    base,
  };
}

/** A reading of wedge and front as the input of lift-stress. */
export function gaugeInput(
  parts: { lifted: BendingPart; base: BendingPart },
  isHeld: boolean,
  wedgeMm: number,
  frontMm: number,
): LiftStressInput {
  const plate = ({ modulusGpa, thicknessMm, poisson }: BendingPart) => ({ modulusGpa, thicknessMm, poisson });
  return {
    lifted: plate(parts.lifted),
    base: isHeld ? { support: "held" } : { support: "free", ...plate(parts.base) },
    wedgeMm,
    frontMm,
    allowableMpa: { lifted: parts.lifted.bearsMpa, base: parts.base.bearsMpa },
  };
}
