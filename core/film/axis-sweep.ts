import type { Photo } from "../prove/picture.ts";
import { findPanel } from "../prove/find-panel.ts";
import { squareUp } from "../prove/fast-square-up.ts";
import { apartPx, pxPerMmOf, type Corners, withTop, type Top } from "../prove/square-up.ts";
import { median } from "../median.ts";
import { foldDeg } from "./axis-angle.ts";
import { edgeTurnDeg } from "./edge-turn.ts";
import { LIGHT_OF_BYTE } from "./srgb.ts";
import { SWEEP_DISC_SHARE, SWEEP_STEP_DEG } from "./swept.ts";

/** One angle of the turned film and the light through it, as a share of the bare panel's. */
export interface SweptReading {
  angleDeg: number;
  level: number;
}

/** Why a frame tells nothing yet. */
export type SweepFault =
  | "no panel"
  | "not still"
  | "too bright"
  | "too dark"
  | "not bare"
  | "moved"
  | "no film"
  | "not over the middle"
  | "too fast";

/** What a frame told. */
export interface SweepSeen {
  /** First the bare panel is seen, then a film over it. */
  of: "panel" | "film";
  corners: Corners | null;
  fault: SweepFault | null;
  /** How the film lies, degrees counter-clockwise from the panel's width; null where it is not told. */
  angleDeg: number | null;
  /** Light through the film as a share of the bare panel's; null where it is not told. */
  level: number | null;
  /** The mean of each step of the turn up to now. */
  readings: readonly SweptReading[];
  /** Over how much of half a turn it has been read, deg; at 180 there is nothing more to be read. */
  coveredDeg: number;
}

/** The panel is squared up to at most so many pixels along its longer side, and to no more than it has in the picture: pixels between pixels make stairs. */
const LONG_SIDE_PX = 560;
const OF_ITS_OWN = 0.8;
/** So many frames of the bare panel in a row, the corners no further from one another than this, px. */
const BARE_FRAMES = 5;
const STILL_PX = 2;
/** So often it is looked whether the panel still lies there, frames, and further than this it does not, px. */
const FIND_EVERY = 5;
const MOVED_PX = 5;
/** The rim of the panel is left out, as a share of its longer side. */
const RIM_SHARE = 0.03;
/** Bare panel is what the brightest blocks show: so large, px, and the share of them that is brighter. */
const BLOCK_PX = 12;
const BRIGHTEST_SHARE = 0.04;
/** The bare panel's light, as a share of the end of the scale: above it is cut off, below it drowns in noise. */
const MOST_LIGHT = 0.97;
const LEAST_LIGHT = 0.08;
/** A bare panel is nowhere much brighter than in its middle, and looks the same from frame to frame: shares of its light. */
const LEAST_MIDDLE = 0.85;
const MOST_CHANGE = 0.04;
/** Light over the disc may differ by so much, as a share of the bare panel's, while nothing but film lies over it. */
const EVEN_WITHIN = 0.15;
/** Bare panel itself lets through so much. */
const BARE_LEVEL = 0.95;
/** A film that has turned further than this since the frame before may have turned further still. */
const MOST_STEP_DEG = 30;
/** Bare for so many frames in a row, the film was lifted off: it is laid on anew along the width. */
const LIFTED_FRAMES = 8;

/** Linear light of a picture's green, in which a panel's grid and a sensor's mosaic are finest. */
function greenLight({ rgba, width, height }: Photo): Float32Array {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i += 1) light[i] = LIGHT_OF_BYTE[rgba[4 * i + 1]!]!;
  return light;
}

/**
 * A film of known axis that is turned over a lit panel before a camera that stands still: of each frame the film's angle by its straight
 * edges and the light through it by the panel's middle, both against the bare panel that was seen first, so that neither an uneven
 * backlight nor a camera that adapts its exposure tells in them. Angles in degrees, counter-clockwise from the panel's width as the viewer
 * sees it; the film begins with its marked edge along the width. Light is a share of the bare panel's.
 * Half a turn is read in even steps: however a camera bends light into its code, it bends it alike on both sides of the axis, and over whole
 * half turns that leaves the axis where it is. Valid where the camera looks nearly straight down.
 *
 * @example
 * const sweep = new AxisSweep({ widthMm: 120, heightMm: 80 });
 * sweep.look({ rgba: new Uint8ClampedArray(4 * 64 * 48), width: 64, height: 48 }).fault; // "no panel"
 */
export class AxisSweep {
  private size = { width: 0, height: 0 };
  private readonly bare: { corners: Corners; light: Float32Array }[] = [];
  private panel: { corners: Corners; light: Float32Array } | null = null;
  private readonly steps = Array.from({ length: 180 / SWEEP_STEP_DEG }, () => ({
    angles: 0,
    levels: 0,
    frames: 0,
  }));
  private frames = 0;
  /** How often in a row the panel was found elsewhere. */
  private elsewhere = 0;
  private bareFrames = 0;
  /** As it lay in the last frame that told; not folded. */
  private lastDeg: number | null = null;

  constructor(
    private readonly outline: { widthMm: number; heightMm: number },
    private readonly top: Top = "up",
  ) {}

  look(frame: Photo): SweepSeen {
    return this.panel ? this.lookAtFilm(frame, this.panel) : this.lookAtPanel(frame);
  }

  private seen(of: SweepSeen["of"], told: Partial<SweepSeen>): SweepSeen {
    const read = this.steps.filter(({ frames }) => frames > 0);
    return {
      of,
      corners: this.panel?.corners ?? null,
      fault: null,
      angleDeg: null,
      level: null,
      readings: read.map(({ angles, levels, frames }) => ({
        angleDeg: angles / frames,
        level: levels / frames,
      })),
      coveredDeg: SWEEP_STEP_DEG * read.length,
      ...told,
    };
  }

  private lookAtPanel(frame: Photo): SweepSeen {
    const found = findPanel(frame);
    const corners = found && withTop(found, this.top);
    if (!corners) {
      this.bare.length = 0;
      return this.seen("panel", { fault: "no panel" });
    }
    const before = this.bare.at(-1);
    const isStill = before && corners.every((corner, i) => apartPx(corner, before.corners[i]!) <= STILL_PX);
    if (!isStill) {
      this.bare.length = 0;
      this.size = this.sizeFor(corners);
    }
    const light = this.squared(frame, corners);
    const whole = light.reduce((sum, value) => sum + value, 0) / light.length;
    if (whole > MOST_LIGHT) return this.seen("panel", { corners, fault: "too bright" });
    if (whole < LEAST_LIGHT) return this.seen("panel", { corners, fault: "too dark" });
    const brightest = this.bareShare(light);
    const middle = this.discLevel(light.map((value) => value / brightest));
    if (middle === null || middle < LEAST_MIDDLE) {
      this.bare.length = 0;
      return this.seen("panel", { corners, fault: "not bare" });
    }
    const last = this.bare.at(-1);
    const change = last ? light.reduce((sum, value, i) => sum + Math.abs(value - last.light[i]!), 0) : 0;
    if (change > MOST_CHANGE * whole * light.length) this.bare.length = 0;
    this.bare.push({ corners, light });
    if (this.bare.length < BARE_FRAMES) return this.seen("panel", { corners, fault: "not still" });
    const mean = new Float32Array(light.length);
    for (const one of this.bare)
      for (let i = 0; i < mean.length; i += 1) mean[i]! += one.light[i]! / BARE_FRAMES;
    const at = (i: number) => ({
      x: median(this.bare.map((one) => one.corners[i]!.x)),
      y: median(this.bare.map((one) => one.corners[i]!.y)),
    });
    this.panel = { corners: [at(0), at(1), at(2), at(3)], light: mean };
    return this.seen("film", { fault: "no film" });
  }

  private lookAtFilm(frame: Photo, panel: NonNullable<AxisSweep["panel"]>): SweepSeen {
    if (this.hasMoved(frame, panel.corners)) {
      this.panel = null;
      this.bare.length = 0;
      // The film comes off for it, and begins anew along the width.
      this.lastDeg = null;
      return this.seen("panel", { fault: "moved" });
    }
    const { width, height } = this.size;
    const share = this.squared(frame, panel.corners);
    for (let i = 0; i < share.length; i += 1) share[i] = share[i]! / Math.max(1e-3, panel.light[i]!);
    const exposure = this.bareShare(share);
    for (let i = 0; i < share.length; i += 1) share[i] = Math.min(1.2, share[i]! / exposure);
    const level = this.discLevel(share);
    const rim = Math.ceil(RIM_SHARE * Math.max(width, height));
    const turn = edgeTurnDeg({ light: share, width, height }, rim);
    this.bareFrames = turn === null && level !== null && level > BARE_LEVEL ? this.bareFrames + 1 : 0;
    if (this.bareFrames >= LIFTED_FRAMES) this.lastDeg = null;
    if (turn === null) return this.seen("film", { level, fault: "no film" });
    // The panel lies there with its rows downwards: what turns clockwise in them is negative here.
    const edgeDeg = -turn;
    const near = this.lastDeg ?? 0;
    const angleDeg = edgeDeg + 90 * Math.round((near - edgeDeg) / 90);
    if (this.lastDeg !== null && Math.abs(angleDeg - this.lastDeg) > MOST_STEP_DEG)
      return this.seen("film", { angleDeg: foldDeg(angleDeg), level, fault: "too fast" });
    if (level === null)
      return this.seen("film", { angleDeg: foldDeg(angleDeg), fault: "not over the middle" });
    this.lastDeg = angleDeg;
    if (level > BARE_LEVEL)
      return this.seen("film", { angleDeg: foldDeg(angleDeg), level, fault: "no film" });
    const step = this.steps[Math.floor(foldDeg(angleDeg) / SWEEP_STEP_DEG) % this.steps.length]!;
    step.angles += foldDeg(angleDeg);
    step.levels += level;
    step.frames += 1;
    return this.seen("film", { angleDeg: foldDeg(angleDeg), level });
  }

  /** Whether the panel lies elsewhere than when it was bare, by most of its corners: a hand hides one or two. */
  private hasMoved(frame: Photo, corners: Corners): boolean {
    this.frames += 1;
    if (this.frames % FIND_EVERY !== 0) return false;
    const found = findPanel(frame);
    const now = found && withTop(found, this.top);
    const isElsewhere = now && corners.filter((corner, i) => apartPx(corner, now[i]!) > MOVED_PX).length >= 3;
    this.elsewhere = isElsewhere ? this.elsewhere + 1 : 0;
    return this.elsewhere >= 2;
  }

  private sizeFor(corners: Corners) {
    const { widthMm, heightMm } = this.outline;
    const pxPerMm = OF_ITS_OWN * pxPerMmOf(corners, this.outline, LONG_SIDE_PX / OF_ITS_OWN);
    return { width: Math.round(widthMm * pxPerMm), height: Math.round(heightMm * pxPerMm) };
  }

  private squared(frame: Photo, corners: Corners): Float32Array {
    return greenLight({ rgba: squareUp(frame, corners, this.size), ...this.size });
  }

  /** What the brightest blocks show: bare panel beside the film, and so how the camera exposes now against when it was bare all over. */
  private bareShare(share: Float32Array): number {
    const { width, height } = this.size;
    const blocks: number[] = [];
    for (let top = BLOCK_PX; top + 2 * BLOCK_PX <= height; top += BLOCK_PX)
      for (let left = BLOCK_PX; left + 2 * BLOCK_PX <= width; left += BLOCK_PX) {
        let sum = 0;
        for (let y = top; y < top + BLOCK_PX; y += 1)
          for (let x = left; x < left + BLOCK_PX; x += 1) sum += share[y * width + x]!;
        blocks.push(sum / BLOCK_PX ** 2);
      }
    blocks.sort((a, b) => b - a);
    return Math.max(1e-3, blocks[Math.floor(BRIGHTEST_SHARE * blocks.length)]!);
  }

  /** The light of the panel's middle; null where an edge or a finger lies across it. */
  private discLevel(share: Float32Array): number | null {
    const { width, height } = this.size;
    const radius = SWEEP_DISC_SHARE * Math.min(width, height);
    const values: number[] = [];
    for (let y = Math.floor(height / 2 - radius); y <= height / 2 + radius; y += 1)
      for (let x = Math.floor(width / 2 - radius); x <= width / 2 + radius; x += 1)
        if (Math.hypot(x - width / 2, y - height / 2) <= radius) values.push(share[y * width + x]!);
    values.sort((a, b) => a - b);
    const at = (part: number) => values[Math.floor(part * (values.length - 1))]!;
    return at(0.9) - at(0.1) <= EVEN_WITHIN ? at(0.5) : null;
  }
}
