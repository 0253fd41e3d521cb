import { randomStream } from "../random.ts";
import type { DefectKind, Lighting } from "./defects.ts";

/** A defect under the glass as it is in truth. */
export interface PanelDefect {
  kind: DefectKind;
  xMm: number;
  yMm: number;
  /** Across it, for a line along it. */
  sizeMm: number;
  /** How much light it takes or gives, as a share of what its kind can, 0 to 1. */
  strength: number;
  /** Which way a line runs, radians. */
  angle: number;
}

/** What disturbs a look without being a defect. */
export type Disturbance = "text" | "reflection" | "hot" | "smear" | "rings" | "mura" | "defocus";

export interface LitPanel {
  widthMm: number;
  heightMm: number;
  /** From one cell of the panel to the next. */
  pitchMm: number;
  lighting: Lighting;
  defects: readonly PanelDefect[];
  disturbed: readonly Disturbance[];
  seed: number;
}

/** Light of a white panel as a share of what fills the sensor, and of a black one that is exposed for longer. */
const WHITE = 0.5;
const BLACK = 0.035;
/** A cell: three stripes, red first, between black lines. From where to where, as shares of a cell. */
const STRIPES = [
  [0.05, 0.29],
  [0.38, 0.62],
  [0.71, 0.95],
] as const;
const ROW = [0.1, 0.9] as const;
/** So much of a stripe's light each of the camera's own colours takes: filters overlap. */
const CROSSTALK = [
  [0.9, 0.12, 0.03],
  [0.1, 0.86, 0.12],
  [0.02, 0.14, 0.88],
] as const;

/** How much of the bars from `a` to `b`, once a cell, lies in a piece `wide` about `at`, all in cells; as a share of the piece. */
function barShare(at: number, wide: number, bar: readonly [number, number]): number {
  return (barsUpTo(at + wide / 2, bar[0], bar[1]) - barsUpTo(at - wide / 2, bar[0], bar[1])) / wide;
}

/** How much of the bars, from `a` to `b` once a cell, lies before a place. */
function barsUpTo(x: number, a: number, b: number): number {
  const whole = Math.floor(x);
  const within = x - whole - a;
  return whole * (b - a) + (within <= 0 ? 0 : within < b - a ? within : b - a);
}

/** Signs five by seven, as a display shows them. */
const GLYPHS = [
  0x7c12117c, 0x7f494936, 0x3e414122, 0x7f41413e, 0x7f494941, 0x3e415132, 0x7f08087f, 0x417f0141,
];
/** Whether a sign is lit at a dot of its own. */
const isLit = (glyph: number, column: number, row: number) =>
  column >= 0 &&
  column < 4 &&
  row >= 0 &&
  row < 7 &&
  ((GLYPHS[glyph]! >> (8 * (3 - column))) >> row) % 2 === 1;

interface Drawn {
  defect: PanelDefect;
  reachMm: number;
  cos: number;
  sin: number;
  /** How far a fibre leaves the straight, mm. */
  bendMm: number;
  wobble: number;
}

const soft = (beyond: number, over: number) => Math.min(1, Math.max(0, 0.5 - beyond / over));

/**
 * The light that a panel sends out, place by place: linear, red, green, blue, as a share of what fills the sensor. A grid of coloured
 * stripes, what lies under the glass, and what disturbs the look. How strong each kind is: assumed.
 */
export function litPanel(
  panel: LitPanel,
): (xMm: number, yMm: number, wideMm: number, out: Float32Array) => void {
  const { widthMm, heightMm, pitchMm, lighting, seed } = panel;
  const random = randomStream(seed);
  const disturbed = new Set<Disturbance>(panel.disturbed);
  const has = (what: Disturbance) => disturbed.has(what);
  const drawn = panel.defects.map((defect): Drawn => {
    const bendMm = defect.kind === "fibre" ? defect.sizeMm * (0.12 + 0.15 * random()) : 0;
    const reachMm = defect.sizeMm / 2 + (defect.kind === "patch" ? 1.5 : 0.4) + bendMm;
    const [cos, sin] = [Math.cos(defect.angle), Math.sin(defect.angle)];
    return { defect, reachMm, cos, sin, bendMm, wobble: 6.28 * random() };
  });
  const uneven = { x: random() - 0.5, y: random() - 0.5, xx: 0.2 * random(), phase: 6.28 * random() };
  const spot = {
    x: widthMm * (0.2 + 0.6 * random()),
    y: heightMm * (0.2 + 0.6 * random()),
    wide: 3 + 3 * random(),
    tall: 2 + 2 * random(),
  };
  const wipes = Array.from({ length: 5 }, () => ({
    y: heightMm * random(),
    wide: 1.5 + 3 * random(),
    depth: 0.01 + 0.02 * random(),
    turn: 0.2 * (random() - 0.5),
  }));
  const ring = { x: widthMm * random(), y: heightMm * random(), perMm2: 0.05 + 0.05 * random() };
  const line = { x: 2 + 4 * random(), y: heightMm * (0.2 + 0.6 * random()), dotMm: Math.max(pitchMm, 0.25) };
  const sign = Array.from({ length: 12 }, () => Math.floor(random() * GLYPHS.length));
  const isWhite = lighting === "white";

  return (xMm, yMm, wideMm, out) => {
    // What a defect takes of the light from behind, adds of its own, and how far it shifts what is seen behind it.
    let [passes, adds, shiftX, shiftY, hides] = [1, 0, 0, 0, 0];
    for (const { defect, reachMm, cos, sin, bendMm, wobble } of drawn) {
      const [dx, dy] = [xMm - defect.xMm, yMm - defect.yMm];
      if (Math.abs(dx) > reachMm || Math.abs(dy) > reachMm) continue;
      const { kind, sizeMm, strength } = defect;
      const far = Math.hypot(dx, dy);
      const radius = sizeMm / 2;
      switch (kind) {
        case "speck": {
          const round = radius * (1 + 0.15 * Math.sin(3 * Math.atan2(dy, dx) + wobble));
          const on = soft(far - round, 0.02);
          passes *= 1 - on * (0.65 + 0.3 * strength);
          adds += on * (0.15 + 0.35 * strength);
          break;
        }
        case "fibre":
        case "scratch": {
          const along = dx * cos + dy * sin;
          const t = Math.min(1, Math.max(-1, along / radius));
          const across = -dx * sin + dy * cos - bendMm * (0.5 - t * t);
          const half = kind === "fibre" ? 0.012 : 0.02;
          const on = soft(Math.hypot(Math.max(0, Math.abs(along) - radius), across) - half, 0.02);
          if (kind === "fibre") {
            passes *= 1 - on * (0.5 + 0.35 * strength);
            adds += on * (0.08 + 0.2 * strength);
          } else {
            passes *= 1 - on * strength;
            adds += on * 0.3 * strength;
            shiftX -= on * sin * 0.015;
            shiftY += on * cos * 0.015;
          }
          break;
        }
        case "bubble": {
          const rim = Math.exp(-(((far - radius) / 0.05) ** 2));
          passes *= 1 - rim * (0.2 + 0.35 * strength) + (far < radius ? 0.02 : 0);
          adds += rim * (0.03 + 0.12 * strength);
          // A bubble is a weak lens: it draws the grid towards its middle, most at its rim.
          const pull = (0.03 + 0.04 * strength) * Math.min(1, far / radius) ** 2 * soft(far - radius, 0.08);
          shiftX += far > 0 ? (pull * dx) / far : 0;
          shiftY += far > 0 ? (pull * dy) / far : 0;
          break;
        }
        case "patch": {
          const on = soft(far - radius, 1.2);
          passes *= 1 - on * (0.05 + 0.06 * strength);
          adds += on * (0.006 + 0.01 * strength);
          break;
        }
      }
    }
    const [u, v] = [xMm / widthMm - 0.5, yMm / heightMm - 0.5];
    let level = 1 + 0.18 * (uneven.x * u + uneven.y * v) - uneven.xx * (u * u + v * v);
    if (has("mura"))
      level *=
        1 + 0.02 * Math.sin(uneven.phase + 9 * u) * Math.sin(7 * v) + 0.01 * Math.sin(uneven.phase + 31 * u);
    if (has("smear"))
      for (const wipe of wipes) {
        const off = (yMm - wipe.y - wipe.turn * xMm) / wipe.wide;
        level *= 1 - wipe.depth * Math.exp(-off * off);
      }
    if (has("text")) {
      const [column, row] = [
        Math.floor((xMm - line.x) / line.dotMm),
        Math.floor((yMm - line.y) / line.dotMm),
      ];
      const place = Math.floor(column / 6);
      if (place >= 0 && place < sign.length && isLit(sign[place]!, column - 6 * place, row)) hides = 1;
    }
    const shown = isWhite ? 1 - hides : hides;
    const [gx, gy] = [(xMm - shiftX) / pitchMm, (yMm - shiftY) / pitchMm];
    const wide = wideMm / pitchMm;
    const row = barShare(gy, wide, ROW);
    const red = barShare(gx, wide, STRIPES[0]);
    const green = barShare(gx, wide, STRIPES[1]);
    const blue = barShare(gx, wide, STRIPES[2]);
    const gain = (isWhite ? WHITE : shown ? 0.9 : BLACK * 0.5) / (0.24 * 0.8);
    for (let colour = 0; colour < 3; colour += 1) {
      const taken = CROSSTALK[colour]!;
      const lit = gain * row * (taken[0] * red + taken[1] * green + taken[2] * blue);
      // Between the stripes the glass itself is seen, faintly.
      const glass = isWhite ? 0.01 : BLACK * 0.5;
      out[colour] = level * ((isWhite && !shown ? 0.01 : lit) * passes + glass) + (isWhite ? 0.02 : 1) * adds;
    }
    if (has("rings")) {
      const r2 = (xMm - ring.x) ** 2 + (yMm - ring.y) ** 2;
      for (let colour = 0; colour < 3; colour += 1)
        out[colour]! *= 1 + 0.025 * Math.cos(6.28 * r2 * ring.perMm2 * (1 + 0.12 * colour));
    }
    if (has("reflection")) {
      const off = Math.max(Math.abs(xMm - spot.x) / spot.wide, Math.abs(yMm - spot.y) / spot.tall);
      const on = 0.45 * soft(off - 1, 0.25);
      for (let colour = 0; colour < 3; colour += 1) out[colour]! += on;
    }
  };
}
