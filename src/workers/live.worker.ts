import { AxisSweep, type SweepSeen } from "../../core/film/axis-sweep.ts";
import type { Photo } from "../../core/prove/picture.ts";
import { LiveBorder, type BorderSeen } from "../../core/prove/live-border.ts";
import { bent, straightener, type Lens } from "../../core/prove/lens.ts";
import { LiveLens, type LensSeen } from "../../core/prove/live-lens.ts";
import { mapCorners, type Top } from "../../core/prove/square-up.ts";
import { LiveHunt, type HuntSeen } from "../../core/prove/live-hunt.ts";
import { framePixels } from "./frame-pixels.ts";

/** What a live camera looks for; told before the first frame, and again to begin anew. */
export type LiveTask =
  | { of: "film"; outline: { widthMm: number; heightMm: number }; top: Top }
  | { of: "border"; outline: { widthMm: number; heightMm: number }; top: Top; borderMm: number }
  | { of: "specks"; outline: { widthMm: number; heightMm: number }; top: Top }
  | { of: "sheet" };

export type LiveSeen =
  | (SweepSeen & { at: "film" })
  | (BorderSeen & { at: "border" })
  | (HuntSeen & { at: "specks" })
  | (LensSeen & { at: "sheet" });
/** What was seen in a frame, and the frame's size, px. */
export type LiveAnswer = { width: number; height: number } & { seen: LiveSeen };

let look: ((frame: Photo) => LiveSeen) | null = null;

function begun(task: LiveTask): NonNullable<typeof look> {
  switch (task.of) {
    case "film": {
      const sweep = new AxisSweep(task.outline, task.top);
      return (frame) => ({ at: "film", ...sweep.look(frame) });
    }
    case "border": {
      const border = new LiveBorder(task.outline, task.borderMm, task.top);
      return (frame) => ({ at: "border", ...border.look(frame) });
    }
    case "sheet": {
      const lens = new LiveLens();
      return (frame) => ({ at: "sheet", ...lens.look(frame) });
    }
    case "specks": {
      const hunt = new LiveHunt(task.outline, task.top);
      return (frame) => ({ at: "specks", ...hunt.look(frame) });
    }
  }
}

/** The lens whose bend is taken out first. */
let lens: Lens | null = null;
let straight: ((frame: Photo) => Photo) | null = null;

/** Places as the camera shows them: what was found lies in a picture without the lens's bend. */
function asShown(seen: LiveSeen): LiveSeen {
  const own = lens;
  if (!own || seen.at === "sheet") return seen;
  const corners = seen.corners && mapCorners(seen.corners, (corner) => bent(own, corner));
  return seen.at === "specks"
    ? { ...seen, corners, specks: seen.specks.map((speck) => ({ ...speck, ...bent(own, speck) })) }
    : { ...seen, corners };
}

self.onmessage = ({ data }: MessageEvent<LiveTask | { lens: Lens | null } | ImageBitmap>) => {
  if (data instanceof ImageBitmap) {
    const { width, height } = data;
    if (!look) return data.close();
    const frame = { rgba: framePixels(data).data, width, height };
    const seen = look(straight ? straight(frame) : frame);
    self.postMessage({ width, height, seen: asShown(seen) } satisfies LiveAnswer);
  } else if ("lens" in data) {
    lens = data.lens;
    straight = lens && straightener(lens);
  } else look = begun(data);
};
