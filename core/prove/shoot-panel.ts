import { randomStream } from "../random.ts";
import { throughSensor, type SensorMake as WholeMake } from "./camera-sensor.ts";
import type { DefectKind } from "./defects.ts";
import type { Photo } from "./inspect-photo.ts";
import { litPanel, type LitPanel, type PanelDefect } from "./lit-panel.ts";

/** A lens, a sensor and a file; what shines by itself depends on what is to be shown. */
export type SensorMake = Omit<WholeMake, "hotPerMillion">;

/** Samples across a pixel: the panel's own stripes are averaged exactly, what lies on them by these. */
const SAMPLES = 2;

/** A picture of a panel that fills it, `turnDeg` off square: the panel as it is, through a lens, a sensor and a file. */
export function shootPanel(
  panel: LitPanel,
  {
    pxPerMm,
    turnDeg = 0,
    vignetting = 0.2,
    ...make
  }: SensorMake & { pxPerMm: number; turnDeg?: number; vignetting?: number },
): Photo {
  const [width, height] = [Math.round(panel.widthMm * pxPerMm), Math.round(panel.heightMm * pxPerMm)];
  const light = litPanel(panel);
  const rgb = new Float32Array(3 * width * height);
  const out = new Float32Array(3);
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const [midX, midY] = [width / 2, height / 2];
  const reach2 = midX * midX + midY * midY;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const i = 3 * (y * width + x);
      const fall = (1 - (vignetting * ((x - midX) ** 2 + (y - midY) ** 2)) / reach2) / SAMPLES ** 2;
      for (let s = 0; s < SAMPLES ** 2; s += 1) {
        const dx = x + ((s % SAMPLES) + 0.5) / SAMPLES - midX;
        const dy = y + (Math.floor(s / SAMPLES) + 0.5) / SAMPLES - midY;
        light(
          (midX + dx * cos - dy * sin) / pxPerMm,
          (midY + dx * sin + dy * cos) / pxPerMm,
          1 / SAMPLES / pxPerMm,
          out,
        );
        for (let colour = 0; colour < 3; colour += 1) rgb[i + colour]! += fall * out[colour]!;
      }
    }
  const isOut = panel.disturbed.includes("defocus");
  return throughSensor(
    { width, height, rgb },
    {
      ...make,
      blurPx: isOut ? OUT_OF_FOCUS_PX : make.blurPx,
      hotPerMillion: panel.disturbed.includes("hot") ? HOT : 0,
    },
    randomStream(panel.seed + 7),
  );
}

/** A camera as people have one: no two alike, the same for the same seed. */
export function usualMake(seed: number): SensorMake & { turnDeg: number } {
  const random = randomStream(seed * 77 + 5);
  return {
    turnDeg: 1.5 * (random() - 0.5),
    blurPx: 0.6 + 0.5 * random(),
    fullWell: 4_000 + 6_000 * random(),
    readNoise: 4,
    sharpening: 0.7 * random(),
    quality: 70 + 25 * random(),
  };
}

/** Photosites that shine by themselves in a million, where a picture has such. */
const HOT = 30;
/** Out of focus: the lens's blur, px. */
const OUT_OF_FOCUS_PX = 2.5;

/** From least to most, mm: what a shop wants to find of each kind. */
const SIZES: Readonly<Record<DefectKind, readonly [number, number]>> = {
  speck: [0.1, 0.5],
  fibre: [1, 4],
  bubble: [0.6, 2.5],
  scratch: [2, 8],
  patch: [5, 9],
};

/** Defects of some kinds, apart from one another and from the rim; a scratch takes at least a tenth of the light. */
export function scatterDefects(
  seed: number,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  kinds: readonly DefectKind[],
): PanelDefect[] {
  const random = randomStream(seed);
  const scattered: PanelDefect[] = [];
  for (const kind of kinds) {
    for (let tries = 0; tries < 200; tries += 1) {
      const [least, most] = SIZES[kind];
      const sizeMm = least * (most / least) ** random();
      const rim = sizeMm / 2 + 1.5;
      const defect = {
        kind,
        xMm: rim + (widthMm - 2 * rim) * random(),
        yMm: rim + (heightMm - 2 * rim) * random(),
        sizeMm,
        strength: kind === "scratch" ? 0.1 + 0.25 * random() : random(),
        angle: Math.PI * random(),
      };
      const isClear = scattered.every(
        (other) =>
          Math.hypot(other.xMm - defect.xMm, other.yMm - defect.yMm) > (other.sizeMm + sizeMm) / 2 + 1.5,
      );
      if (!isClear) continue;
      scattered.push(defect);
      break;
    }
  }
  return scattered;
}
