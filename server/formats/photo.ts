import sharp from "sharp";

/** Larger uploads are refused, bytes. What the browser sends after resizing stays far below. */
export const LARGEST_PHOTO = 12 * 1024 * 1024;
/** Longer side of a kept picture and of its thumbnail, px. */
export const PICTURE_PX = 2_048;
export const THUMBNAIL_PX = 320;
/** More pixels than this are not decoded at all. */
const MOST_PIXELS = 120e6;

export interface Photo {
  widthPx: number;
  heightPx: number;
  picture: Buffer;
  thumbnail: Buffer;
}

/** Why a file is not kept as a photo. */
export class PhotoRefused extends Error {}

/** What the first bytes say that a file is. A name or a declared type says nothing. */
function kindOf(bytes: Uint8Array): "jpeg" | "png" | "webp" | null {
  const starts = (...wanted: number[]) => wanted.every((byte, i) => bytes[i] === byte);
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (starts(0xff, 0xd8, 0xff)) return "jpeg";
  if (starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return "png";
  if (text(0, 4) === "RIFF" && text(8, 12) === "WEBP") return "webp";
  return null;
}

/**
 * Makes a photo safe to keep: it is decoded whole, turned upright, made no larger than a bench needs, and written anew,
 * so that nothing of the file survives but what is seen. Place, time and device in its metadata are gone.
 * @throws PhotoRefused where it is not a picture, is cut off, or has too many pixels.
 */
export async function makePhoto(file: Uint8Array): Promise<Photo> {
  if (kindOf(file) === null) {
    throw new PhotoRefused("By its content this is no JPEG, PNG or WebP picture.");
  }
  try {
    const upright = sharp(file, { failOn: "warning", limitInputPixels: MOST_PIXELS }).rotate();
    const fitted = (px: number) =>
      ({ width: px, height: px, fit: "inside", withoutEnlargement: true }) as const;
    const { data, info } = await upright
      .resize(fitted(PICTURE_PX))
      .flatten({ background: "#ffffff" })
      .jpeg({ quality: 84, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await sharp(data).resize(fitted(THUMBNAIL_PX)).jpeg({ quality: 72 }).toBuffer();
    return { widthPx: info.width, heightPx: info.height, picture: data, thumbnail };
  } catch (error) {
    throw new PhotoRefused(`The picture cannot be read whole: ${(error as Error).message}`);
  }
}
