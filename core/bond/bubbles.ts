import { assumed, valueOf } from "../materials/materials.ts";
import { viscosityAt } from "../materials/adhesives.ts";
import { celsiusToKelvin } from "../units.ts";
import type { AdhesiveInUse } from "./adhesive-in-use.ts";
import { calculateDebubble, type Debubble } from "./debubble.ts";

/** Air in uncured acrylate adhesive. */
export const airInGlue = {
  /** At 25 °C; warmer as the liquid gets thinner (Stokes and Einstein). */
  diffusivityM2S: valueOf(1e-10, 2e-11, 5e-10, assumed("air in a liquid as thick as honey")),
  ostwald: valueOf(0.1, 0.05, 0.2, assumed("air in organic liquids")),
  saturation: valueOf(1, 0.2, 1, assumed("a bottle that has stood in air")),
} as const;

/** What the chamber can do, and what it is set to until something is chosen. Common practice, no source. */
export const chamber = {
  usual: { holdBar: 5, holdMin: 15, chamberC: 40 },
  bar: { min: 1.5, max: 8 },
  min: { min: 1, max: 180 },
  c: { min: 20, max: 55 },
} as const;

/** A run of the pressure chamber: bar absolute, minutes, °C. */
export interface ChamberProgram {
  holdBar: number;
  holdMin: number;
  chamberC: number;
}

export const programOf = (settings: Partial<Record<string, number>> = {}): ChamberProgram => ({
  holdBar: settings.holdBar ?? chamber.usual.holdBar,
  holdMin: settings.holdMin ?? chamber.usual.holdMin,
  chamberC: settings.chamberC ?? chamber.usual.chamberC,
});

/** Diffusivity at a temperature: with T over viscosity, m²/s. */
export function diffusivityAt(adhesive: AdhesiveInUse, atC: number): number {
  const thinner = viscosityAt(adhesive, 25) / viscosityAt(adhesive, atC);
  return (airInGlue.diffusivityM2S.value * thinner * celsiusToKelvin(atC)) / celsiusToKelvin(25);
}

/** What a run of the chamber makes of a bubble of this width in a bond line. One wider than the bond line spans it. */
export function inChamber(
  diameterMm: number,
  gapUm: number,
  { holdBar, holdMin, chamberC }: ChamberProgram,
  adhesive: AdhesiveInUse,
): Debubble {
  const radiusUm = diameterMm * 500;
  return calculateDebubble({
    radiusUm,
    holdBarAbs: holdBar,
    holdMin,
    diffusivityM2S: diffusivityAt(adhesive, chamberC),
    ostwald: airInGlue.ostwald.value,
    saturation: airInGlue.saturation.value,
    surfaceTensionMnM: adhesive.surfaceTensionMnM.value,
    ...(2 * radiusUm >= gapUm ? { shape: "spanning", gapUm } : { shape: "round" }),
  });
}

/** The shortest run at the chamber's full pressure, and this temperature, that takes the widest bubble away; null where none does. */
export function programFor(
  widestMm: number,
  gapUm: number,
  chamberC: number,
  adhesive: AdhesiveInUse,
): ChamberProgram | null {
  const program = { holdBar: chamber.bar.max, holdMin: chamber.min.max, chamberC };
  const { vanishMin } = inChamber(widestMm, gapUm, program, adhesive);
  // A tenth more than it takes, so that the last of it is gone for good.
  const holdMin = vanishMin === null ? Infinity : Math.ceil(1.1 * vanishMin);
  return holdMin > chamber.min.max ? null : { ...program, holdMin: Math.max(1, holdMin) };
}
