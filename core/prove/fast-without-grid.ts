import { compiledFrom } from "../wasm/load.ts";
import { withoutGridWasm } from "../wasm/without-grid.ts";
import type { GreyPicture } from "./picture.ts";
import { MOST_PLACES, MOST_STEPS, plainGrid, type GridPasses } from "./without-grid.ts";

type Place = "light" | "shown" | "places" | "offsets" | "weights";

interface Exports extends Record<Place, { value: number }> {
  layOut(width: number, height: number, places: number, steps: number): void;
  unlike(many: number, step: number, isPair: boolean): number;
  predict(left: number, right: number, top: number, bottom: number, many: number): void;
}

const freshCopy = compiledFrom<Exports>(withoutGridWasm);

/** The passes of assembly/without-grid.ts where the engine runs them, else in plain TypeScript. */
export function fastGrid(picture: GreyPicture): GridPasses {
  const compiled = freshCopy();
  if (!compiled) return plainGrid(picture);
  const { width, height, light } = picture;
  compiled.layOut(width, height, MOST_PLACES, MOST_STEPS);
  const { buffer } = compiled.memory;
  new Float32Array(buffer, compiled.light.value, light.length).set(light);
  const places = new Int32Array(buffer, compiled.places.value, MOST_PLACES);
  const offsets = new Int32Array(buffer, compiled.offsets.value, MOST_STEPS);
  const weights = new Float32Array(buffer, compiled.weights.value, MOST_STEPS);
  return {
    unlike(of, many, ways, isPair) {
      places.set(of);
      return Float64Array.from(ways, (way) => compiled.unlike(many, way, isPair));
    },
    predict({ left, right, top, bottom }, of, by) {
      offsets.set(of);
      weights.set(by);
      compiled.predict(left, right, top, bottom, of.length);
    },
    shown: () => new Float32Array(buffer, compiled.shown.value, light.length).slice(),
  };
}
