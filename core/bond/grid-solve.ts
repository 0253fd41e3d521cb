/** A system of equations on a grid's cells, each with up to four neighbours: diagonal positive, conductances taken away beside it. */
export interface GridSystem {
  cells: number;
  /** The slot that stands for a neighbour that is not there; it stays 0. */
  none: number;
  diagonal: Float64Array;
  rhs: Float64Array;
  /** Neighbours of each cell, or `none`; a west or north one comes before it, an east or south one after. */
  west: Int32Array;
  north: Int32Array;
  east: Int32Array;
  south: Int32Array;
  /** Conductance towards east and south, 0 where there is none. */
  toEast: Float64Array;
  toSouth: Float64Array;
  work: {
    factor: Float64Array;
    residual: Float64Array;
    direction: Float64Array;
    image: Float64Array;
    smoothed: Float64Array;
  };
}

export function emptySystem(mostCells: number): GridSystem {
  const size = mostCells + 1;
  const real = () => new Float64Array(size);
  const whole = () => new Int32Array(size);
  return {
    cells: 0,
    none: size - 1,
    diagonal: real(),
    rhs: real(),
    west: whole(),
    north: whole(),
    east: whole(),
    south: whole(),
    toEast: real(),
    toSouth: real(),
    work: { factor: real(), residual: real(), direction: real(), image: real(), smoothed: real() },
  };
}

/** Share of what the factorisation drops that it puts back on its diagonal. */
const PUT_BACK = 0.97;
const MOST_ITERATIONS = 600;

function factorise(system: GridSystem): void {
  const { cells, diagonal, west, north, toEast, toSouth } = system;
  const { factor } = system.work;
  for (let i = 0; i < cells; i += 1) {
    const [w, n] = [west[i]!, north[i]!];
    const [cw, cn, fw, fn] = [toEast[w]!, toSouth[n]!, factor[w]!, factor[n]!];
    const d =
      diagonal[i]! - cw * cw * fw - cn * cn * fn - PUT_BACK * (cw * toSouth[w]! * fw + cn * toEast[n]! * fn);
    factor[i] = 1 / (d > 0.25 * diagonal[i]! ? d : diagonal[i]!);
  }
}

/** y = A x; the dot product of the two. */
function multiply(system: GridSystem, x: Float64Array, y: Float64Array): number {
  const { cells, diagonal, west, north, east, south, toEast, toSouth } = system;
  let product = 0;
  for (let i = 0; i < cells; i += 1) {
    const [w, n] = [west[i]!, north[i]!];
    const value =
      diagonal[i]! * x[i]! -
      toEast[i]! * x[east[i]!]! -
      toEast[w]! * x[w]! -
      toSouth[i]! * x[south[i]!]! -
      toSouth[n]! * x[n]!;
    y[i] = value;
    product += value * x[i]!;
  }
  return product;
}

/** smoothed = the factorised system's answer to the residual; the dot product of the two. */
function precondition(system: GridSystem): number {
  const { cells, west, north, east, south, toEast, toSouth } = system;
  const { factor, residual, smoothed } = system.work;
  for (let i = 0; i < cells; i += 1) {
    const [w, n] = [west[i]!, north[i]!];
    smoothed[i] = (residual[i]! + toEast[w]! * smoothed[w]! + toSouth[n]! * smoothed[n]!) * factor[i]!;
  }
  let product = 0;
  for (let i = cells - 1; i >= 0; i -= 1) {
    const value =
      smoothed[i]! + (toEast[i]! * smoothed[east[i]!]! + toSouth[i]! * smoothed[south[i]!]!) * factor[i]!;
    smoothed[i] = value;
    product += value * residual[i]!;
  }
  return product;
}

/**
 * Conjugate gradients from what `x` holds, until the residual is `tolerance` of the right side. Returns how many rounds that took.
 * Source: modified incomplete factorisation after Gustafsson 1978 (from memory).
 */
export function solveOnGrid(system: GridSystem, x: Float64Array, tolerance: number): number {
  const { rhs, none, cells } = system;
  const { residual, direction, image, smoothed, factor } = system.work;
  for (const slot of [x, residual, direction, smoothed, factor, system.toEast, system.toSouth])
    slot[none] = 0;
  factorise(system);
  multiply(system, x, image);
  let [wanted, left] = [0, 0];
  for (let i = 0; i < cells; i += 1) {
    const missing = rhs[i]! - image[i]!;
    residual[i] = missing;
    wanted += rhs[i]! * rhs[i]!;
    left += missing * missing;
  }
  wanted *= tolerance * tolerance;
  let rho = precondition(system);
  for (let i = 0; i < cells; i += 1) direction[i] = smoothed[i]!;
  let k = 0;
  for (; k < MOST_ITERATIONS && left > wanted; k += 1) {
    const alpha = rho / multiply(system, direction, image);
    left = 0;
    for (let i = 0; i < cells; i += 1) {
      x[i] = x[i]! + alpha * direction[i]!;
      const missing = residual[i]! - alpha * image[i]!;
      residual[i] = missing;
      left += missing * missing;
    }
    const next = precondition(system);
    const beta = next / rho;
    rho = next;
    for (let i = 0; i < cells; i += 1) direction[i] = smoothed[i]! + beta * direction[i]!;
  }
  return k;
}
