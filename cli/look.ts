import { readFile } from "node:fs/promises";
import { parseArgs } from "node:util";
import sharp from "sharp";
import { lightings, type Lighting } from "../core/prove/defects.ts";
import { findPanel } from "../core/prove/find-panel.ts";
import { inspectPhoto, RIM_MM } from "../core/prove/inspect-photo.ts";
import type { Photo } from "../core/prove/picture.ts";
import { lookThrough } from "../core/prove/find-defects.ts";
import { noPanelAdvice, verdictOf } from "../core/prove/look.ts";
import { boxCorners, type Corners } from "../core/prove/square-up.ts";

const usage = `look picture.jpg --lighting white|dark|side --panel 300x190 [--border 8]   finds the panel in a photo and looks through it
look picture.jpg --lighting white|dark|side --scale 20                     the picture is the panel, so many pixels a mm
Several pictures: one JSON document each, one a line. Places in mm from the panel's upper left corner.`;

/** More pixels than this are not decoded. */
const MOST_PIXELS = 60_000_000;

function fail(text: string): never {
  process.stderr.write(`${text}\n`);
  process.exit(2);
}

function numberWithin(name: string, text: string, least: number, most: number): number {
  const value = Number(text);
  return text.trim() !== "" && value >= least && value <= most
    ? value
    : fail(`--${name}: "${text}" must be a number from ${least} to ${most}`);
}

function options() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        lighting: { type: "string" },
        panel: { type: "string" },
        border: { type: "string", default: "0" },
        scale: { type: "string" },
      },
    });
  } catch (error) {
    return fail(`${(error as Error).message}\n${usage}`);
  }
}

const { values, positionals } = options();
const lighting: Lighting =
  lightings.find((name) => name === values.lighting) ??
  fail(`--lighting: "${values.lighting ?? ""}" must be one of ${lightings.join(", ")}\n${usage}`);
if (positionals.length === 0 || (values.panel === undefined) === (values.scale === undefined)) fail(usage);
const borderMm = numberWithin("border", values.border, 0, 500);

async function photoOf(file: string): Promise<Photo> {
  const bytes = await readFile(file).catch((error: Error) =>
    fail(`${file} cannot be read: ${error.message}`),
  );
  const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .rotate()
    .toColourspace("srgb")
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch((error: Error) => fail(`${file} is no picture that can be read: ${error.message}`));
  return {
    rgba: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
    width: info.width,
    height: info.height,
  };
}

/** The outermost pixels of a picture, which a camera fills in by guessing, and a panel's own edge. */
function rimOf({ width, height }: Photo, rimPx: number): Uint8Array {
  const rim = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (Math.min(x, y, width - 1 - x, height - 1 - y) < rimPx) rim[y * width + x] = 1;
  return rim;
}

const mm = (value: number) => Number(value.toFixed(3));

async function lookAt(file: string) {
  const photo = await photoOf(file);
  const { width, height } = photo;
  if (width < 16 || height < 16) fail(`${file}: ${width}x${height} px is too small to look through`);
  let corners: Corners | null = boxCorners(width, height);
  let looked;
  let pxPerMm: number;
  let panel;
  if (values.scale !== undefined) {
    pxPerMm = numberWithin("scale", values.scale, 1, 400);
    panel = { widthMm: width / pxPerMm, heightMm: height / pxPerMm };
    looked = lookThrough(photo, pxPerMm, lighting, rimOf(photo, RIM_MM * pxPerMm));
  } else {
    const [, wide = "", high = ""] =
      /^([\d.]+)x([\d.]+)$/.exec(values.panel!) ??
      fail(`--panel: "${values.panel}" must be like 300x190, mm`);
    panel = {
      widthMm: numberWithin("panel", wide, 5, 5_000),
      heightMm: numberWithin("panel", high, 5, 5_000),
    };
    corners = findPanel(photo);
    if (!corners)
      return {
        file,
        corners: null,
        pxPerMm: null,
        defects: [],
        cannotSee: [],
        smallestMm: null,
        verdict: "cannot tell",
        advice: noPanelAdvice(),
      };
    const found = inspectPhoto({ photo, corners, panel, borderMm, windows: [], lighting });
    ({ pxPerMm } = found);
    looked = found;
  }
  const isWhite = lighting === "white";
  const { verdict, smallestMm, advice } = verdictOf({ ...looked, pxPerMm, isWhite, panel, borderMm });
  // What the calculations call a patch is, under a glass, most often where layers have come apart.
  const { patch, ...others } = smallestMm;
  return {
    file,
    corners,
    pxPerMm: mm(pxPerMm),
    defects: looked.defects.map(({ kind, xMm, yMm, areaMm2, lengthMm, strength }) => ({
      kind: kind === "patch" ? "delamination" : kind,
      xMm: mm(xMm),
      yMm: mm(yMm),
      areaMm2: mm(areaMm2),
      lengthMm: mm(lengthMm),
      strength: mm(strength),
    })),
    cannotSee: looked.cannotSee.map((part) => ({
      ...part,
      xMm: mm(part.xMm),
      yMm: mm(part.yMm),
      widthMm: mm(part.widthMm),
      heightMm: mm(part.heightMm),
    })),
    smallestMm: Object.fromEntries(
      Object.entries({ ...others, delamination: patch }).map(([kind, size]) => [kind, mm(size)]),
    ),
    verdict,
    advice: advice.join(" "),
  };
}

for (const file of positionals) process.stdout.write(`${JSON.stringify(await lookAt(file))}\n`);
