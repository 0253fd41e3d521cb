import type { Photo } from "../../core/prove/picture.ts";

const QUALITY = 0.86;

/** Pixels as a picture to be shown: an address that holds until it is revoked. */
export async function pictureUrl({ rgba, width, height }: Photo): Promise<string> {
  const canvas = new OffscreenCanvas(width, height);
  canvas
    .getContext("2d")!
    .putImageData(new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  return URL.createObjectURL(await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY }));
}
