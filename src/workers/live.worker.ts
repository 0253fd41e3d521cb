import { AxisSweep, type SweepSeen } from "../../core/film/axis-sweep.ts";
import type { Photo } from "../../core/prove/inspect-photo.ts";
import { LiveBorder, type BorderSeen } from "../../core/prove/live-border.ts";
import { LiveHunt, type HuntSeen } from "../../core/prove/live-hunt.ts";
import { framePixels } from "./frame-pixels.ts";

/** What a live camera looks for; told before the first frame, and again to begin anew. */
export type LiveTask =
  | { of: "film"; outline: { widthMm: number; heightMm: number } }
  | { of: "border"; outline: { widthMm: number; heightMm: number }; borderMm: number }
  | { of: "specks"; outline: { widthMm: number; heightMm: number } };

export type LiveSeen =
  (SweepSeen & { at: "film" }) | (BorderSeen & { at: "border" }) | (HuntSeen & { at: "specks" });
/** What was seen in a frame, and the frame's size, px. */
export type LiveAnswer = { width: number; height: number } & { seen: LiveSeen };

let look: ((frame: Photo) => LiveSeen) | null = null;

function begun(task: LiveTask): NonNullable<typeof look> {
  switch (task.of) {
    case "film": {
      const sweep = new AxisSweep(task.outline);
      return (frame) => ({ at: "film", ...sweep.look(frame) });
    }
    case "border": {
      const border = new LiveBorder(task.outline, task.borderMm);
      return (frame) => ({ at: "border", ...border.look(frame) });
    }
    case "specks": {
      const hunt = new LiveHunt(task.outline);
      return (frame) => ({ at: "specks", ...hunt.look(frame) });
    }
  }
}

self.onmessage = ({ data }: MessageEvent<LiveTask | ImageBitmap>) => {
  if (!(data instanceof ImageBitmap)) {
    look = begun(data);
    return;
  }
  const { width, height } = data;
  if (!look) return data.close();
  self.postMessage({
    width,
    height,
    seen: look({ rgba: framePixels(data).data, width, height }),
  } satisfies LiveAnswer);
};
