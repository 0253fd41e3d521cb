import { findPanel } from "../../core/prove/find-panel.ts";
import type { Photo } from "../../core/prove/picture.ts";
import { squareUp } from "../../core/prove/fast-square-up.ts";
import type { Corners } from "../../core/prove/square-up.ts";

/** A photo and the panel in it; its corners, or null where they are to be found. */
export interface ToSquare {
  photo: Photo;
  corners: Corners | null;
  panel: { widthMm: number; heightMm: number };
}

/** The photo, and the panel of it squared up; null where none stands out. */
export interface Squared {
  photo: Photo;
  picture: Photo | null;
}

/** Enough for a drawing that fills a screen. */
const LONG_SIDE_PX = 1_400;

/** Squares a panel up off the page's own thread. */
self.onmessage = ({ data }: MessageEvent<ToSquare>) => {
  const { photo, panel } = data;
  const corners = data.corners ?? findPanel(photo);
  const scale = LONG_SIDE_PX / Math.max(panel.widthMm, panel.heightMm);
  const size = { width: Math.round(panel.widthMm * scale), height: Math.round(panel.heightMm * scale) };
  const picture = corners && { rgba: squareUp(photo, corners, size), ...size };
  self.postMessage({ photo, picture } satisfies Squared);
};
