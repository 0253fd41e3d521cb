import { compiledFrom } from "../wasm/load.ts";
import { standsOutWasm } from "../wasm/stands-out.ts";
import type { GreyPicture } from "./picture.ts";
import { collecting, firstPixels, standsOut, type Outstanding, type Surroundings } from "./stands-out.ts";

type Place = "light" | "ignored" | "found" | "strength" | "base" | "deviation" | "firstOf";

interface Exports extends Record<Place, { value: number }> {
  layOut(width: number, height: number, columns: number, rows: number): void;
  row(y: number, hasIgnored: boolean): number;
}

const freshCopy = compiledFrom<Exports>(standsOutWasm);

/** What stands out of its surroundings, its pass that of assembly/stands-out.ts where the engine runs that, else in plain TypeScript. */
export function fastStandsOut(
  picture: GreyPicture,
  around: Surroundings,
  ignored: Uint8Array | null,
): Outstanding {
  const compiled = freshCopy();
  if (!compiled) return standsOut(picture, around, ignored);
  const { width, height, light } = picture;
  const { columns, rows, base, deviation } = around;
  compiled.layOut(width, height, columns, rows);
  const { buffer } = compiled.memory;
  const real = (name: Place, size: number) => new Float32Array(buffer, compiled[name].value, size);
  real("base", base.length).set(base);
  real("deviation", deviation.length).set(deviation);
  new Int32Array(buffer, compiled.firstOf.value, columns + 2).set(firstPixels(width, columns));
  const row = real("light", width);
  const left = new Uint8Array(buffer, compiled.ignored.value, width);
  const found = new Int32Array(buffer, compiled.found.value, width);
  const strength = real("strength", width);
  const { add, collected } = collecting();
  for (let y = 0; y < height; y += 1) {
    const start = y * width;
    row.set(light.subarray(start, start + width));
    if (ignored) left.set(ignored.subarray(start, start + width));
    const count = compiled.row(y, ignored !== null);
    for (let k = 0; k < count; k += 1) add(start - width + found[k]!, strength[k]!);
  }
  return collected();
}
