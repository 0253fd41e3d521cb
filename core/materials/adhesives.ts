import type { MaterialValue, Source } from "./materials.ts";

const memory = (text: string): Source => ({ kind: "from memory", text });
const assumed = (text: string): Source => ({ kind: "assumed", text });
const value = (v: number, low: number, high: number, source: Source): MaterialValue => ({
  value: v,
  low,
  high,
  source,
});

/** The liquid optical adhesive that the bond and cure stages reckon with until a bottle's own sheet is entered. */
export const liquidAdhesive = {
  name: "UV-curing liquid optical adhesive",
  densityGcm3: value(1.07, 0.98, 1.15, memory("acrylate adhesives, usual data-sheet values")),
  shrinkPct: value(3, 0.5, 6, memory("low-shrinkage acrylates")),
  overflowPct: value(8, 0, 25, assumed("a little must run out at every edge to leave no air")),
  gapUm: value(150, 80, 300, assumed("bond line of a small panel")),
  nozzleInsideMm: value(0.84, 0.2, 1.6, memory("an 18 gauge dispensing tip")),
  viscosityPaS: value(2.5, 0.3, 10, memory("such adhesives at 25 °C; thinner when warm")),
  surfaceTensionMnM: value(32, 25, 40, assumed("acrylate liquids")),
  capillaryLimit: value(
    0.1,
    0.01,
    1,
    assumed("where a front begins to take air along; clean faces bear more"),
  ),
  /** What presses, N, and how far the far edge stands open at first, mm. */
  pressingN: value(2, 0.5, 20, assumed("the glass's own weight and a light hand")),
  wedgeMm: value(20, 5, 60, assumed("a thumb's breadth under the far edge")),
  requiredMjCm2: value(3_000, 1_500, 6_000, memory("data sheets of such adhesives: 2 to 6 J/cm2 of UV-A")),
  tackMjCm2: value(300, 100, 600, assumed("a tenth of the full dose holds the glass in place")),
} as const;

/** Light at the bench until a radiometer says otherwise. */
export const benchLamp = {
  irradianceMwCm2: value(60, 10, 200, assumed("a curing torch or box at working distance; it ages")),
  coverTransmittancePct: value(88, 60, 92, assumed("clear cover glass at 385 to 405 nm, two faces")),
  borderTransmittancePct: value(2, 0, 10, assumed("printed border, seen from above")),
} as const;
