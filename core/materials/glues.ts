import { interpolate } from "../interpolate.ts";
import { assumed, type MaterialValue, type Source } from "./materials.ts";

/** What holds two layers together, as far as parting is concerned. */
export interface Glue {
  /** The material of the layer, as the library names it. */
  material: string;
  /** From there on it breaks instead of giving: the cold school's band ends here, C. */
  brittleC: MaterialValue;
  /** How much energy parting takes against temperature, J/m2; straight between the points. Assumed until measured. */
  strength: readonly { temperatureC: number; fractureEnergyJm2: number }[];
  strengthSource: Source;
}

const curve = (...points: readonly (readonly [number, number])[]) =>
  points.map(([temperatureC, fractureEnergyJm2]) => ({ temperatureC, fractureEnergyJm2 }));

const acrylic = assumed(
  "soft acrylics lose most of their hold between 50 and 80 °C and turn to glass below -10 to -40 °C",
);

export const glues: readonly Glue[] = [
  {
    material: "optical adhesive film",
    brittleC: { value: -10, low: -30, high: 0, source: acrylic },
    strength: curve(
      [-40, 1],
      [-20, 3],
      [-5, 60],
      [21, 200],
      [45, 60],
      [60, 15],
      [72, 4],
      [90, 1.5],
      [120, 0.8],
    ),
    strengthSource: acrylic,
  },
  {
    material: "liquid optical adhesive, cured",
    brittleC: { value: -15, low: -40, high: 0, source: acrylic },
    strength: curve(
      [-40, 1.5],
      [-20, 5],
      [-5, 70],
      [21, 150],
      [45, 50],
      [60, 14],
      [72, 5],
      [90, 2],
      [120, 1],
    ),
    strengthSource: acrylic,
  },
  {
    material: "perimeter tape, foam",
    brittleC: { value: -25, low: -40, high: -10, source: acrylic },
    strength: curve([-40, 10], [-10, 200], [21, 400], [45, 150], [60, 60], [75, 20], [100, 8]),
    strengthSource: acrylic,
  },
];

/** The glue that a layer of this material is; an adhesive film where the library holds nothing nearer. */
export const glueOf = (material: string): Glue =>
  glues.find((glue) => glue.material === material) ?? glues[0]!;

/** Fracture energy at a temperature, J/m2; the ends of the curve beyond them. */
export const strengthAt = ({ strength }: Pick<Glue, "strength">, temperatureC: number): number =>
  interpolate(
    strength.map((point) => point.temperatureC),
    strength.map((point) => point.fractureEnergyJm2),
    temperatureC,
  );
