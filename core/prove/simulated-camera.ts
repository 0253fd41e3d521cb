import { noise, randomStream } from "../random.ts";
import type { DefectKind, Lighting } from "./defects.ts";
import type { Photo } from "./inspect-photo.ts";
import { mapBetween, squareUp, takenBy, type Corners, type PixelPoint } from "./square-up.ts";

/** A defect that the stand-in plants, and so what is true. */
export interface PlantedDefect {
  kind: DefectKind;
  xMm: number;
  yMm: number;
  /** Across it, for a line along it. */
  sizeMm: number;
}

export interface CameraScene {
  widthMm: number;
  heightMm: number;
  pxPerMm: number;
  lighting: Lighting;
  defects: readonly PlantedDefect[];
  /** Standard deviation, in steps of 255. */
  noise?: number;
  /** How much darker a corner is than the middle, 0 to 1. */
  vignetting?: number;
  /** Amplitude of the beat between the panel's cells and the sensor's, in steps. */
  moire?: number;
  /** Radius of the lens's blur, px. */
  blurPx?: number;
  seed: number;
}

/** Light of the bare panel, and what a defect adds or takes, in steps of 255. */
const LEVELS = { dark: 22, white: 205, side: 30 } as const;
const MARKS = { dark: 95, white: -85, side: 90 } as const;
const PATCH_SHARE = 0.09;

interface Lens {
  vignetting: number;
  moire: number;
  sigma: number;
  /** The beat between cells and sensor: turns a pixel each way, and where it begins. */
  beat: { x: number; y: number; phase: number };
}

/** Writes what a lens and a sensor make of the light of each pixel: it falls off towards the corners, beats, and is noisy. */
function throughLens(
  { rgba, width, height }: Photo,
  { vignetting, moire, sigma, beat }: Lens,
  random: () => number,
  lightAt: (x: number, y: number) => number,
): void {
  const reach2 = (width * width + height * height) / 4;
  // The beat is a sine of a sum: its share along a row is the same in every row.
  const along = Float64Array.from({ length: 2 * width }, (_, i) => {
    const turn = beat.x * (i >> 1) * 6.28 + beat.phase;
    return moire * (i % 2 === 0 ? Math.sin(turn) : Math.cos(turn));
  });
  for (let y = 0; y < height; y += 1) {
    const [sin, cos] = [Math.sin(beat.y * y * 6.28), Math.cos(beat.y * y * 6.28)];
    const up2 = (y - height / 2) ** 2;
    for (let x = 0; x < width; x += 1) {
      const i = 4 * (y * width + x);
      const far2 = ((x - width / 2) ** 2 + up2) / reach2;
      const value =
        lightAt(x, y) * (1 - vignetting * far2) +
        along[2 * x]! * cos +
        along[2 * x + 1]! * sin +
        sigma * noise(random);
      rgba[i] = rgba[i + 1] = value;
      rgba[i + 2] = value * 0.985;
      rgba[i + 3] = 255;
    }
  }
}

/** A stand-in for a camera over a panel that is squared up: what it would see, defects, lens and noise included. */
export function takePicture(scene: CameraScene): Photo {
  const { widthMm, heightMm, pxPerMm, lighting, defects, seed } = scene;
  const { vignetting = 0.25, moire = 1.5, blurPx = 0.6 } = scene;
  const sigma = scene.noise ?? 2.5;
  const [width, height] = [Math.round(widthMm * pxPerMm), Math.round(heightMm * pxPerMm)];
  const random = randomStream(seed);
  const mark = new Float32Array(width * height);
  /** Adds a mark whose edge is a pixel and the blur wide: `far` is the distance in px from where it is fully there. */
  const draw = (
    left: number,
    right: number,
    top: number,
    bottom: number,
    far: (x: number, y: number) => number,
    most = 1,
  ) => {
    const soft = 0.5 + blurPx;
    for (
      let y = Math.max(0, Math.floor(top - 3 - soft));
      y <= Math.min(height - 1, bottom + 3 + soft);
      y += 1
    ) {
      for (
        let x = Math.max(0, Math.floor(left - 3 - soft));
        x <= Math.min(width - 1, right + 3 + soft);
        x += 1
      ) {
        const share = Math.min(1, Math.max(0, 0.5 - far(x, y) / (2 * soft)));
        const i = y * width + x;
        mark[i] = Math.max(mark[i]!, most * share);
      }
    }
  };
  for (const { kind, xMm, yMm, sizeMm } of defects) {
    const [cx, cy, size] = [xMm * pxPerMm - 0.5, yMm * pxPerMm - 0.5, sizeMm * pxPerMm];
    const radius = size / 2;
    const angle = random() * Math.PI;
    const [ax, ay] = [Math.cos(angle), Math.sin(angle)];
    const bendPx = kind === "fibre" ? size * (0.12 + 0.15 * random()) : 0;
    const from = (x: number, y: number) => Math.hypot(x - cx, y - cy);
    const box = [cx - radius, cx + radius, cy - radius, cy + radius] as const;
    switch (kind) {
      case "speck":
        draw(...box, (x, y) => from(x, y) - radius);
        break;
      case "bubble":
        draw(...box, (x, y) => Math.abs(from(x, y) - radius) - Math.max(0.8, 0.09 * size), 0.8);
        break;
      case "scratch":
      case "fibre": {
        const thick = Math.max(0.7, (kind === "fibre" ? 0.02 : 0.015) * pxPerMm);
        draw(
          ...box,
          (x, y) => {
            const along = (x - cx) * ax + (y - cy) * ay;
            const across = -(x - cx) * ay + (y - cy) * ax;
            const t = Math.min(1, Math.max(-1, along / radius));
            const line = bendPx * (1 - t * t) - bendPx / 2;
            return Math.hypot(Math.max(0, Math.abs(along) - radius), across - line) - thick;
          },
          0.75,
        );
        break;
      }
      case "patch":
        draw(...box, (x, y) => (from(x, y) - radius) / 4, PATCH_SHARE);
        break;
    }
  }
  const beat = { x: 0.02 + 0.05 * random(), y: 0.02 + 0.05 * random(), phase: 6.28 * random() };
  const [level, strength] = [LEVELS[lighting], MARKS[lighting]];
  const rgba = new Uint8ClampedArray(4 * width * height);
  const lens = { vignetting, moire, sigma, beat };
  throughLens({ rgba, width, height }, lens, random, (x, y) => level + strength * mark[y * width + x]!);
  return { width, height, rgba };
}

/** How a panel lies on the bench before the stand-in's camera. */
export interface CameraView {
  scene: CameraScene;
  /** Printed border behind the glass; 0 where there is none. */
  borderMm: number;
  /** How the picture lies within the border, against its middle: to the right and downwards, and turned clockwise. */
  picture?: { offsetXMm: number; offsetYMm: number; turnDeg: number };
  /** The whole photo, px, and where the panel's corners are in it. */
  width: number;
  height: number;
  corners: Corners;
  /** Light of the bench, in steps of 255, and how much lighter it is at the right. */
  bench?: { level: number; slope: number };
  /** Dust on the camera: it stays where it is, whatever lies before it. */
  dust?: readonly { x: number; y: number; radiusPx: number }[];
}

const INK = { dark: 11, white: 24, side: 16 } as const;
/** Bench around the panel in what the photo is drawn from, as a share of the panel's longer side. */
const AROUND = 0.6;

/** A stand-in for a camera over a bench: the panel as it lies there, tilted and turned, with its border, and the camera's own faults. */
export function photographPanel(view: CameraView): Photo {
  const { scene, borderMm, width, height, corners } = view;
  const { widthMm, heightMm, pxPerMm, lighting } = scene;
  const { offsetXMm, offsetYMm, turnDeg } = view.picture ?? { offsetXMm: 0, offsetYMm: 0, turnDeg: 0 };
  const { level, slope } = view.bench ?? { level: 118, slope: 14 };
  const flat = takePicture({ ...scene, noise: 0, vignetting: 0, moire: 0 });
  const around = Math.round(AROUND * Math.max(flat.width, flat.height));
  const [w, h] = [flat.width + 2 * around, flat.height + 2 * around];
  const ground = { rgba: new Uint8ClampedArray(4 * w * h), width: w, height: h };
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const [halfW, halfH] = [widthMm / 2 - borderMm, heightMm / 2 - borderMm];
  for (let y = 0; y < h; y += 1) {
    for (let x = 0; x < w; x += 1) {
      const [px, py] = [x - around, y - around];
      let value = level;
      if (px >= 0 && py >= 0 && px < flat.width && py < flat.height) {
        value = flat.rgba[4 * (py * flat.width + px)]!;
        if (borderMm > 0) {
          const [dx, dy] = [
            (px + 0.5) / pxPerMm - widthMm / 2 - offsetXMm,
            (py + 0.5) / pxPerMm - heightMm / 2 - offsetYMm,
          ];
          // How far inside the picture's rectangle, mm; led over one pixel, as a lens would.
          const inside = Math.min(
            halfW - Math.abs(dx * cos + dy * sin),
            halfH - Math.abs(dy * cos - dx * sin),
          );
          const share = Math.min(1, Math.max(0, 0.5 + inside * pxPerMm));
          value = INK[lighting] + share * (value - INK[lighting]);
        }
      }
      const i = 4 * (y * w + x);
      ground.rgba[i] = ground.rgba[i + 1] = ground.rgba[i + 2] = value;
      ground.rgba[i + 3] = 255;
    }
  }
  // Where the photo's own corners fall on the ground: the photo is the ground squared up to them.
  const onGround = takenBy(
    mapBetween(corners, [
      { x: around, y: around },
      { x: around + flat.width, y: around },
      { x: around + flat.width, y: around + flat.height },
      { x: around, y: around + flat.height },
    ]),
  );
  const rgba = squareUp(
    ground,
    [onGround(0, 0), onGround(width, 0), onGround(width, height), onGround(0, height)],
    {
      width,
      height,
    },
  );
  const random = randomStream(scene.seed + 1);
  const { vignetting = 0.2, moire = 1.5, noise: sigma = 2.5 } = scene;
  const { dust = [] } = view;
  const beat = { x: 0.02 + 0.05 * random(), y: 0.02 + 0.05 * random(), phase: 0 };
  throughLens({ rgba, width, height }, { vignetting, moire, sigma, beat }, random, (x, y) => {
    let light = rgba[4 * (y * width + x)]! + slope * (x / width - 0.5);
    for (const spot of dust) {
      const beyondPx = Math.sqrt((x - spot.x) ** 2 + (y - spot.y) ** 2) - spot.radiusPx;
      if (beyondPx < 0.75) light += MARKS[lighting] * 0.7 * Math.min(1, 0.5 - beyondPx / 1.5);
    }
    return light;
  });
  return { rgba, width, height };
}

/** A panel lying slightly turned on the bench: the whole photo and its corners, the same for the same seed. */
export function askewView(seed: number, panel: { widthMm: number; heightMm: number }, pxPerMm: number) {
  const random = randomStream(seed);
  const [w, h] = [panel.widthMm * pxPerMm, panel.heightMm * pxPerMm];
  const [width, height] = [Math.round(w * 1.35), Math.round(h * 1.35 + 0.1 * w)];
  const turn = (random() - 0.5) * 0.16;
  const [mx, my] = [width / 2 + (random() - 0.5) * 0.12 * w, height / 2 + (random() - 0.5) * 0.12 * h];
  const corner = (sx: number, sy: number): PixelPoint => {
    const [x, y] = [(sx * w) / 2, (sy * h) / 2];
    const tilt = () => (random() - 0.5) * 0.03 * w;
    return {
      x: mx + x * Math.cos(turn) - y * Math.sin(turn) + tilt(),
      y: my + x * Math.sin(turn) + y * Math.cos(turn) + tilt(),
    };
  };
  const corners: Corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  return { width, height, corners };
}

const kinds: readonly DefectKind[] = ["speck", "speck", "fibre", "bubble", "scratch", "patch"];

/** A panel with so many defects of every kind, apart from one another and from the rim, the same for the same seed. */
export function plantDefects(
  seed: number,
  widthMm: number,
  heightMm: number,
  count: number,
): PlantedDefect[] {
  const random = randomStream(seed);
  const planted: PlantedDefect[] = [];
  for (let tries = 0; planted.length < count && tries < 500; tries += 1) {
    const kind = kinds[Math.floor(random() * kinds.length)]!;
    const sizes: Record<DefectKind, [number, number]> = {
      speck: [0.1, 0.5],
      bubble: [0.5, 2.5],
      fibre: [1.5, 5],
      scratch: [1.5, 6],
      patch: [5, 9],
    };
    const [least, most] = sizes[kind];
    const sizeMm = least + (most - least) * random();
    const rim = sizeMm / 2 + 1.5;
    const candidate = {
      kind,
      xMm: rim + (widthMm - 2 * rim) * random(),
      yMm: rim + (heightMm - 2 * rim) * random(),
      sizeMm,
    };
    const isClear = planted.every(
      (other) =>
        Math.hypot(other.xMm - candidate.xMm, other.yMm - candidate.yMm) > (other.sizeMm + sizeMm) / 2 + 2,
    );
    if (isClear) planted.push(candidate);
  }
  return planted;
}

/** Which of the found places each planted defect is, by its index, or -1; none is given away twice. */
export function hitsOf(
  planted: readonly PlantedDefect[],
  found: readonly { xMm: number; yMm: number }[],
): number[] {
  const used = new Set<number>();
  return planted.map(({ xMm, yMm, sizeMm }) => {
    const withinMm = Math.max(0.6, 0.45 * sizeMm);
    const hit = found.findIndex(
      (place, i) => !used.has(i) && Math.hypot(place.xMm - xMm, place.yMm - yMm) < withinMm,
    );
    if (hit >= 0) used.add(hit);
    return hit;
  });
}
