import type { Photo } from "./picture.ts";
import { median } from "../median.ts";
import { findPanel } from "./find-panel.ts";
import { photoBorder, type BorderWidths } from "./photo-border.ts";
import { squareUp } from "./fast-square-up.ts";
import { pxPerMmOf, apartPx, type Corners, withTop, type Top } from "./square-up.ts";

/** What a frame told of a glass on its panel. */
export interface BorderSeen {
  corners: Corners | null;
  fault: "no glass" | "no border" | null;
  /** Both ends of each edge's border, mm; of the last frames together. Null while it is not told. */
  ends: BorderWidths | null;
  /** How many frames of the same place it is told from. */
  frames: number;
}

/** So many frames in a row are told from together, as long as no corner goes further than this from one to the next, px. */
const TOGETHER = 5;
const MOVED_PX = 2;
const MOST_SIDE_PX = 1_200;

/**
 * The border round a glass that lies on its panel, lit white, live: of each frame the glass's corners, its border's widths at both ends of
 * each edge, and their medians over the last frames while nothing moves. The scale is the glass's own outline. Widths in mm.
 * Valid where the camera looks nearly straight down: ink lies under the glass, its edge is on top.
 *
 * @example
 * const live = new LiveBorder({ widthMm: 120, heightMm: 80 }, 4);
 * live.look({ rgba: new Uint8ClampedArray(4 * 64 * 48), width: 64, height: 48 }).fault; // "no glass"
 */
export class LiveBorder {
  private last: { corners: Corners; ends: BorderWidths }[] = [];

  constructor(
    private readonly outline: { widthMm: number; heightMm: number },
    private readonly borderMm: number,
    private readonly top: Top = "up",
  ) {}

  look(frame: Photo): BorderSeen {
    const found = findPanel(frame);
    const corners = found && withTop(found, this.top);
    if (!corners) return this.nothing(null, "no glass");
    const pxPerMm = pxPerMmOf(corners, this.outline, MOST_SIDE_PX);
    const size = {
      width: Math.round(this.outline.widthMm * pxPerMm),
      height: Math.round(this.outline.heightMm * pxPerMm),
    };
    const ends = photoBorder({ rgba: squareUp(frame, corners, size), ...size }, pxPerMm, this.borderMm);
    if (!ends) return this.nothing(corners, "no border");
    const before = this.last.at(-1);
    if (before && corners.some((corner, i) => apartPx(corner, before.corners[i]!) > MOVED_PX)) this.last = [];
    this.last = [...this.last, { corners, ends }].slice(-TOGETHER);
    const end = (edge: keyof BorderWidths, k: 0 | 1) =>
      Math.max(0, median(this.last.map((one) => one.ends[edge][k])));
    const both = (edge: keyof BorderWidths): [number, number] => [end(edge, 0), end(edge, 1)];
    return {
      corners,
      fault: null,
      ends: { top: both("top"), right: both("right"), bottom: both("bottom"), left: both("left") },
      frames: this.last.length,
    };
  }

  private nothing(corners: Corners | null, fault: BorderSeen["fault"]): BorderSeen {
    this.last = [];
    return { corners, fault, ends: null, frames: 0 };
  }
}
