import { median } from "../median.ts";
import type { Photo } from "./picture.ts";
import type { Lens } from "./lens.ts";
import { fitLens, seenDots, type LensFit, type SeenDot } from "./lens-fit.ts";

/** What the pictures of the sheet tell up to now. */
export interface LensSeen {
  dots: readonly SeenDot[];
  fault: "no sheet" | "too small" | "not flat" | "same place" | null;
  /** So many pictures are kept of those that are wanted. */
  kept: number;
  wanted: number;
  /** Once all are there: the lens, how far dots still lie off, px, and how far they did before. */
  told: { lens: Lens; offPx: number; bentPx: number; pxPerMm: number } | null;
}

const WANTED = 5;
/** Fewer dots are no sheet. */
const LEAST_DOTS = 12;
/** A sheet that lies flat leaves no more than this, px. */
const MOST_OFF_PX = 0.7;
/** The sheet was moved where its middle went by this share of the picture's width. */
const MOVED_SHARE = 0.03;

/**
 * A camera's lens from a few pictures of the sheet of dots, moved a little from one to the next: the middle of what each tells.
 *
 * @example
 * new LiveLens().look({ rgba: new Uint8ClampedArray(4 * 64 * 48), width: 64, height: 48 }).fault; // "no sheet"
 */
export class LiveLens {
  private readonly fits: { fit: LensFit; x: number; y: number }[] = [];

  look(frame: Photo): LensSeen {
    const dots = seenDots(frame);
    const seen = (fault: LensSeen["fault"]): LensSeen => ({
      dots,
      fault,
      kept: this.fits.length,
      wanted: WANTED,
      told: this.told(),
    });
    if (this.fits.length >= WANTED) return seen(null);
    if (dots.length < LEAST_DOTS) return seen("no sheet");
    const fit = fitLens(dots, frame);
    if (!fit) return seen("too small");
    if (fit.offPx > MOST_OFF_PX) return seen("not flat");
    const x = dots.reduce((sum, dot) => sum + dot.x, 0) / dots.length;
    const y = dots.reduce((sum, dot) => sum + dot.y, 0) / dots.length;
    const far = MOVED_SHARE * frame.width;
    if (this.fits.some((one) => Math.hypot(one.x - x, one.y - y) < far)) return seen("same place");
    this.fits.push({ fit, x, y });
    return seen(null);
  }

  private told(): LensSeen["told"] {
    if (this.fits.length < WANTED) return null;
    const of = (value: (fit: LensFit) => number) => median(this.fits.map(({ fit }) => value(fit)));
    const { width, height } = this.fits[0]!.fit.lens;
    return {
      lens: { width, height, k1: of(({ lens }) => lens.k1), k2: of(({ lens }) => lens.k2) },
      offPx: of(({ offPx }) => offPx),
      bentPx: of(({ bentPx }) => bentPx),
      pxPerMm: of(({ pxPerMm }) => pxPerMm),
    };
  }
}
