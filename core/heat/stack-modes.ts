import { EigenvalueDecomposition, Matrix } from "ml-matrix";
import { layerRange, series, type FaceExchange, type Grid } from "./conduction.ts";

/**
 * A stack between two faces by its modes: what searches use that look at one stack again and again.
 *
 * With faces that do not change, C dT/dt = b - A T with A symmetric has the closed answer T = Ts + D V exp(-L t) V' D^-1 (T0 - Ts),
 * where D = C^-1/2 and V, L are the eigenvectors and eigenvalues of D A D. The grid and its conductances are those of the
 * march in `conduction.ts`, so both agree but for the march's time steps. At least one face must exchange heat.
 * Source: separation of variables, Carslaw & Jaeger, *Conduction of Heat in Solids*, chapter 3, on the discrete grid.
 */
export class StackModes {
  readonly grid: Grid;
  readonly topWm2K: number;
  readonly bottomWm2K: number;
  /** One over the root of each cell's capacity. */
  private readonly scale: Float64Array;
  /** Eigenvectors, scaled: temperature of cell i by a unit of mode k at [i * n + k]. */
  private readonly shapes: Float64Array;
  readonly rates: Float64Array;
  private known: { topC: number; bottomC: number; steady: Float64Array } | null = null;

  constructor(grid: Grid, topWm2K: number, bottomWm2K: number) {
    this.grid = grid;
    this.topWm2K = topWm2K;
    this.bottomWm2K = bottomWm2K;
    const n = grid.capacity.length;
    this.scale = grid.capacity.map((c) => 1 / Math.sqrt(c));
    const top = series(grid.toFace[0]!, topWm2K);
    const bottom = series(grid.toFace[n - 1]!, bottomWm2K);
    const system = Matrix.zeros(n, n);
    for (let i = 0; i < n; i += 1) {
      const above = i === 0 ? top : grid.toNext[i - 1]!;
      const below = i === n - 1 ? bottom : grid.toNext[i]!;
      system.set(i, i, (above + below) * this.scale[i]! ** 2);
      if (i < n - 1) {
        const off = -grid.toNext[i]! * this.scale[i]! * this.scale[i + 1]!;
        system.set(i, i + 1, off);
        system.set(i + 1, i, off);
      }
    }
    const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(system, {
      assumeSymmetric: true,
    });
    this.rates = Float64Array.from(realEigenvalues);
    this.shapes = new Float64Array(n * n);
    for (let i = 0; i < n; i += 1) {
      for (let k = 0; k < n; k += 1) this.shapes[i * n + k] = eigenvectorMatrix.get(i, k) * this.scale[i]!;
    }
  }

  /** Where the cells end between ambients of these temperatures, C; the last pair is kept, for searches ask for it again. */
  private steadyBetween(topC: number, bottomC: number): Float64Array {
    if (this.known && this.known.topC === topC && this.known.bottomC === bottomC) return this.known.steady;
    const { grid, rates, shapes } = this;
    const n = rates.length;
    const top = series(grid.toFace[0]!, this.topWm2K) * topC;
    const bottom = series(grid.toFace[n - 1]!, this.bottomWm2K) * bottomC;
    const steady = new Float64Array(n);
    for (let k = 0; k < n; k += 1) {
      const drive = (shapes[k]! * top + shapes[(n - 1) * n + k]! * bottom) / rates[k]!;
      for (let i = 0; i < n; i += 1) steady[i]! += shapes[i * n + k]! * drive;
    }
    this.known = { topC, bottomC, steady };
    return steady;
  }

  /** What begins with these cells between ambients of these temperatures. */
  begin(cellsC: Float64Array, topC: number, bottomC: number): ModalPhase {
    const { rates, shapes, scale } = this;
    const n = rates.length;
    const steady = this.steadyBetween(topC, bottomC);
    const modes = new Float64Array(n);
    for (let i = 0; i < n; i += 1) {
      const apart = (cellsC[i]! - steady[i]!) / scale[i]! ** 2;
      for (let k = 0; k < n; k += 1) modes[k]! += shapes[i * n + k]! * apart;
    }
    return new ModalPhase(this, shapes, steady, modes, [
      { conductanceWm2K: this.topWm2K, ambientC: topC },
      { conductanceWm2K: this.bottomWm2K, ambientC: bottomC },
    ]);
  }
}

/** A stack from one moment on, while its faces stay as they are. Times in s since then. */
export class ModalPhase {
  private readonly stack: StackModes;
  private readonly shapes: Float64Array;
  private readonly steady: Float64Array;
  private readonly modes: Float64Array;
  private readonly faces: readonly [FaceExchange, FaceExchange];
  private readonly cells: Float64Array;
  /** What is left of each mode at the moment that was last asked for. */
  private readonly left: Float64Array;
  private leftAtS = -1;

  constructor(
    stack: StackModes,
    shapes: Float64Array,
    steady: Float64Array,
    modes: Float64Array,
    faces: readonly [FaceExchange, FaceExchange],
  ) {
    this.stack = stack;
    this.shapes = shapes;
    this.steady = steady;
    this.modes = modes;
    this.faces = faces;
    this.cells = new Float64Array(steady.length);
    this.left = new Float64Array(steady.length);
  }

  /** Temperatures of the cells from `first` to before `end`, C; the others stay as they were. */
  private fill(timeS: number, first: number, end: number): Float64Array {
    const n = this.steady.length;
    if (timeS !== this.leftAtS) {
      for (let k = 0; k < n; k += 1) this.left[k] = this.modes[k]! * Math.exp(-this.stack.rates[k]! * timeS);
      this.leftAtS = timeS;
    }
    for (let i = first; i < end; i += 1) {
      let c = this.steady[i]!;
      for (let k = 0; k < n; k += 1) c += this.shapes[i * n + k]! * this.left[k]!;
      this.cells[i] = c;
    }
    return this.cells;
  }

  /** All cells at a moment, C. */
  at(timeS: number): Float64Array {
    return this.fill(timeS, 0, this.steady.length).slice();
  }

  /** Lowest and highest temperature in a layer at a moment, its two faces included. */
  range(layer: number, timeS: number): { lowC: number; highC: number } {
    const { grid } = this.stack;
    const first = Math.max(0, grid.firstCell[layer]! - 1);
    const end = Math.min(this.steady.length, grid.firstCell[layer + 1]! + 1);
    return layerRange(grid, this.fill(timeS, first, end), layer, ...this.faces);
  }
}
