import { findPanel } from "../../core/prove/find-panel.ts";
import { sharedLook } from "../../core/prove/begun-look.ts";
import type { FoundLine, LinesAsked } from "../../core/prove/find-lines.ts";
import { beginInspection, type InspectedPhoto, type Inspection } from "../../core/prove/inspect-photo.ts";
import type { Photo } from "../../core/prove/picture.ts";
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

/** A look to begin, with the way to a worker that finds its lines meanwhile; or that this one broke. */
export type ToInspectBeside = { look: ToInspect; lines: MessagePort } | { areLinesBroken: true };

/** The lines by the worker beside this one; null where that broke. */
const linesBeside =
  (port: MessagePort, broken: Promise<null>) =>
  (asked: LinesAsked): Promise<FoundLine[] | null> => {
    const told = new Promise<FoundLine[]>((resolve) => {
      port.onmessage = ({ data }: MessageEvent<FoundLine[]>) => resolve(data);
    });
    port.postMessage(asked, [asked.values.buffer]);
    return Promise.race([told, broken]);
  };

/** Looks for the panel and for defects off the page's own thread; the squared-up picture goes back with what was found. */
async function inspect(
  { from, ...asked }: ToInspect,
  find: (asked: LinesAsked) => Promise<FoundLine[] | null>,
): Promise<void> {
  const photo = "view" in from ? photographPanel(from.view) : from.photo;
  const corners = asked.corners ?? findPanel(photo);
  const isOnSide = asked.corners === null && corners !== null && liesOnSide(corners, asked.panel);
  const looked =
    corners && !isOnSide ? await sharedLook(beginInspection({ ...asked, photo, corners }), find) : null;
  const border =
    looked && asked.lighting === "white" && asked.borderMm > 0
      ? photoBorder(looked.picture, looked.pxPerMm, asked.borderMm)
      : null;
  const buffers = [photo.rgba.buffer, looked?.picture.rgba.buffer].filter(Boolean) as ArrayBuffer[];
  self.postMessage({ photo, corners, isOnSide, looked, border } satisfies Inspected, { transfer: buffers });
}

let linesBroke: (told: null) => void;
const broken = new Promise<null>((resolve) => {
  linesBroke = resolve;
});

self.onmessage = ({ data }: MessageEvent<ToInspectBeside>) => {
  if ("areLinesBroken" in data) {
    linesBroke(null);
    return;
  }
  inspect(data.look, linesBeside(data.lines, broken)).catch((error: unknown) =>
    // Only what is thrown outside of a promise is told to whoever asked.
    setTimeout(() => {
      throw error;
    }),
  );
};
