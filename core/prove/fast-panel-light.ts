import { compiledFrom } from "../wasm/load.ts";
import { panelLightWasm } from "../wasm/panel-light.ts";
import { MOST, plainPanelLight, type Box, type PanelLight } from "./panel-light.ts";

type Place =
  | "light"
  | "shown"
  | "places"
  | "ways"
  | "answers"
  | "offsets"
  | "weights"
  | "found"
  | "beyondBy"
  | "workRow";
type Corners = [left: number, right: number, top: number, bottom: number];

interface Exports extends Record<Place, { value: number }> {
  layOut(
    width: number,
    height: number,
    places: number,
    ways: number,
    steps: number,
    found: number,
    rows: number,
  ): void;
  unlike(many: number, ways: number, isPair: boolean): void;
  offAround(many: number, reach: number): void;
  takeRow(y: number): void;
  squares(cell: number, limit: number, isCount: boolean): void;
  predict(...corners: [...Corners, many: number, isPair: boolean]): void;
  leave(...corners: Corners): void;
  beyond(...corners: [...Corners, least: number]): number;
  takeOut(reach: number): void;
  standing(by: number, sign: number, close: number, far: number, most: number, parts: number): void;
}

const freshCopy = compiledFrom<Exports>(panelLightWasm);

/** The passes of assembly/panel-light.ts where the engine runs them, else in plain TypeScript. */
export function fastPanelLight(width: number, height: number): PanelLight {
  const compiled = freshCopy();
  if (!compiled) return plainPanelLight(width, height);
  compiled.layOut(width, height, MOST.places, MOST.ways, MOST.steps, MOST.found, MOST.rows);
  const { buffer } = compiled.memory;
  const reals = (name: Place, many: number) => new Float32Array(buffer, compiled[name].value, many);
  const wholes = (name: Place, many: number) => new Int32Array(buffer, compiled[name].value, many);
  const places = wholes("places", MOST.places);
  const ways = wholes("ways", MOST.ways);
  const offsets = wholes("offsets", MOST.steps);
  const weights = reals("weights", MOST.steps);
  const light = reals("light", width * height);
  const row = new Uint8Array(buffer, compiled.workRow.value, 4 * width);
  const answers = (many: number) => new Float64Array(buffer, compiled.answers.value, many).slice();
  const corners = ({ left, right, top, bottom }: Box): Corners => [left, right, top, bottom];
  return {
    width,
    height,
    light,
    shown: reals("shown", width * height),
    take({ rgba, rowPx = width }) {
      for (let y = 0; y < height; y += 1) {
        const from = 4 * y * rowPx;
        if (rgba instanceof Uint8ClampedArray || rgba instanceof Uint8Array)
          row.set(rgba.subarray(from, from + row.length));
        else for (let k = 0; k < row.length; k += 1) row[k] = rgba[from + k]!;
        compiled.takeRow(y);
      }
    },
    squares(cell, limit) {
      compiled.squares(cell, limit ?? 0, limit !== undefined);
      return reals("shown", Math.ceil(width / cell) * Math.ceil(height / cell)).slice();
    },
    unlike(of, many, over, isPair) {
      places.set(of);
      ways.set(over);
      compiled.unlike(many, over.length, isPair);
      return answers(over.length);
    },
    offAround(of, reach) {
      places.set(of);
      compiled.offAround(of.length, reach);
      return answers(of.length);
    },
    predict(part, of, by, isPair) {
      offsets.set(of);
      weights.set(by);
      compiled.predict(...corners(part), of.length, isPair);
    },
    leave: (part) => compiled.leave(...corners(part)),
    beyond(part, least) {
      const many = compiled.beyond(...corners(part), least);
      return { at: wholes("found", many).slice(), by: reals("beyondBy", many).slice() };
    },
    takeOut: (reach) => compiled.takeOut(reach),
    standing({ by, sign, close, far, most, parts }) {
      compiled.standing(by, sign, close, far, most, parts);
      const [wide, tall] = [Math.floor(width / by), Math.floor(height / by)];
      return { values: new Int16Array(buffer, light.byteOffset, wide * tall), width: wide, height: tall };
    },
  };
}
