import { compiledFrom } from "../wasm/load.ts";
import { lineSumsWasm } from "../wasm/line-sums.ts";
import { plainPasses, RIM, setInRim, type LinePasses } from "./line-sums.ts";

type Place = "values" | "sums" | "best" | "direction";

interface Exports extends Record<Place, { value: number }> {
  layOut(width: number, height: number, rim: number): void;
  begin(): void;
  double(step: number): void;
  keep(back: number, scale: number, way: number): void;
}

const freshCopy = compiledFrom<Exports>(lineSumsWasm);

/** The passes of assembly/line-sums.ts where the engine runs them, else in plain TypeScript. */
export function fastPasses(values: Float32Array, width: number, height: number): LinePasses {
  const compiled = freshCopy();
  if (!compiled) return plainPasses(values, width, height);
  compiled.layOut(width, height, RIM);
  const { buffer } = compiled.memory;
  const size = (width + 2 * RIM) * (height + 2 * RIM);
  const padded = new Float32Array(buffer, compiled.values.value, size);
  setInRim(padded, values, width, height);
  return {
    begin: () => compiled.begin(),
    double: (step) => compiled.double(step),
    sums: () => new Float32Array(buffer, compiled.sums.value, size),
    keep: (back, scale, way) => compiled.keep(back, scale, way),
    found: () => ({
      z: new Float32Array(buffer, compiled.best.value, width * height).slice(),
      direction: new Uint8Array(buffer, compiled.direction.value, width * height).slice(),
    }),
  };
}
