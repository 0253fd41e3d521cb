import sharp from "sharp";
import { t } from "../../words/server.ts";

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

/** Segments that a bare JPEG consists of: frame, tables, restarts, scans; and the JFIF head that every reader knows. */
const BARE = new Set([0xc0, 0xc2, 0xc4, 0xda, 0xdb, 0xdd, 0xe0]);

/**
 * Whether a JPEG holds its picture and nothing else: no metadata, no comment, nothing after its end. Such a one was
 * written by this server or by a canvas, and would only lose by being written again. Source: ITU-T T.81, annex B.
 */
function isBare(file: Uint8Array): boolean {
  const end = file.length - 2;
  if (file[end] !== 0xff || file[end + 1] !== 0xd9) return false;
  let at = 2;
  while (at < end) {
    if (file[at] !== 0xff || !BARE.has(file[at + 1]!)) return false;
    const isScan = file[at + 1] === 0xda;
    at += 2 + file[at + 2]! * 256 + file[at + 3]!;
    // Within a scan a 0xff is followed by 0 or by a restart; anything else ends it.
    while (
      isScan &&
      at < end &&
      !(file[at] === 0xff && file[at + 1] !== 0 && (file[at + 1]! & 0xf8) !== 0xd0)
    )
      at += 1;
  }
  return at === end;
}

/**
 * Makes a photo safe to keep: it is decoded whole, turned upright, made no larger than a bench needs, and written anew,
 * so that nothing of the file survives but what is seen. Place, time and device in its metadata are gone.
 * @throws PhotoRefused where it is not a picture, is cut off, or has too many pixels.
 */
export async function makePhoto(file: Uint8Array): Promise<Photo> {
  const kind = kindOf(file);
  if (kind === null) {
    throw new PhotoRefused(t("by-its-content-this-is-no-jpeg"));
  }
  const decoded = () => sharp(file, { failOn: "warning", limitInputPixels: MOST_PIXELS });
  const fitted = (px: number) =>
    ({ width: px, height: px, fit: "inside", withoutEnlargement: true }) as const;
  const small = (image: sharp.Sharp) => image.resize(fitted(THUMBNAIL_PX)).jpeg({ quality: 72 }).toBuffer();
  try {
    const { width, height } = await decoded().metadata();
    if (kind === "jpeg" && isBare(file) && Math.max(width, height) <= PICTURE_PX) {
      const thumbnail = await small(decoded());
      return { widthPx: width, heightPx: height, picture: Buffer.from(file), thumbnail };
    }
    const { data, info } = await decoded()
      .rotate()
      .resize(fitted(PICTURE_PX))
      .flatten({ background: "#ffffff" })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true });
    return {
      widthPx: info.width,
      heightPx: info.height,
      picture: data,
      thumbnail: await small(sharp(data)),
    };
  } catch (error) {
    throw new PhotoRefused(t("the-picture-cannot-be-read-whole", { message: (error as Error).message }));
  }
}
