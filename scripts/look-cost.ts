import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Worker } from "node:worker_threads";
import { sharedLook } from "../core/prove/begun-look.ts";
import { beginLook } from "../core/prove/find-defects.ts";
import type { FoundLine, LinesAsked } from "../core/prove/find-lines.ts";
import { findPanel } from "../core/prove/find-panel.ts";
import { beginInspection } from "../core/prove/inspect-photo.ts";
import { scatterDefects } from "../core/prove/planted.ts";
import { lyingOnBench, photographPanel, shootPanel, usualMake } from "../core/prove/shoot-panel.ts";

/**
 * Times a look through some 12 megapixels and weighs its memory, in a process of its own: one JSON document. `panel`: a lit panel that fills
 * the picture; `photo`: one that lies askew on the bench, found and squared up first. Lines are found on a thread beside, as in a browser.
 */

const lines = new Worker(new URL("look-lines.mjs", import.meta.url));
const linesBeside = (asked: LinesAsked): Promise<FoundLine[]> => {
  const found = new Promise<FoundLine[]>((resolve) => lines.once("message", resolve));
  lines.postMessage(asked);
  return found;
};

const seed = 50_123;
const kinds = ["speck", "speck", "fibre", "bubble", "scratch", "patch"] as const;

function wholePanel() {
  const [width, height, pxPerMm] = [4_000, 3_000, 20];
  const panel = { widthMm: 40, heightMm: 30 };
  const defects = scatterDefects(seed, panel, kinds);
  const { rgba, ...small } = shootPanel(
    { ...panel, pitchMm: 0.16, lighting: "white", defects, disturbed: [], seed },
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
  return {
    photo,
    look: async () => (await sharedLook(beginLook(photo, pxPerMm, "white"), linesBeside)).defects.length,
  };
}

const panel = { widthMm: 180, heightMm: 120 };
const borderMm = 6;
const lies = lyingOnBench(5, panel, 17.5);

/** Makes the photo and writes its bytes: what that takes of memory is none of the look's. */
const writePhoto = (file: string) => {
  const defects = scatterDefects(seed, panel, kinds);
  const photo = photographPanel({
    panel: { ...panel, pitchMm: 0.16, lighting: "white", defects, disturbed: [], seed },
    make: usualMake(seed),
    borderMm,
    ...lies,
  });
  writeFileSync(file, photo.rgba);
};

function onTheBench() {
  const folder = mkdtempSync(path.join(tmpdir(), "half-lift-photo-"));
  const file = path.join(folder, "photo");
  execFileSync(process.execPath, ["--import", "tsx", import.meta.filename, "write", file]);
  const { width, height } = lies;
  const photo = { width, height, rgba: new Uint8ClampedArray(readFileSync(file)) };
  rmSync(folder, { recursive: true });
  const look = async () => {
    const corners = findPanel(photo);
    if (!corners) return null;
    const begun = beginInspection({ photo, corners, panel, borderMm, windows: [], lighting: "white" });
    return (await sharedLook(begun, linesBeside)).defects.length;
  };
  return { photo, look };
}

const [, , what, file] = process.argv;
if (what === "write") {
  writePhoto(file!);
  process.exit();
}
const { photo, look } = what === "photo" ? onTheBench() : wholePanel();
// What the picture itself takes is counted in, what the engine takes is not.
const pictureMb = photo.rgba.length / 1e6;
const megabytes = () => process.resourceUsage().maxRSS / 1_024;
const before = megabytes();
const times: number[] = [];
let memoryMb = 0;
let found: number | null = null;
for (let k = 0; k < 5; k += 1) {
  const from = performance.now();
  found = await look();
  times.push(performance.now() - from);
  if (k === 0) memoryMb = Math.round(pictureMb + megabytes() - before);
}
console.log(JSON.stringify({ megapixels: (photo.width * photo.height) / 1e6, times, memoryMb, found }));
void lines.terminate();
