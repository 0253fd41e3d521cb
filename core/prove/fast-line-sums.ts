import { compiledFrom } from "../wasm/load.ts";
import { lineSumsWasm } from "../wasm/line-sums.ts";
import { LEVELS, plainPasses, RIM, setInRim, STRIP, type LinePasses } from "./line-sums.ts";

type Place = "padded" | "best" | "direction";

interface Exports extends Record<Place, { value: number }> {
  layOut(width: number, height: number, rim: number, levels: number, rows: number): void;
  strip(top: number, rows: number): void;
  double(level: number, step: number): void;
  keep(level: number, back: number, scale: number, way: number): void;
}

const freshCopy = compiledFrom<Exports>(lineSumsWasm);

/** The passes of assembly/line-sums.ts where the engine runs them, else in plain TypeScript. */
export function fastPasses(values: Int16Array, width: number, height: number): LinePasses {
  const compiled = freshCopy();
  if (!compiled) return plainPasses(values, width, height);
  compiled.layOut(width, height, RIM, LEVELS - 1, STRIP);
  const { buffer } = compiled.memory;
  const size = (width + 2 * RIM) * (height + 2 * RIM);
  const padded = new Int16Array(buffer, compiled.padded.value, size);
  setInRim(padded, values, width, height);
  return {
    padded,
    strip: (top, rows) => compiled.strip(top, rows),
    double: (level, step) => compiled.double(level, step),
    keep: (level, back, scale, way) => compiled.keep(level, back, scale, way),
    found: () => ({
      z: new Int16Array(buffer, compiled.best.value, width * height),
      direction: new Uint8Array(buffer, compiled.direction.value, width * height),
    }),
  };
}
