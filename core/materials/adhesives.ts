import { celsiusToKelvin } from "../units.ts";
import { assumed, memory, practice, valueOf, type MaterialValue, type Source } from "./materials.ts";

/** A liquid optical adhesive as its data sheet would tell of it. */
export interface LiquidAdhesive {
  name: string;
  densityGcm3: MaterialValue;
  shrinkPct: MaterialValue;
  /** At 25 °C. */
  viscosityPaS: MaterialValue;
  /** B of η = η25 exp(B (1/T - 1/298.15 K)), K: how fast warmth thins it. */
  thinningK: MaterialValue;
  surfaceTensionMnM: MaterialValue;
  requiredMjCm2: MaterialValue;
  tackMjCm2: MaterialValue;
  /** Light that cures it. */
  bandNm: { from: number; to: number; source: Source };
  /** Sealed and cool, days; and once it is open. */
  shelfDays: MaterialValue;
  openDays: MaterialValue;
  /** How long it may lie under bench light before it begins to set, min. */
  openTimeMin: MaterialValue;
}

/** Of the liquids that bond glass, mN/m. */
export const surfaceTensionOfLiquids = valueOf(32, 25, 40, assumed("acrylate liquids"));

const common = {
  surfaceTensionMnM: surfaceTensionOfLiquids,
  thinningK: valueOf(4_500, 2_500, 7_000, assumed("such liquids lose about half their viscosity in 15 K")),
  bandNm: { from: 365, to: 405, source: memory("photoinitiators of optical adhesives for LED lamps") },
  shelfDays: valueOf(365, 180, 540, memory("data sheets: six months to a year and a half, cool and dark")),
  openDays: valueOf(90, 30, 180, assumed("once air and light have been at it")),
  openTimeMin: valueOf(20, 5, 60, assumed("under bench light without a window")),
} as const;

/** The liquid optical adhesives that the bond and cure stages know; a lot names one of them. */
export const liquidAdhesives: readonly LiquidAdhesive[] = [
  {
    name: "UV-curing liquid optical adhesive",
    densityGcm3: valueOf(1.07, 0.98, 1.15, memory("acrylate adhesives, usual data-sheet values")),
    shrinkPct: valueOf(3, 0.5, 6, memory("low-shrinkage acrylates")),
    viscosityPaS: valueOf(2.5, 0.3, 10, memory("such adhesives at 25 °C; thinner when warm")),
    requiredMjCm2: valueOf(
      3_000,
      1_500,
      6_000,
      memory("data sheets of such adhesives: 2 to 6 J/cm2 of UV-A"),
    ),
    tackMjCm2: valueOf(300, 100, 600, assumed("a tenth of the full dose holds the glass in place")),
    ...common,
  },
  {
    name: "thin UV-curing liquid optical adhesive",
    densityGcm3: valueOf(1.04, 0.95, 1.12, memory("acrylate adhesives, usual data-sheet values")),
    shrinkPct: valueOf(4, 1, 7, memory("thinner acrylates shrink more")),
    viscosityPaS: valueOf(0.5, 0.1, 1.5, memory("low-viscosity grades at 25 °C")),
    requiredMjCm2: valueOf(
      2_500,
      1_500,
      6_000,
      memory("data sheets of such adhesives: 2 to 6 J/cm2 of UV-A"),
    ),
    tackMjCm2: valueOf(250, 100, 600, assumed("a tenth of the full dose holds the glass in place")),
    ...common,
  },
];

/** What is assumed until a bottle is chosen. */
export const liquidAdhesive = liquidAdhesives[0]!;

export const adhesiveNamed = (name: string | undefined): LiquidAdhesive =>
  liquidAdhesives.find((adhesive) => adhesive.name === name) ?? liquidAdhesive;

/** How liquid is laid and pressed at a bench, whatever the bottle. */
export const bondPractice = {
  overflowPct: valueOf(8, 0, 25, assumed("a little must run out at every edge to leave no air")),
  gapUm: valueOf(150, 80, 300, assumed("bond line of a small panel")),
  nozzleInsideMm: valueOf(0.84, 0.2, 1.6, memory("an 18 gauge dispensing tip")),
  capillaryLimit: valueOf(
    0.1,
    0.01,
    1,
    assumed("where a front begins to take air along; clean faces bear more"),
  ),
  /** What presses, N, and how far the far edge stands open at first, mm. */
  pressingN: valueOf(2, 0.5, 20, assumed("the glass's own weight and a light hand")),
  wedgeMm: valueOf(20, 5, 60, assumed("a thumb's breadth under the far edge")),
  roomC: valueOf(23, 18, 30, assumed("a heated workshop")),
} as const;

const DATA_SHEET_K = celsiusToKelvin(25);

/**
 * Viscosity of an adhesive at a temperature, Pa s: η = η25 exp(B (1/T - 1/T25)), from about 5 to 60 °C.
 * Source: the law of Andrade (Guzmán 1913, Andrade 1930; from memory).
 */
export function viscosityAt(
  { viscosityPaS, thinningK }: Pick<LiquidAdhesive, "viscosityPaS" | "thinningK">,
  atC: number,
): number {
  return viscosityPaS.value * Math.exp(thinningK.value * (1 / celsiusToKelvin(atC) - 1 / DATA_SHEET_K));
}

/** Perimeter tapes and optical adhesive films, as a lot may name them. */
export const tapeMaterials = [
  { name: "perimeter tape, foam", shelfDays: valueOf(730, 365, 1_095, practice("two years, cool and dry")) },
  { name: "perimeter tape, film", shelfDays: valueOf(730, 365, 1_095, practice("two years, cool and dry")) },
] as const;

/** How a perimeter tape wants to be pressed. */
export const tapePractice = {
  pressureKpa: valueOf(100, 50, 200, memory("pressure-sensitive tapes: a firm thumb or a roller")),
  dwellS: valueOf(30, 10, 60, practice("squeeze all round and hold")),
  fullStrengthH: valueOf(24, 12, 72, memory("acrylic tapes reach full strength in one to three days")),
  cornerGapMm: valueOf(0.5, 0, 1, practice("strips butt at the corners; a little gap lets nothing ruck up")),
  /** The tape stays clear of the picture and of the frame's outer rim by so much. */
  clearMm: valueOf(0.5, 0.2, 1, practice("room for a hand's error")),
} as const;

/** Light at the bench until a radiometer says otherwise. */
export const benchLamp = {
  irradianceMwCm2: valueOf(60, 10, 200, assumed("a curing torch or box at working distance; it ages")),
  borderTransmittancePct: valueOf(2, 0, 10, assumed("printed border, seen from above")),
  /** Of the light at an edge, what gets into the glue line and under the border. */
  sideSharePct: valueOf(
    40,
    10,
    70,
    assumed("light that enters the glass's edge slantwise and is led along it"),
  ),
} as const;
