import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Worker } from "node:worker_threads";
import { sharedLook } from "../core/prove/begun-look.ts";
import type { FoundLine, LinesAsked } from "../core/prove/find-lines.ts";
import { findPanel } from "../core/prove/find-panel.ts";
import { beginInspection } from "../core/prove/inspect-photo.ts";
import { scatterDefects } from "../core/prove/planted.ts";
import type { Photo } from "../core/prove/picture.ts";
import { lyingOnBench, photographPanel, shootPanel, usualMake } from "../core/prove/shoot-panel.ts";
import type { Corners } from "../core/prove/square-up.ts";

/**
 * Times a look through some 12 megapixels and weighs its memory, in a process of its own: one JSON document. `panel`: a lit panel that fills
 * the photo, squared up first; `photo`: one that lies askew on the bench, found and squared up. Lines are found on a thread beside, as in a
 * browser.
 */

const lines = new Worker(new URL("look-lines.mjs", import.meta.url));
const linesBeside = (asked: LinesAsked): Promise<FoundLine[]> => {
  const found = new Promise<FoundLine[]>((resolve) => lines.once("message", resolve));
  lines.postMessage(asked, [asked.values.buffer as ArrayBuffer]);
  return found;
};

const seed = 50_123;
const kinds = ["speck", "speck", "fibre", "bubble", "scratch", "patch"] as const;

/** A photo with a panel in it: how it is made, and how its corners are known. */
interface Case {
  width: number;
  height: number;
  panel: { widthMm: number; heightMm: number };
  borderMm: number;
  make: () => Uint8ClampedArray;
  corners: (photo: Photo) => Corners | null;
}

/** A panel that fills a photo: its corners set by hand. */
function fillsPhoto(): Case {
  const [width, height, pxPerMm] = [4_000, 3_000, 20];
  const corners: Corners = [
    { x: 4, y: 3 },
    { x: width - 4, y: 2 },
    { x: width - 7, y: height - 4 },
    { x: 7, y: height - 2 },
  ];
  return {
    width,
    height,
    panel: { widthMm: width / pxPerMm, heightMm: height / pxPerMm },
    borderMm: 0,
    corners: () => corners,
    // A smaller picture and its mirror images side by side: a whole panel by the sensor takes minutes.
    make() {
      const part = { widthMm: 40, heightMm: 30 };
      const defects = scatterDefects(seed, part, kinds);
      const { rgba, ...small } = shootPanel(
        { ...part, pitchMm: 0.16, lighting: "white", defects, disturbed: [], seed },
        { ...usualMake(seed), pxPerMm },
      );
      const mirrored = (at: number, length: number) =>
        at % (2 * length) < length ? at % length : length - 1 - (at % length);
      const whole = new Uint8ClampedArray(4 * width * height);
      for (let y = 0; y < height; y += 1)
        for (let x = 0; x < width; x += 1) {
          const from = 4 * (mirrored(y, small.height) * small.width + mirrored(x, small.width));
          whole.set(rgba.subarray(from, from + 4), 4 * (y * width + x));
        }
      return whole;
    },
  };
}

/** A panel that lies askew on the bench: it is found first. */
function liesOnBench(): Case {
  const panel = { widthMm: 180, heightMm: 120 };
  const borderMm = 6;
  const lies = lyingOnBench(5, panel, 17.5);
  return {
    width: lies.width,
    height: lies.height,
    panel,
    borderMm,
    corners: findPanel,
    make: () =>
      photographPanel({
        panel: {
          ...panel,
          pitchMm: 0.16,
          lighting: "white",
          defects: scatterDefects(seed, panel, kinds),
          disturbed: [],
          seed,
        },
        make: usualMake(seed),
        borderMm,
        ...lies,
      }).rgba,
  };
}

const [, , what, file] = process.argv;
const { width, height, panel, borderMm, make, corners } = what === "photo" ? liesOnBench() : fillsPhoto();
if (file) {
  writeFileSync(file, make());
  process.exit();
}

/** The photo, made by another process: what making it takes of memory is none of the look's. */
function madeElsewhere(): Photo {
  const folder = mkdtempSync(path.join(tmpdir(), "half-lift-photo-"));
  const into = path.join(folder, "photo");
  execFileSync(process.execPath, ["--import", "tsx", import.meta.filename, what!, into]);
  const { buffer, byteOffset, byteLength } = readFileSync(into);
  rmSync(folder, { recursive: true });
  return { width, height, rgba: new Uint8ClampedArray(buffer, byteOffset, byteLength) };
}

async function look(photo: Photo): Promise<number | null> {
  const at = corners(photo);
  if (!at) return null;
  const begun = beginInspection({ photo, corners: at, panel, borderMm, windows: [], lighting: "white" });
  return (await sharedLook(begun, linesBeside)).defects.length;
}

const photo = madeElsewhere();
// What the picture itself takes is counted in, what the engine takes on both threads is not: the second answers once before.
const blank = { width: 64, height: 64 };
await linesBeside({ values: new Int16Array(64 * 64), ...blank, by: 1, of: { ...blank, pxPerMm: 10 } });
const pictureMb = photo.rgba.length / 1e6;
const megabytes = () => process.resourceUsage().maxRSS / 1_024;
const before = megabytes();
const times: number[] = [];
let memoryMb = 0;
let found: number | null = null;
for (let k = 0; k < 5; k += 1) {
  const from = performance.now();
  found = await look(photo);
  times.push(performance.now() - from);
  if (k === 0) memoryMb = Math.round(pictureMb + megabytes() - before);
}
console.log(JSON.stringify({ megapixels: (photo.width * photo.height) / 1e6, times, memoryMb, found }));
void lines.terminate();
