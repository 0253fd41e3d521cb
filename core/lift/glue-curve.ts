import { Matrix, solve } from "ml-matrix";

/** What a bench has measured of a glue: how much energy parting took, at which temperature. */
export interface StrengthReading {
  /** Of the event that tells of it. */
  id: string;
  glueC: number;
  fractureEnergyJm2: number;
}

/** A straight line through the logarithms: ln G = ln G0 + slope (T - T0), with the scatter about it as a factor. */
export interface GlueCurve {
  fromC: number;
  toC: number;
  at: (temperatureC: number) => number;
  /** Two readings in three lie within this factor of the line. */
  scatterFactor: number;
}

const LEAST_READINGS = 3;
const LEAST_SPAN_K = 10;

/**
 * This shop's own curve for a glue, from its wedge readings; null while there are fewer than three over ten degrees.
 * Least squares in ln G against temperature. Energies in J/m2, temperatures in C.
 */
export function glueCurve(readings: readonly Omit<StrengthReading, "id">[]): GlueCurve | null {
  const temperatures = readings.map((reading) => reading.glueC);
  const [fromC, toC] = [Math.min(...temperatures), Math.max(...temperatures)];
  if (readings.length < LEAST_READINGS || toC - fromC < LEAST_SPAN_K) return null;
  const middleC = (fromC + toC) / 2;
  const design = new Matrix(temperatures.map((t) => [1, t - middleC]));
  const logs = readings.map((reading) => Math.log(reading.fractureEnergyJm2));
  const [level, slope] = solve(design, Matrix.columnVector(logs), true).to1DArray() as [number, number];
  const squares = readings.reduce(
    (sum, { glueC }, i) => sum + (logs[i]! - level - slope * (glueC - middleC)) ** 2,
    0,
  );
  return {
    fromC,
    toC,
    at: (temperatureC) => Math.exp(level + slope * (temperatureC - middleC)),
    scatterFactor: Math.exp(Math.sqrt(squares / Math.max(1, readings.length - 2))),
  };
}
