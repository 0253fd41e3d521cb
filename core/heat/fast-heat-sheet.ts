import { heatSheetWasm } from "../wasm/heat-sheet.ts";
import { compiledFrom, type Compiled } from "../wasm/load.ts";
import { PlainHeatSheet, type HeatSheet, type SheetSize, type SheetStep } from "./heat-sheet.ts";

interface Place {
  value: number;
}

interface Exports {
  layOut(columns: number, rows: number, depth: number): number;
  prepare(factor: number): void;
  face(): void;
  step(carried: number): number;
  t: Place;
  change: Place;
  top: Place;
  topHeat: Place;
  back: Place;
  backHeat: Place;
  capacity: Place;
  down: Place;
  along: Place;
  across: Place;
  peak: Place;
}

const freshCopy = compiledFrom<Exports>(heatSheetWasm);

/** The sheet of assembly/heat-sheet.ts: the same steps, several cells at a time. */
export class CompiledHeatSheet implements HeatSheet {
  readonly stride: number;
  readonly t: Float64Array;
  readonly change: Float64Array;
  readonly top: Float64Array;
  readonly topHeat: Float64Array;
  readonly back: Float64Array;
  readonly backHeat: Float64Array;
  private readonly depth: number;
  private readonly compiled: Compiled<Exports>;

  constructor({ columns, rows, depth }: SheetSize, compiled: Compiled<Exports>) {
    this.compiled = compiled;
    this.depth = depth;
    this.stride = compiled.layOut(columns, rows, depth);
    const places = this.stride * rows;
    this.t = this.numbersAt("t", places * depth);
    this.change = this.numbersAt("change", places * depth);
    this.top = this.numbersAt("top", places);
    this.topHeat = this.numbersAt("topHeat", places);
    this.back = this.numbersAt("back", places);
    this.backHeat = this.numbersAt("backHeat", places);
  }

  get peakC(): number {
    return this.compiled.peak.value;
  }

  prepare({ factor, capacity, down, along, across }: SheetStep): void {
    for (const [name, values] of Object.entries({ capacity, down, along, across })) {
      this.numbersAt(name as "down", this.depth).set(values);
    }
    this.compiled.prepare(factor);
  }

  face(): void {
    this.compiled.face();
  }

  step(carried: number): number {
    return this.compiled.step(carried);
  }

  private numbersAt(name: Exclude<keyof Exports, "layOut" | "prepare" | "face" | "step">, count: number) {
    return new Float64Array(this.compiled.memory.buffer, this.compiled[name].value, count);
  }
}

/** A sheet of so many cells, compiled where the engine runs that, else in plain TypeScript. */
export function fastHeatSheet(size: SheetSize): HeatSheet {
  const copy = freshCopy();
  return copy ? new CompiledHeatSheet(size, copy) : new PlainHeatSheet(size);
}
