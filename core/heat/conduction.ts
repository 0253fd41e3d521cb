/**
 * One-dimensional heat conduction through a stack: the grid and the time steps.
 *
 * Finite volumes: each cell keeps its energy, neighbours exchange `conductance x difference`. A conductance between
 * two cells is the series of their half thicknesses and of a contact between them, which is the harmonic mean where
 * the contact is perfect (Patankar 1980, *Numerical Heat Transfer and Fluid Flow*, 4.2-3; from memory).
 *
 * Time: TR-BDF2 with gamma = 2 - sqrt(2) (Bank et al. 1985; error estimate Hosea & Shampine 1996; from memory). Second
 * order, unconditionally stable, and L-stable, so that a jump at a face is damped instead of ringing.
 */

export interface ConductionLayer {
  thicknessM: number;
  conductivityWmK: number;
  /** Density times specific heat, J/(m3 K). */
  volumetricHeatJm3K: number;
  /** Conductance of the contact under this layer, W/(m2 K); Infinity where the contact is perfect. */
  contactBelowWm2K: number;
}

/** A face's condition: it exchanges `conductance x (ambient - face)`. Infinity holds it, 0 insulates it. */
export interface FaceExchange {
  conductanceWm2K: number;
  ambientC: number;
}

export interface Grid {
  layers: readonly ConductionLayer[];
  /** First cell of each layer, and at the end the number of cells. */
  firstCell: number[];
  /** Heat capacity of each cell, J/(m2 K). */
  capacity: Float64Array;
  /** Conductance from the middle of a cell to its own face, W/(m2 K). */
  toFace: Float64Array;
  /** Conductance from the middle of cell i to the middle of cell i + 1, W/(m2 K). */
  toNext: Float64Array;
}

/** Cells for each layer in proportion to the square root of its diffusion time, at least `least`. */
function cellCounts(layers: readonly ConductionLayer[], total: number, least: number): number[] {
  const weight = layers.map(
    (layer) => layer.thicknessM / Math.sqrt(layer.conductivityWmK / layer.volumetricHeatJm3K),
  );
  const sum = weight.reduce((a, b) => a + b, 0);
  return weight.map((w) => Math.max(least, Math.round((total * w) / sum)));
}

/** Divides the stack into cells. `cells` is the number wished for; every layer has at least four. */
export function buildGrid(layers: readonly ConductionLayer[], cells = 60): Grid {
  const counts = cellCounts(layers, cells, 4);
  const firstCell = [0];
  counts.forEach((count, i) => firstCell.push(firstCell[i]! + count));
  const n = firstCell[layers.length]!;
  const capacity = new Float64Array(n);
  const toFace = new Float64Array(n);
  const toNext = new Float64Array(Math.max(0, n - 1));
  layers.forEach((layer, l) => {
    const width = layer.thicknessM / counts[l]!;
    for (let i = firstCell[l]!; i < firstCell[l + 1]!; i += 1) {
      capacity[i] = layer.volumetricHeatJm3K * width;
      toFace[i] = (2 * layer.conductivityWmK) / width;
    }
  });
  for (let i = 0; i < n - 1; i += 1) toNext[i] = 1 / (1 / toFace[i]! + 1 / toFace[i + 1]!);
  layers.slice(0, -1).forEach((layer, l) => {
    if (Number.isFinite(layer.contactBelowWm2K)) {
      const i = firstCell[l + 1]! - 1;
      toNext[i] = 1 / (1 / toFace[i]! + 1 / layer.contactBelowWm2K + 1 / toFace[i + 1]!);
    }
  });
  return { layers, firstCell, capacity, toFace, toNext };
}

const GAMMA = 2 - Math.SQRT2;
const DIAGONAL = GAMMA / 2;
const OUTER_WEIGHT = Math.SQRT2 / 4;
const ERROR_WEIGHTS = [
  OUTER_WEIGHT - (1 - OUTER_WEIGHT) / 3,
  OUTER_WEIGHT - (3 * OUTER_WEIGHT + 1) / 3,
  DIAGONAL - DIAGONAL / 3,
] as const;

/** Two conductances one behind the other, W/(m2 K); nothing passes where one is 0. */
export const series = (a: number, b: number) => (a === 0 || b === 0 ? 0 : 1 / (1 / a + 1 / b));

/** Face temperature on the outside of a cell: flux in equals flux out. */
export function faceTemperature(cellC: number, toFace: number, face: FaceExchange): number {
  if (face.conductanceWm2K === Infinity) return face.ambientC;
  return (toFace * cellC + face.conductanceWm2K * face.ambientC) / (toFace + face.conductanceWm2K);
}

/** Steps one phase (fixed conditions at both faces). Owns its work arrays; `temperatures` is changed in place. */
export class PhaseStepper {
  readonly temperatures: Float64Array;
  /** Energy that came in through both faces since the phase began, J/m2, by the same quadrature as the steps. */
  energyInJm2 = 0;
  private readonly grid: Grid;
  private readonly top: FaceExchange;
  private readonly bottom: FaceExchange;
  private readonly topConductance: number;
  private readonly bottomConductance: number;
  private readonly flow: [Float64Array, Float64Array, Float64Array];
  private readonly middle: Float64Array;
  private readonly next: Float64Array;
  private readonly lower: Float64Array;
  private readonly inversePivot: Float64Array;
  private factoredStepS = -1;
  private pendingEnergy = 0;

  constructor(grid: Grid, temperatures: Float64Array, top: FaceExchange, bottom: FaceExchange) {
    const n = grid.capacity.length;
    this.grid = grid;
    this.temperatures = temperatures;
    this.top = top;
    this.bottom = bottom;
    this.topConductance = series(grid.toFace[0]!, top.conductanceWm2K);
    this.bottomConductance = series(grid.toFace[n - 1]!, bottom.conductanceWm2K);
    this.flow = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    this.middle = new Float64Array(n);
    this.next = new Float64Array(n);
    this.lower = new Float64Array(n);
    this.inversePivot = new Float64Array(n);
  }

  /** Net heat into each cell at these temperatures, W/m2, written to `flow`. Returns the heat through both faces. */
  private netFlow(t: Float64Array, flow: Float64Array): number {
    const { toNext } = this.grid;
    const n = t.length;
    const inTop = this.topConductance * (this.top.ambientC - t[0]!);
    const inBottom = this.bottomConductance * (this.bottom.ambientC - t[n - 1]!);
    let fromAbove = inTop;
    for (let i = 0; i < n - 1; i += 1) {
      const down = toNext[i]! * (t[i]! - t[i + 1]!);
      flow[i] = fromAbove - down;
      fromAbove = down;
    }
    flow[n - 1] = fromAbove + inBottom;
    return inTop + inBottom;
  }

  /** Factors `capacity - DIAGONAL step A`, the matrix of both stages (A is symmetric and tridiagonal). */
  private factor(stepS: number): void {
    if (stepS === this.factoredStepS) return;
    const { capacity, toNext } = this.grid;
    const { lower, inversePivot } = this;
    const n = capacity.length;
    const f = DIAGONAL * stepS;
    for (let i = 0; i < n; i += 1) {
      const above = i === 0 ? this.topConductance : toNext[i - 1]!;
      const below = i === n - 1 ? this.bottomConductance : toNext[i]!;
      let diagonal = capacity[i]! + f * (above + below);
      if (i > 0) {
        const off = f * above;
        lower[i] = off * inversePivot[i - 1]!;
        diagonal -= lower[i]! * off;
      }
      inversePivot[i] = 1 / diagonal;
    }
    this.factoredStepS = stepS;
  }

  /** Solves the factored system in place. */
  private solve(rhs: Float64Array): void {
    const { lower, inversePivot } = this;
    const n = rhs.length;
    for (let i = 1; i < n; i += 1) rhs[i]! += lower[i]! * rhs[i - 1]!;
    rhs[n - 1]! *= inversePivot[n - 1]!;
    for (let i = n - 2; i >= 0; i -= 1) rhs[i] = rhs[i]! * inversePivot[i]! + lower[i + 1]! * rhs[i + 1]!;
  }

  /** Tries a step and returns the estimated error, K (largest cell). The step counts only after `accept`. */
  attempt(stepS: number): number {
    const t = this.temperatures;
    const n = t.length;
    const [flow0, flow1, flow2] = this.flow;
    this.factor(stepS);
    const through0 = this.netFlow(t, flow0);
    // The increments are solved for, not the temperatures, so that a state at rest stays exactly at rest.
    const { middle, next } = this;
    for (let i = 0; i < n; i += 1) middle[i] = GAMMA * stepS * flow0[i]!;
    this.solve(middle);
    for (let i = 0; i < n; i += 1) middle[i]! += t[i]!;
    const through1 = this.netFlow(middle, flow1);
    for (let i = 0; i < n; i += 1) {
      next[i] = stepS * ((OUTER_WEIGHT + DIAGONAL) * flow0[i]! + OUTER_WEIGHT * flow1[i]!);
    }
    // Right side: w (f0 + f1) step + d step f(t); the unknown is next - t, so the known part of f is taken at t.
    this.solve(next);
    for (let i = 0; i < n; i += 1) next[i]! += t[i]!;
    const through2 = this.netFlow(next, flow2);
    this.pendingEnergy = stepS * (OUTER_WEIGHT * (through0 + through1) + DIAGONAL * through2);
    const estimate = flow0;
    for (let i = 0; i < n; i += 1) {
      estimate[i] =
        stepS * (ERROR_WEIGHTS[0] * flow0[i]! + ERROR_WEIGHTS[1] * flow1[i]! + ERROR_WEIGHTS[2] * flow2[i]!);
    }
    this.solve(estimate);
    let worst = 0;
    for (let i = 0; i < n; i += 1) worst = Math.max(worst, Math.abs(estimate[i]!));
    return worst;
  }

  /** Takes the step that was last attempted. */
  accept(): void {
    this.temperatures.set(this.next);
    this.energyInJm2 += this.pendingEnergy;
  }

  topFaceC(): number {
    return faceTemperature(this.temperatures[0]!, this.grid.toFace[0]!, this.top);
  }

  bottomFaceC(): number {
    const last = this.temperatures.length - 1;
    return faceTemperature(this.temperatures[last]!, this.grid.toFace[last]!, this.bottom);
  }
}

/** Heat stored in the stack above 0 C, J/m2. */
export function storedJm2(grid: Grid, temperatures: Float64Array): number {
  return grid.capacity.reduce((sum, c, i) => sum + c * temperatures[i]!, 0);
}

/**
 * Temperatures on both sides of the boundary under a layer: equal where the contact is perfect,
 * apart by the contact's resistance where it is not.
 */
export function boundaryTemperatures(
  grid: Grid,
  temperatures: Float64Array,
  layer: number,
): { aboveC: number; belowC: number } {
  const i = grid.firstCell[layer + 1]! - 1;
  const flux = grid.toNext[i]! * (temperatures[i]! - temperatures[i + 1]!);
  return {
    aboveC: temperatures[i]! - flux / grid.toFace[i]!,
    belowC: temperatures[i + 1]! + flux / grid.toFace[i + 1]!,
  };
}

/** Lowest and highest temperature in a layer, its two faces included. */
export function layerRange(
  grid: Grid,
  temperatures: Float64Array,
  layer: number,
  top: FaceExchange,
  bottom: FaceExchange,
): { lowC: number; highC: number } {
  const last = grid.layers.length - 1;
  const [first, end] = [grid.firstCell[layer]!, grid.firstCell[layer + 1]!];
  const upper =
    layer === 0
      ? faceTemperature(temperatures[0]!, grid.toFace[0]!, top)
      : boundaryTemperatures(grid, temperatures, layer - 1).belowC;
  const lower =
    layer === last
      ? faceTemperature(temperatures[end - 1]!, grid.toFace[end - 1]!, bottom)
      : boundaryTemperatures(grid, temperatures, layer).aboveC;
  let lowC = Math.min(upper, lower);
  let highC = Math.max(upper, lower);
  for (let i = first; i < end; i += 1) {
    lowC = Math.min(lowC, temperatures[i]!);
    highC = Math.max(highC, temperatures[i]!);
  }
  return { lowC, highC };
}
