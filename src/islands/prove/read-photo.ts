import type { Photo } from "../../../core/prove/picture.ts";

/** A photo is read in at most so large. */
const MOST_SIDE_PX = 4_000;

/**
 * Reads a picture file into bytes, no larger than is of use.
 * @throws Error where this browser cannot read it as a picture.
 */
export async function readPhoto(file: Blob): Promise<Photo> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" });
  const scale = Math.min(1, MOST_SIDE_PX / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d")!;
  context.drawImage(picture, 0, 0, width, height);
  return { rgba: context.getImageData(0, 0, width, height).data, width, height };
}
