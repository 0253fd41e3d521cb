/**
 * A system of equations on a grid's cells, each with up to four neighbours: diagonal positive, conductances taken away beside it. After the
 * cells come hubs, which are linked with any cells and with no hub: what is one all round a closed place.
 */
export interface GridSystem {
  cells: number;
  hubs: number;
  /** Links of hubs: the hub's and the cell's unknown, and the conductance between. */
  links: number;
  linkHub: Int32Array;
  linkCell: Int32Array;
  linkBetween: Float64Array;
  /** The slot that stands for a neighbour that is not there; it stays 0. */
  none: number;
  diagonal: Float64Array;
  rhs: Float64Array;
  /**
   * Neighbours of each cell to the north and the south, or `none`. Cells are numbered along their rows: where there is one to the west or to
   * the east, it is the one before or after.
   */
  north: Int32Array;
  south: Int32Array;
  /** Conductance towards east and south, 0 where there is none. */
  toEast: Float64Array;
  toSouth: Float64Array;
  /** Where the answer is looked for and found. */
  x: Float64Array;
  /** Solves it from what `x` holds until the residual is `tolerance` of the right side; gives how many rounds that took. */
  solve(tolerance: number): number;
}

/** What the rounds work with. */
interface Work {
  factor: Float64Array;
  residual: Float64Array;
  direction: Float64Array;
  image: Float64Array;
  smoothed: Float64Array;
}

/** A system of at most so many unknowns, solved in plain TypeScript. */
export function plainSystem(mostCells: number): GridSystem {
  const size = mostCells + 1;
  const real = () => new Float64Array(size);
  const whole = () => new Int32Array(size);
  const work = { factor: real(), residual: real(), direction: real(), image: real(), smoothed: real() };
  const system: GridSystem = {
    cells: 0,
    hubs: 0,
    links: 0,
    linkHub: new Int32Array(4 * size),
    linkCell: new Int32Array(4 * size),
    linkBetween: new Float64Array(4 * size),
    none: size - 1,
    diagonal: real(),
    rhs: real(),
    north: whole(),
    south: whole(),
    toEast: real(),
    toSouth: real(),
    x: real(),
    solve: (tolerance) => solveOnGrid(system, work, tolerance),
  };
  return system;
}

/** Share of what the factorisation drops that it puts back on its diagonal. */
const PUT_BACK = 0.97;
const MOST_ITERATIONS = 600;

function factorise(system: GridSystem, { factor }: Work): void {
  const { cells, hubs, none, diagonal, north, toEast, toSouth } = system;
  for (let i = cells; i < cells + hubs; i += 1) factor[i] = 1 / diagonal[i]!;
  for (let i = 0; i < cells; i += 1) {
    // The first has nobody before it.
    const [w, n] = [i > 0 ? i - 1 : none, north[i]!];
    const [cw, cn, fw, fn] = [toEast[w]!, toSouth[n]!, factor[w]!, factor[n]!];
    const d =
      diagonal[i]! - cw * cw * fw - cn * cn * fn - PUT_BACK * (cw * toSouth[w]! * fw + cn * toEast[n]! * fn);
    factor[i] = 1 / (d > 0.25 * diagonal[i]! ? d : diagonal[i]!);
  }
}

/** y = A of; the dot product of the two. */
function multiply(system: GridSystem, x: Float64Array, y: Float64Array): number {
  const { cells, hubs, links, none, diagonal, north, south, toEast, toSouth } = system;
  let product = 0;
  for (let i = cells; i < cells + hubs; i += 1) {
    y[i] = diagonal[i]! * x[i]!;
    product += y[i]! * x[i]!;
  }
  for (let i = 0; i < cells; i += 1) {
    const [w, n] = [i > 0 ? i - 1 : none, north[i]!];
    const value =
      diagonal[i]! * x[i]! -
      toEast[i]! * x[i + 1]! -
      toEast[w]! * x[w]! -
      toSouth[i]! * x[south[i]!]! -
      toSouth[n]! * x[n]!;
    y[i] = value;
    product += value * x[i]!;
  }
  const { linkHub, linkCell, linkBetween } = system;
  for (let k = 0; k < links; k += 1) {
    const [hub, cell, between] = [linkHub[k]!, linkCell[k]!, linkBetween[k]!];
    y[hub]! -= between * x[cell]!;
    y[cell]! -= between * x[hub]!;
    product -= 2 * between * x[hub]! * x[cell]!;
  }
  return product;
}

/** smoothed = the factorised system's answer to the residual; the dot product of the two. */
function precondition(system: GridSystem, { factor, residual, smoothed }: Work): number {
  const { cells, hubs, none, north, south, toEast, toSouth } = system;
  for (let i = 0; i < cells; i += 1) {
    const [w, n] = [i > 0 ? i - 1 : none, north[i]!];
    smoothed[i] = (residual[i]! + toEast[w]! * smoothed[w]! + toSouth[n]! * smoothed[n]!) * factor[i]!;
  }
  let product = 0;
  for (let i = cells; i < cells + hubs; i += 1) {
    smoothed[i] = residual[i]! * factor[i]!;
    product += smoothed[i]! * residual[i]!;
  }
  for (let i = cells - 1; i >= 0; i -= 1) {
    const value =
      smoothed[i]! + (toEast[i]! * smoothed[i + 1]! + toSouth[i]! * smoothed[south[i]!]!) * factor[i]!;
    smoothed[i] = value;
    product += value * residual[i]!;
  }
  return product;
}

/**
 * Conjugate gradients from what `x` holds, until the residual is `tolerance` of the right side. Returns how many rounds that took.
 * Source: modified incomplete factorisation after Gustafsson 1978 (from memory).
 */
function solveOnGrid(system: GridSystem, work: Work, tolerance: number): number {
  const { rhs, none, x } = system;
  const unknowns = system.cells + system.hubs;
  const { residual, direction, image, smoothed, factor } = work;
  for (const slot of [x, residual, direction, smoothed, factor, system.toEast, system.toSouth])
    slot[none] = 0;
  factorise(system, work);
  multiply(system, x, image);
  let [wanted, left] = [0, 0];
  for (let i = 0; i < unknowns; i += 1) {
    const missing = rhs[i]! - image[i]!;
    residual[i] = missing;
    wanted += rhs[i]! * rhs[i]!;
    left += missing * missing;
  }
  wanted *= tolerance * tolerance;
  let rho = precondition(system, work);
  for (let i = 0; i < unknowns; i += 1) direction[i] = smoothed[i]!;
  let k = 0;
  for (; k < MOST_ITERATIONS && left > wanted; k += 1) {
    const alpha = rho / multiply(system, direction, image);
    left = 0;
    for (let i = 0; i < unknowns; i += 1) {
      x[i] = x[i]! + alpha * direction[i]!;
      const missing = residual[i]! - alpha * image[i]!;
      residual[i] = missing;
      left += missing * missing;
    }
    const next = precondition(system, work);
    const beta = next / rho;
    rho = next;
    for (let i = 0; i < unknowns; i += 1) direction[i] = smoothed[i]! + beta * direction[i]!;
  }
  return k;
}
