import { compiledFrom } from "../wasm/load.ts";
import { lineSumsWasm } from "../wasm/line-sums.ts";
import { LEVELS, plainPasses, RIM, setInRim, type LinePasses } from "./line-sums.ts";

type Place = "levels" | "levelBytes" | "best" | "direction";

interface Exports extends Record<Place, { value: number }> {
  layOut(width: number, height: number, rim: number, levels: number): void;
  double(level: number, step: number): void;
  keep(level: number, back: number, scale: number, way: number): void;
}

const freshCopy = compiledFrom<Exports>(lineSumsWasm);

/** The passes of assembly/line-sums.ts where the engine runs them, else in plain TypeScript. */
export function fastPasses(values: Int16Array, width: number, height: number): LinePasses {
  const compiled = freshCopy();
  if (!compiled) return plainPasses(values, width, height);
  compiled.layOut(width, height, RIM, LEVELS);
  const { buffer } = compiled.memory;
  const size = (width + 2 * RIM) * (height + 2 * RIM);
  const levels = Array.from(
    { length: LEVELS },
    (_, k) => new Int16Array(buffer, compiled.levels.value + k * compiled.levelBytes.value, size),
  );
  setInRim(levels[0]!, values, width, height);
  return {
    double: (level, step) => compiled.double(level, step),
    sums: (level) => levels[level]!,
    keep: (level, back, scale, way) => compiled.keep(level, back, scale, way),
    found: () => ({
      z: new Int16Array(buffer, compiled.best.value, width * height),
      direction: new Uint8Array(buffer, compiled.direction.value, width * height),
    }),
  };
}
