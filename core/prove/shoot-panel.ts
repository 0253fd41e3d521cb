import { randomStream } from "../random.ts";
import { exposed, SAMPLES, throughSensor, type SensorMake as WholeMake } from "./camera-sensor.ts";
import type { Photo } from "./picture.ts";
import { litPanel, type LitPanel } from "./lit-panel.ts";
import { ontoRectangle, pxPerMmOf, turnedCorners, type Corners } from "./square-up.ts";

/** A lens, a sensor and a file; what shines by itself depends on what is to be shown. */
export type SensorMake = Omit<WholeMake, "hotPerMillion">;

/** Photosites that shine by themselves in a million, where a picture has such. */
const HOT = 30;
/** Out of focus: the lens's blur, px. */
const OUT_OF_FOCUS_PX = 2.5;

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

/** The camera as the panel finds it: out of focus, and with sites that shine, where that is to be shown. */
const makeFor = ({ disturbed }: LitPanel, make: SensorMake): WholeMake => ({
  ...make,
  blurPx: disturbed.includes("defocus") ? OUT_OF_FOCUS_PX : make.blurPx,
  hotPerMillion: disturbed.includes("hot") ? HOT : 0,
});

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
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const [midX, midY] = [width / 2, height / 2];
  const onSensor = exposed({ width, height, vignetting }, (x, y, out) => {
    const [dx, dy] = [x - midX, y - midY];
    const [along, down] = [midX + dx * cos - dy * sin, midY + dx * sin + dy * cos];
    light(along / pxPerMm, down / pxPerMm, 1 / SAMPLES / pxPerMm, out);
  });
  return throughSensor(onSensor, makeFor(panel, make), randomStream(panel.seed + 7));
}

/** How a panel lies on the bench before a camera. */
export interface CameraView {
  panel: LitPanel;
  make: SensorMake;
  /** Printed border behind the glass; 0 where there is none. */
  borderMm: number;
  /** How the picture lies within the border, against its middle: to the right and downwards, and turned clockwise. */
  picture?: { offsetXMm: number; offsetYMm: number; turnDeg: number };
  /** The whole photo, px, and where the panel's corners are in it. */
  width: number;
  height: number;
  corners: Corners;
  /** Light of the bench as a share of what fills the sensor, and how much lighter it is at the right. */
  bench?: { level: number; slope: number };
  /** Dust on the camera: it stays where it is, whatever lies before it. */
  dust?: readonly { x: number; y: number; radiusPx: number }[];
  vignetting?: number;
}

/** Light of the printed border, a room's lamp on the glass counted in. */
const INK = 0.012;
/** What dust on the camera lets through of a lit panel, and scatters beside a dark one. */
const DUST = { passes: 0.4, adds: 0.16 };

/** A photo of a panel as it lies on the bench, tilted and turned, with its border: through a lens, a sensor and a file. */
export function photographPanel(view: CameraView): Photo {
  const { panel, make, borderMm, width, height, corners, dust = [], vignetting = 0.2 } = view;
  const { widthMm, heightMm } = panel;
  const { offsetXMm, offsetYMm, turnDeg } = view.picture ?? { offsetXMm: 0, offsetYMm: 0, turnDeg: 0 };
  const { level, slope } = view.bench ?? { level: 0.18, slope: 0.05 };
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const [halfW, halfH] = [widthMm / 2 - borderMm, heightMm / 2 - borderMm];
  const light = litPanel(panel);
  const onPanel = ontoRectangle(widthMm, heightMm, corners);
  const wideMm = 1 / SAMPLES / pxPerMmOf(corners, panel, Infinity);
  const isWhite = panel.lighting === "white";
  const onSensor = exposed({ width, height, vignetting }, (x, y, out) => {
    const at = onPanel(x, y);
    const [dx, dy] = [at.x - widthMm / 2, at.y - heightMm / 2];
    if (Math.abs(dx) > widthMm / 2 || Math.abs(dy) > heightMm / 2)
      out[0] = out[1] = out[2] = level + slope * (x / width - 0.5);
    else {
      const [px, py] = [dx - offsetXMm, dy - offsetYMm];
      if (Math.abs(px * cos + py * sin) > halfW || Math.abs(py * cos - px * sin) > halfH)
        out[0] = out[1] = out[2] = INK;
      else light(at.x, at.y, wideMm, out);
    }
    for (const spot of dust) {
      const beyondPx = Math.sqrt((x - spot.x) ** 2 + (y - spot.y) ** 2) - spot.radiusPx;
      if (beyondPx > 0.75) continue;
      const on = Math.min(1, 0.5 - beyondPx / 1.5);
      for (let colour = 0; colour < 3; colour += 1)
        out[colour] = isWhite ? out[colour]! * (1 - on * (1 - DUST.passes)) : out[colour]! + on * DUST.adds;
    }
  });
  return throughSensor(onSensor, makeFor(panel, make), randomStream(panel.seed + 7));
}

/** A panel lying slightly turned on the bench: the whole photo and its corners, the same for the same seed. */
export function lyingOnBench(seed: number, panel: { widthMm: number; heightMm: number }, pxPerMm: number) {
  const random = randomStream(seed);
  const [widthPx, heightPx] = [panel.widthMm * pxPerMm, panel.heightMm * pxPerMm];
  const [width, height] = [Math.round(widthPx * 1.35), Math.round(heightPx * 1.35 + 0.1 * widthPx)];
  const turn = (random() - 0.5) * 0.16;
  const middle = {
    x: width / 2 + (random() - 0.5) * 0.12 * widthPx,
    y: height / 2 + (random() - 0.5) * 0.12 * heightPx,
  };
  const tilt = () => (random() - 0.5) * 0.03 * widthPx;
  return { width, height, corners: turnedCorners({ widthPx, heightPx }, middle, turn, tilt) };
}
