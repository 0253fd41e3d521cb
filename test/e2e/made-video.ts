import { writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium } from "../../scripts/chromium.ts";
import type { Photo } from "../../core/prove/picture.ts";

/** Where the browser's made camera takes its frames from: read when the camera is opened, over and over. */
const video = path.join(tmpdir(), `half-lift-camera-${process.pid}.y4m`);

/** A browser whose camera is that file, allowed without being asked. */
export const withMadeCamera = {
  ...chromium,
  args: [
    ...chromium.args,
    "--use-fake-ui-for-media-stream",
    "--use-fake-device-for-media-stream",
    `--use-file-for-fake-video-capture=${video}`,
  ],
};

/** A photo as a frame of video: brightness, then the differences of colour at half the size (ITU-R BT.601, as video holds them: 16 to 235). */
function planes({ rgba, width, height }: Photo): Buffer {
  const [halfW, halfH] = [width >> 1, height >> 1];
  const frame = Buffer.alloc(width * height + 2 * halfW * halfH);
  for (let i = 0; i < width * height; i += 1)
    frame[i] = Math.round(
      16 + (219 / 255) * (0.299 * rgba[4 * i]! + 0.587 * rgba[4 * i + 1]! + 0.114 * rgba[4 * i + 2]!),
    );
  for (let y = 0; y < halfH; y += 1)
    for (let x = 0; x < halfW; x += 1) {
      const mean = ([0, 1, 2] as const).map((k) => {
        const at = 4 * (2 * y * width + 2 * x) + k;
        return (rgba[at]! + rgba[at + 4]! + rgba[at + 4 * width]! + rgba[at + 4 * width + 4]!) / 4;
      }) as [number, number, number];
      const [r, g, b] = mean;
      const at = width * height + y * halfW + x;
      frame[at] = Math.round(128 + (224 / 255) * (0.5 * b - 0.168736 * r - 0.331264 * g));
      frame[at + halfW * halfH] = Math.round(128 + (224 / 255) * (0.5 * r - 0.418688 * g - 0.081312 * b));
    }
  return frame;
}

/** What the made camera sees from when it is opened: each photo for one frame, ten a second. */
export function seenByCamera(photos: readonly Photo[]): void {
  const { width, height } = photos[0]!;
  const made = new Map([...new Set(photos)].map((photo) => [photo, planes(photo)]));
  writeFileSync(
    video,
    Buffer.concat([
      Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\n`),
      ...photos.flatMap((photo) => [Buffer.from("FRAME\n"), made.get(photo)!]),
    ]),
  );
}
