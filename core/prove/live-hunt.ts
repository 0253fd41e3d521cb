import type { Photo } from "./picture.ts";
import { findPanel } from "./find-panel.ts";
import { greyOf } from "./picture.ts";
import { smoothed } from "./smoothed.ts";
import { apartPx, isConvex, pxPerMmOf, withTop, type Corners, type Top } from "./square-up.ts";
import { weighedGroups } from "./weighed-groups.ts";

/** A speck that shines, px of the frame. */
export interface SeenSpeck {
  x: number;
  y: number;
  sizePx: number;
}

/** What the frames up to now tell. */
export interface HuntSeen {
  corners: Corners | null;
  fault: "no panel" | "not dark" | "moving" | "glare" | null;
  specks: readonly SeenSpeck[];
  /** Specks this small would still have been seen, mm; null where no panel is. */
  leastMm: number | null;
  /** Nothing shines any more, and nothing that could hide it moved or shone for a second. */
  isClear: boolean;
}

/** What moves is told by squares of this side, px. */
const BLOCK = 16;
/** A square moves where its light differs by so many steps of 255 from what it was, over all of it; or so much of it by far more. */
const MOVED_STEPS = 5;
const MOVED_SHARE = 0.05;
/** A pixel that differs by so many steps shows something else: its mean begins anew, so that what was wiped away is gone at once. */
const ANEW_STEPS = 18;
/** The light of so many frames is averaged; a square is looked at once it has been still for this many. */
const AVERAGED = 6;
const STILL_FRAMES = 4;
/** Around a speck the ground is what lies within so many px. */
const GROUND_PX = 8;
/** A speck stands out by so many deviations of what is left, and by so many steps. */
const OUT_SIGMA = 7;
const OUT_STEPS = 7;
/** The smallest speck that is told on a dark ground, px: as the look through a photo claims. */
const LEAST_PX = 2.5;
/** Darker than this is dark, and lighter than this a square hides what lies in it, steps of 255. */
const DARK = 90;
const GLARE = 120;
/** So much of the face may be hidden or moving and it still counts as seen. */
const HIDDEN_SHARE = 0.03;
/** The panel's own rim shines: left out, px beside its edge. */
const RIM_PX = 6;
/** For so many frames nothing must shine before it is said. */
const CLEAR_FRAMES = 8;
/** A photosite that shines by itself shines in one colour: another adds less than this share of it, within so many px; beside them is the ground. */
const ONE_COLOUR = 0.28;
const SPREAD_REACH = 4;
/** With its file around it, it is no larger than this, px. */
const HOT_PX = 9;
const RING_REACH = 6;
/** All is still where so much of the picture moves; the panel is looked for anew every so many frames. */
const STILL_SHARE = 0.01;
const FIND_EVERY = 4;
/** The panel was moved where a corner went further than this; what stayed within this is the sensor's own. */
const PANEL_MOVED_PX = 3;
const STAYED_PX = 1.2;

/**
 * Specks on a dark face in light along it, live: frames are averaged where nothing moves, so that noise falls; what shines is framed until it
 * is wiped away. A photosite that shines by itself is told by its one colour, or by staying where it is while the panel moves.
 * All places in px of the frame.
 *
 * @example
 * const hunt = new LiveHunt({ widthMm: 120, heightMm: 80 });
 * hunt.look({ rgba: new Uint8ClampedArray(4 * 64 * 48), width: 64, height: 48 }).fault; // "no panel"
 */
export class LiveHunt {
  private mean = new Float32Array(0);
  private still = new Uint16Array(0);
  private face: Uint8Array = new Uint8Array(0);
  private corners: Corners | null = null;
  private clearFor = 0;
  private frames = 0;
  /** Where the sensor shines by itself, px. */
  private readonly hot: { x: number; y: number }[] = [];
  /** What was seen where the panel lay before it was moved. */
  private before: { corners: Corners; specks: readonly SeenSpeck[] } | null = null;

  constructor(
    private readonly outline: { widthMm: number; heightMm: number },
    private readonly top: Top = "up",
  ) {}

  look(frame: Photo): HuntSeen {
    const { width, height } = frame;
    const { light } = greyOf(frame.rgba, width, height);
    const [columns, rows] = [Math.ceil(width / BLOCK), Math.ceil(height / BLOCK)];
    if (this.mean.length !== light.length) {
      this.mean = light.slice();
      this.still = new Uint16Array(columns * rows);
      this.corners = null;
    }
    const movedShare = this.average(light, width, height);
    this.frames += 1;
    // A cloth across its edge is no edge: the panel is looked for while all is still.
    const isFound =
      (!this.corners || (movedShare < STILL_SHARE && this.frames % FIND_EVERY === 0)) && this.findFace(frame);
    const { corners } = this;
    if (!corners) return this.told("no panel", [], null);
    const pxPerMm = pxPerMmOf(corners, this.outline, Infinity);
    const leastMm = LEAST_PX / pxPerMm;
    const { isDark, hiddenShare, movingShare, seen } = this.squares(columns, rows, width, height);
    if (!isDark) return this.told("not dark", [], leastMm);
    const specks = this.specksIn(frame, seen, columns);
    if (movingShare > HIDDEN_SHARE) return this.told("moving", specks, leastMm);
    if (hiddenShare > HIDDEN_SHARE) return this.told("glare", specks, leastMm);
    // Only where the panel was seen in this very frame is it known what lies on it and what on the sensor.
    const known = isFound ? this.withoutStayed(corners, specks) : specks;
    this.clearFor = known.length === 0 ? this.clearFor + 1 : 0;
    return { corners, fault: null, specks: known, leastMm, isClear: this.clearFor >= CLEAR_FRAMES };
  }

  private told(
    fault: NonNullable<HuntSeen["fault"]>,
    specks: readonly SeenSpeck[],
    leastMm: number | null,
  ): HuntSeen {
    this.clearFor = 0;
    return { corners: this.corners, fault, specks, leastMm, isClear: false };
  }

  /** Takes a frame into the mean, square by square; how much of the picture moves. */
  private average(light: Float32Array, width: number, height: number): number {
    const { mean, still } = this;
    const [columns, rows] = [Math.ceil(width / BLOCK), Math.ceil(height / BLOCK)];
    let moved = 0;
    for (let r = 0; r < rows; r += 1)
      for (let c = 0; c < columns; c += 1) {
        const [left, top] = [c * BLOCK, r * BLOCK];
        const [right, bottom] = [Math.min(width, left + BLOCK), Math.min(height, top + BLOCK)];
        let off = 0;
        let anew = 0;
        for (let y = top; y < bottom; y += 1)
          for (let x = left; x < right; x += 1) {
            const i = y * width + x;
            const change = light[i]! - mean[i]!;
            off += change;
            if (Math.abs(change) < ANEW_STEPS) continue;
            mean[i] = light[i]!;
            anew += 1;
          }
        const k = r * columns + c;
        const pixels = (right - left) * (bottom - top);
        const isMoved = Math.abs(off) > MOVED_STEPS * pixels || anew > MOVED_SHARE * pixels;
        still[k] = isMoved ? 0 : Math.min(1_000, still[k]! + 1);
        if (isMoved) moved += 1;
        const part = isMoved ? 1 : 1 / Math.min(AVERAGED, still[k]! + 1);
        for (let y = top; y < bottom; y += 1)
          for (let x = left; x < right; x += 1) {
            const i = y * width + x;
            mean[i]! += part * (light[i]! - mean[i]!);
          }
      }
    return moved / (columns * rows);
  }

  /** Where the panel lies now, and which pixels are its face; whether it is seen. */
  private findFace(frame: Photo): boolean {
    const upright = findPanel(frame);
    const found = upright && withTop(upright, this.top);
    const known = this.corners;
    if (found && known && !found.some((corner, i) => apartPx(corner, known[i]!) > PANEL_MOVED_PX))
      return true;
    this.corners = found;
    this.clearFor = 0;
    this.still.fill(0);
    if (found) this.face = faceMask(found, frame.width, frame.height);
    return found !== null;
  }

  private squares(columns: number, rows: number, width: number, height: number) {
    const { mean, still, face } = this;
    const seen = new Uint8Array(columns * rows);
    const means: number[] = [];
    let [whole, hidden, moving] = [0, 0, 0];
    for (let k = 0; k < seen.length; k += 1) {
      const [left, top] = [(k % columns) * BLOCK, Math.floor(k / columns) * BLOCK];
      let [sum, n] = [0, 0];
      for (let y = top; y < Math.min(height, top + BLOCK); y += 1)
        for (let x = left; x < Math.min(width, left + BLOCK); x += 1)
          if (face[y * width + x]) {
            sum += mean[y * width + x]!;
            n += 1;
          }
      if (n === 0) continue;
      whole += n;
      means.push(sum / n);
      if (sum / n > GLARE) hidden += n;
      else if (still[k]! < STILL_FRAMES) moving += n;
      else seen[k] = 1;
    }
    means.sort((a, b) => a - b);
    return {
      seen,
      isDark: (means[means.length >> 1] ?? 255) < DARK,
      hiddenShare: hidden / whole,
      movingShare: moving / whole,
    };
  }

  private specksIn(frame: Photo, seen: Uint8Array, columns: number): SeenSpeck[] {
    const { width, height } = frame;
    const { mean, face } = this;
    const ground = smoothed(mean, width, height, GROUND_PX);
    const isSeen = (i: number) => {
      const y = Math.floor(i / width);
      return face[i] && seen[Math.floor(y / BLOCK) * columns + Math.floor((i - y * width) / BLOCK)];
    };
    const sample: number[] = [];
    for (let i = 0; i < mean.length; i += 13) if (isSeen(i)) sample.push(Math.abs(mean[i]! - ground[i]!));
    sample.sort((a, b) => a - b);
    const least = Math.max(OUT_STEPS, OUT_SIGMA * 1.4826 * (sample[sample.length >> 1] ?? 0));
    const out: number[] = [];
    for (let i = 0; i < mean.length; i += 1) if (mean[i]! - ground[i]! > least && isSeen(i)) out.push(i);
    const at = Int32Array.from(out);
    const above = (i: number) => mean[i]! - ground[i]!;
    return weighedGroups(at, width, 2, above).flatMap(({ x, y, left, right, top, bottom, peakAt }) => {
      const speck = { x, y, sizePx: Math.max(right - left, bottom - top) + 1 };
      const isOwn =
        (speck.sizePx <= HOT_PX && isOneColour(frame, peakAt)) ||
        this.hot.some((one) => apartPx(one, speck) <= STAYED_PX);
      return isOwn ? [] : [speck];
    });
  }

  /** Leaves out what stayed on the sensor while the panel was moved. */
  private withoutStayed(corners: Corners, specks: readonly SeenSpeck[]): readonly SeenSpeck[] {
    const { before } = this;
    const isMoved = before?.corners.some((corner, i) => apartPx(corner, corners[i]!) > PANEL_MOVED_PX);
    const stayed = isMoved
      ? specks.filter((speck) => before!.specks.some((one) => apartPx(one, speck) <= STAYED_PX))
      : [];
    this.hot.push(...stayed);
    const left = specks.filter((speck) => !stayed.includes(speck));
    // All that was seen while it lay here: one that is hardly told is not told in each frame.
    const known = before && !isMoved ? before.specks : [];
    const fresh = left.filter((speck) => !known.some((one) => apartPx(one, speck) <= STAYED_PX));
    this.before = { corners: isMoved || !before ? corners : before.corners, specks: [...known, ...fresh] };
    return left;
  }
}

/**
 * Whether what shines about a pixel does so in one colour: what it adds to its surroundings, colour by colour. A file spreads colour over its
 * neighbours, so that all of them are summed. Where they add nothing, what shines is the rim of something beside it.
 */
function isOneColour({ rgba, width, height }: Photo, i: number): boolean {
  const [cx, cy] = [i % width, Math.floor(i / width)];
  const added = ([0, 1, 2] as const).map((channel) => {
    let [inner, innerN, outer, outerN] = [0, 0, 0, 0];
    for (let y = Math.max(0, cy - RING_REACH); y <= Math.min(height - 1, cy + RING_REACH); y += 1)
      for (let x = Math.max(0, cx - RING_REACH); x <= Math.min(width - 1, cx + RING_REACH); x += 1) {
        const value = rgba[4 * (y * width + x) + channel]!;
        if (Math.max(Math.abs(x - cx), Math.abs(y - cy)) <= SPREAD_REACH) {
          inner += value;
          innerN += 1;
        } else {
          outer += value;
          outerN += 1;
        }
      }
    return inner - (innerN * outer) / Math.max(1, outerN);
  });
  const most = Math.max(...added);
  return most <= 0 || Math.min(...added) < ONE_COLOUR * most;
}

/** Pixels within four corners, their rim left out. */
function faceMask(corners: Corners, width: number, height: number): Uint8Array {
  const mask = new Uint8Array(width * height);
  if (!isConvex(corners)) return mask;
  const sides = corners.map((a, i) => {
    const b = corners[(i + 1) % 4]!;
    const length = apartPx(a, b);
    return { a, nx: -(b.y - a.y) / length, ny: (b.x - a.x) / length };
  });
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (sides.every(({ a, nx, ny }) => (x + 0.5 - a.x) * nx + (y + 0.5 - a.y) * ny > RIM_PX))
        mask[y * width + x] = 1;
  return mask;
}
