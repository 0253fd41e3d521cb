import { findPanel } from "../../core/prove/find-panel.ts";
import { sharedLook } from "../../core/prove/begun-look.ts";
import { findLines, type FoundLine, type LinesAsked } from "../../core/prove/find-lines.ts";
import {
  beginInspection,
  type InspectedPhoto,
  type Inspection,
  type Photo,
} from "../../core/prove/inspect-photo.ts";
import { photoBorder, type BorderWidths } from "../../core/prove/photo-border.ts";
import { photographPanel, type CameraView } from "../../core/prove/shoot-panel.ts";
import { liesOnSide, type Corners } from "../../core/prove/square-up.ts";

/** A photo that is at hand, or what the simulated camera sees; the panel's corners in it, or null where they are to be found. */
export type ToInspect = Omit<Inspection, "photo" | "corners"> & {
  from: { photo: Photo } | { view: CameraView };
  corners: Corners | null;
};

/** The photo, where the panel lies in it, and what was found; null where no panel stands out, or where it lies on its side. */
export interface Inspected {
  photo: Photo;
  corners: Corners | null;
  /** It lies on its side, and nobody said yet where its top is. */
  isOnSide: boolean;
  looked: InspectedPhoto | null;
  border: BorderWidths | null;
}

/** The lines by a worker beside this one; by this one where a browser lets no worker begin another, or that one ends too soon. */
const linesBeside = (asked: LinesAsked): Promise<FoundLine[]> =>
  new Promise((resolve) => {
    if (typeof Worker === "undefined") {
      resolve(findLines(asked));
      return;
    }
    const beside = new Worker(new URL("./lines.worker.ts", import.meta.url), { type: "module" });
    beside.onmessage = ({ data }: MessageEvent<FoundLine[]>) => {
      beside.terminate();
      resolve(data);
    };
    beside.onerror = () => resolve(findLines(asked));
    beside.postMessage(asked);
  });

/** Looks for the panel and for defects off the page's own thread; the squared-up picture goes back with what was found. */
async function inspect({ from, ...asked }: ToInspect): Promise<void> {
  const photo = "view" in from ? photographPanel(from.view) : from.photo;
  const corners = asked.corners ?? findPanel(photo);
  const isOnSide = asked.corners === null && corners !== null && liesOnSide(corners, asked.panel);
  const looked =
    corners && !isOnSide
      ? await sharedLook(beginInspection({ ...asked, photo, corners }), linesBeside)
      : null;
  const border =
    looked && asked.lighting === "white" && asked.borderMm > 0
      ? photoBorder(looked.picture, looked.pxPerMm, asked.borderMm)
      : null;
  const buffers = [photo.rgba.buffer, looked?.picture.rgba.buffer].filter(Boolean) as ArrayBuffer[];
  self.postMessage({ photo, corners, isOnSide, looked, border } satisfies Inspected, { transfer: buffers });
}

self.onmessage = ({ data }: MessageEvent<ToInspect>) => {
  inspect(data).catch((error: unknown) =>
    // Only what is thrown outside of a promise is told to whoever asked.
    setTimeout(() => {
      throw error;
    }),
  );
};
