import { t } from "../../../words/photos.ts";
/** Longer side of what is sent, px: what the server keeps at most. */
const LONGER_SIDE = 2_048;
const QUALITY = 0.86;

/**
 * Makes a photo small before it is sent: decoded, turned upright, drawn smaller, written anew. Nothing of the file but
 * what is seen goes out, so neither place nor device does.
 * @throws Error where this browser cannot read it as a picture.
 */
export async function resizePhoto(file: Blob): Promise<Blob> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    throw new Error(t("this-browser-cannot-read-it-as-a"));
  }
  const share = Math.min(1, LONGER_SIDE / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * share)),
    Math.max(1, Math.round(picture.height * share)),
  );
  const context = canvas.getContext("2d")!;
  context.fillStyle = "#ffffff";
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.imageSmoothingQuality = "high";
  context.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
}
