import { noise, randomStream } from "../random.ts";
import type { DefectKind, Lighting } from "./find-defects.ts";
import type { Photo } from "./inspect-photo.ts";

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
  const rgba = new Uint8ClampedArray(4 * width * height);
  const [beatX, beatY, phase] = [0.02 + 0.05 * random(), 0.02 + 0.05 * random(), 6.28 * random()];
  const [level, strength] = [LEVELS[lighting], MARKS[lighting]];
  const reach = Math.hypot(width, height) / 2;
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const i = y * width + x;
      const far = Math.hypot(x - width / 2, y - height / 2) / reach;
      const fall = 1 - vignetting * far * far;
      const beat = moire * Math.sin(beatX * x * 6.28 + beatY * y * 6.28 + phase);
      const value = (level + strength * mark[i]!) * fall + beat + sigma * noise(random);
      rgba[4 * i] = value;
      rgba[4 * i + 1] = value;
      rgba[4 * i + 2] = value * 0.985;
      rgba[4 * i + 3] = 255;
    }
  }
  return { width, height, rgba };
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
