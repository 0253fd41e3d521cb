/** How many cells a sheet has along and across, and how many layers. */
export interface SheetSize {
  columns: number;
  rows: number;
  depth: number;
}

/** What one step wants to know of the layers, front first. `factor` s is how far ahead a step looks: its length times what its rule weighs it by. */
export interface SheetStep {
  factor: number;
  /** Heat that a layer holds, J/(m2 K). */
  capacity: readonly number[];
  /** Between a layer and the next, W/(m2 K). */
  down: readonly number[];
  /** `factor` times a layer's diffusivity over a cell's side squared, along and across. */
  along: readonly number[];
  across: readonly number[];
}

/**
 * Heat in a sheet of layers, one cell through each. Everything lies layer after layer, row after row: `t[(layer * rows + row) *
 * stride`, plus its column; a row may hold a cell more than it has columns, which nothing reads. `top` and `back` are what a place exchanges with its surroundings, W/(m2 K), `topHeat` and `backHeat` that times their
 * temperature; they are filled in by whoever steps, who then calls `prepare` (for the back and the rule) and `face` (for the top).
 */
export interface HeatSheet {
  /** Cells from the start of a row to that of the next. */
  readonly stride: number;
  readonly t: Float64Array;
  /** By how much the last step changed each cell, K. */
  readonly change: Float64Array;
  readonly top: Float64Array;
  readonly topHeat: Float64Array;
  readonly back: Float64Array;
  readonly backHeat: Float64Array;
  prepare(step: SheetStep): void;
  face(): void;
  /**
   * Takes a step that carries so much of the change before it along; gives the heat that flows in through both faces at its end, W/m2
   * summed over the places.
   */
  step(carried: number): number;
  /** The hottest that any cell has been after a step, C. */
  readonly peakC: number;
}

/**
 * One step of a factored implicit rule, in its plain form: (1 - f Ax)(1 - f Ay)(1 - f Az) change = carried change before + f (A T + b), each
 * factor a tridiagonal system without pivoting. Where the change dies out, so does what is left by factoring: a steady state is exact.
 */
export class PlainHeatSheet implements HeatSheet {
  readonly stride: number;
  readonly t: Float64Array;
  readonly change: Float64Array;
  readonly top: Float64Array;
  readonly topHeat: Float64Array;
  readonly back: Float64Array;
  readonly backHeat: Float64Array;
  peakC = -Infinity;
  private readonly size: SheetSize;
  /** Elimination along rows and along columns, by layer: what a cell takes over from the one before, and one over its pivot. */
  private readonly alongLower: Float64Array;
  private readonly alongInverse: Float64Array;
  private readonly acrossLower: Float64Array;
  private readonly acrossInverse: Float64Array;
  /** Elimination through the stack, from the back up: one over the pivots, and the front layer's pivot without its face. */
  private readonly pivot: Float64Array;
  private readonly first: Float64Array;
  /** The row below, solved along and across; and the right-hand side through the stack, of one row. */
  private readonly below: Float64Array;
  private readonly right: Float64Array;
  private rule: SheetStep = { factor: 0, capacity: [], down: [], along: [], across: [] };

  constructor(size: SheetSize) {
    const { columns, rows, depth } = size;
    const places = columns * rows;
    const floats = (count: number) => new Float64Array(count);
    this.size = size;
    this.stride = columns;
    [this.t, this.change, this.pivot] = [
      floats(places * depth),
      floats(places * depth),
      floats(places * depth),
    ];
    [this.top, this.topHeat, this.back, this.backHeat, this.first] = [
      floats(places),
      floats(places),
      floats(places),
      floats(places),
      floats(places),
    ];
    [this.alongLower, this.alongInverse] = [floats(columns * depth), floats(columns * depth)];
    [this.acrossLower, this.acrossInverse] = [floats(rows * depth), floats(rows * depth)];
    [this.below, this.right] = [floats(columns * depth), floats(columns * depth)];
  }

  prepare(rule: SheetStep): void {
    this.rule = rule;
    const { columns, rows, depth } = this.size;
    const { factor, capacity, down, along, across } = rule;
    const eliminate = (
      lower: Float64Array,
      inverse: Float64Array,
      from: number,
      count: number,
      share: number,
    ) => {
      for (let c = 0; c < count; c += 1) {
        const neighbours = Number(c > 0) + Number(c < count - 1);
        const taken = c > 0 ? share * inverse[from + c - 1]! : 0;
        lower[from + c] = taken;
        inverse[from + c] = 1 / (1 + neighbours * share - taken * share);
      }
    };
    for (let l = 0; l < depth; l += 1) {
      eliminate(this.alongLower, this.alongInverse, l * columns, columns, along[l]!);
      eliminate(this.acrossLower, this.acrossInverse, l * rows, rows, across[l]!);
    }
    const places = columns * rows;
    for (let i = 0; i < places; i += 1) {
      let below = this.back[i]!;
      for (let l = depth - 1; l > 0; l -= 1) {
        const link = down[l - 1]!;
        const own = 1 / (capacity[l]! / factor + below + link);
        this.pivot[l * places + i] = own;
        below = link - link * link * own;
      }
      this.first[i] = capacity[0]! / factor + below;
    }
  }

  face(): void {
    for (let i = 0; i < this.top.length; i += 1) this.pivot[i] = 1 / (this.first[i]! + this.top[i]!);
  }

  step(carried: number): number {
    for (let l = 0; l < this.size.depth; l += 1) this.layer(l, carried);
    let inflow = 0;
    for (let r = this.size.rows - 1; r >= 0; r -= 1) inflow += this.row(r);
    return inflow;
  }

  /** The right-hand side of a layer, solved along its rows and eliminated down its columns. */
  private layer(l: number, carried: number): void {
    const { t, change, top, topHeat, back, backHeat, alongLower, alongInverse, acrossLower } = this;
    const { columns, rows, depth } = this.size;
    const places = columns * rows;
    const { factor, capacity, down, along, across } = this.rule;
    const [sideways, lengthways] = [along[l]!, across[l]!];
    const through = factor / capacity[l]!;
    const [above, beneath] = [l > 0 ? down[l - 1]! : 0, l < depth - 1 ? down[l]! : 0];
    for (let r = 0; r < rows; r += 1) {
      const from = l * places + r * columns;
      for (let c = 0; c < columns; c += 1) {
        const [i, place] = [from + c, r * columns + c];
        const own = t[i]!;
        const faces =
          (l > 0 ? above * (t[i - places]! - own) : topHeat[place]! - top[place]! * own) +
          (l < depth - 1 ? beneath * (t[i + places]! - own) : backHeat[place]! - back[place]! * own);
        const side = (c > 0 ? t[i - 1]! - own : 0) + (c < columns - 1 ? t[i + 1]! - own : 0);
        const length = (r > 0 ? t[i - columns]! - own : 0) + (r < rows - 1 ? t[i + columns]! - own : 0);
        change[i] = carried * change[i]! + through * faces + sideways * side + lengthways * length;
      }
      const coefficients = l * columns;
      for (let c = 1; c < columns; c += 1) {
        change[from + c]! += alongLower[coefficients + c]! * change[from + c - 1]!;
      }
      change[from + columns - 1]! *= alongInverse[coefficients + columns - 1]!;
      for (let c = columns - 2; c >= 0; c -= 1) {
        change[from + c] =
          (change[from + c]! + sideways * change[from + c + 1]!) * alongInverse[coefficients + c]!;
      }
      if (r === 0) continue;
      const taken = acrossLower[l * rows + r]!;
      for (let i = from; i < from + columns; i += 1) change[i]! += taken * change[i - columns]!;
    }
  }

  /** A row of all layers, solved up its columns and through the stack, and added to what is there; gives what flows in, W/m2. */
  private row(r: number): number {
    const { t, change, top, topHeat, back, backHeat, acrossInverse, pivot, below, right } = this;
    const { columns, rows, depth } = this.size;
    const places = columns * rows;
    const { factor, capacity, down, across } = this.rule;
    const from = r * columns;
    for (let l = depth - 1; l >= 0; l -= 1) {
      const [share, inverse] = [r < rows - 1 ? across[l]! : 0, acrossInverse[l * rows + r]!];
      const weight = capacity[l]! / factor;
      const link = l < depth - 1 ? down[l]! : 0;
      for (let c = 0; c < columns; c += 1) {
        const [own, i] = [l * columns + c, l * places + from + c];
        const solved = (change[i]! + share * below[own]!) * inverse;
        below[own] = solved;
        right[own] = weight * solved + (link === 0 ? 0 : link * pivot[i + places]! * right[own + columns]!);
      }
    }
    let inflow = 0;
    for (let c = 0; c < columns; c += 1) {
      let found = 0;
      for (let l = 0; l < depth; l += 1) {
        const i = l * places + from + c;
        found = (right[l * columns + c]! + (l > 0 ? down[l - 1]! * found : 0)) * pivot[i]!;
        change[i] = found;
        const now = t[i]! + found;
        t[i] = now;
        if (now > this.peakC) this.peakC = now;
      }
      const place = from + c;
      inflow += topHeat[place]! - top[place]! * t[place]!;
      inflow += backHeat[place]! - back[place]! * t[(depth - 1) * places + place]!;
    }
    return inflow;
  }
}
