import { lookThrough } from "../core/prove/find-defects.ts";
import { scatterDefects, shootPanel, usualMake } from "../core/prove/shoot-panel.ts";

/** Times a look through 12 megapixels of a lit panel, and weighs its memory, in a process of its own: one JSON document. */

const [width, height, pxPerMm] = [4_000, 3_000, 20];
const panel = { widthMm: 40, heightMm: 30 };
const seed = 50_123;
const { rgba, ...small } = shootPanel(
  {
    ...panel,
    pitchMm: 0.16,
    lighting: "white",
    defects: scatterDefects(seed, panel, ["speck", "speck", "fibre", "bubble", "scratch", "patch"]),
    disturbed: [],
    seed,
  },
  { ...usualMake(seed), pxPerMm },
);
// The picture and its mirror images side by side: a whole panel by the sensor takes minutes.
const mirrored = (at: number, length: number) =>
  at % (2 * length) < length ? at % length : length - 1 - (at % length);
const photo = { rgba: new Uint8ClampedArray(4 * width * height), width, height };
for (let y = 0; y < height; y += 1)
  for (let x = 0; x < width; x += 1) {
    const from = 4 * (mirrored(y, small.height) * small.width + mirrored(x, small.width));
    photo.rgba.set(rgba.subarray(from, from + 4), 4 * (y * width + x));
  }
// What the picture itself takes is counted in, what the engine takes is not.
const pictureMb = photo.rgba.length / 1e6;
const megabytes = () => process.resourceUsage().maxRSS / 1_024;
const before = megabytes();
const times: number[] = [];
let memoryMb = 0;
let found = 0;
for (let k = 0; k < 5; k += 1) {
  const from = performance.now();
  found = lookThrough(photo, pxPerMm, "white").defects.length;
  times.push(performance.now() - from);
  if (k === 0) memoryMb = Math.round(pictureMb + megabytes() - before);
}
console.log(JSON.stringify({ times, memoryMb, found }));
