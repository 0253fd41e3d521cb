import { compiledFrom } from "../wasm/load.ts";
import { squareUpWasm } from "../wasm/square-up.ts";
import type { Photo } from "./picture.ts";
import { mapToCorners, plainSquareUp, takenBy, type Corners } from "./square-up.ts";

interface Exports extends Record<"piece" | "tile" | "map", { value: number }> {
  layOut(tileWide: number, tileTall: number, piecePixels: number): void;
  make(
    tileX: number,
    tileY: number,
    rows: number,
    left: number,
    top: number,
    pieceWide: number,
    pieceTall: number,
    width: number,
    height: number,
  ): void;
}

const freshCopy = compiledFrom<Exports>(squareUpWasm);

/** A tile and the piece of the picture that it is made of stay near the processor. */
const TILE = { width: 256, height: 64 };

/** A tile's first pixel, and the box of pixels of the picture that it is made of. */
interface Tile {
  x: number;
  y: number;
  left: number;
  top: number;
  wide: number;
  tall: number;
}

function tilesOf(
  { width, height }: { width: number; height: number },
  map: readonly number[],
  to: { width: number; height: number },
): Tile[] {
  const place = takenBy(map);
  /** From the pixel before the first to the one after the last, within the picture, and two at the least. */
  const span = (places: number[], size: number): [first: number, many: number] => {
    const first = Math.max(0, Math.min(size - 2, Math.floor(Math.min(...places)) - 2));
    const last = Math.min(size - 1, Math.max(first + 1, Math.ceil(Math.max(...places)) + 2));
    return [first, last - first + 1];
  };
  const tiles: Tile[] = [];
  for (let y = 0; y < to.height; y += TILE.height)
    for (let x = 0; x < to.width; x += TILE.width) {
      const [endX, endY] = [Math.min(to.width, x + TILE.width), Math.min(to.height, y + TILE.height)];
      const ends = [place(x, y), place(endX, y), place(endX, endY), place(x, endY)];
      const [left, wide] = span(
        ends.map((end) => end.x),
        width,
      );
      const [top, tall] = span(
        ends.map((end) => end.y),
        height,
      );
      tiles.push({ x, y, left, top, wide, tall });
    }
  return tiles;
}

/**
 * The panel of a picture squared up to this size, each pixel led straight between the four that it falls among. RGBA. By
 * assembly/square-up.ts where the engine runs that, else in plain TypeScript: the same to the last digit.
 */
export function squareUp(
  picture: Photo,
  corners: Corners,
  to: { width: number; height: number },
): Uint8ClampedArray {
  const compiled = freshCopy();
  if (!compiled) return plainSquareUp(picture, corners, to);
  const { rgba, width, height } = picture;
  const map = mapToCorners(to.width, to.height, corners);
  const tiles = tilesOf(picture, map, to);
  compiled.layOut(TILE.width, TILE.height, Math.max(...tiles.map(({ wide, tall }) => wide * tall)));
  const { buffer } = compiled.memory;
  new Float64Array(buffer, compiled.map.value, map.length).set(map);
  const piece = new Uint8Array(buffer, compiled.piece.value);
  const made = new Uint8Array(buffer, compiled.tile.value, 4 * TILE.width * TILE.height);
  const out = new Uint8ClampedArray(4 * to.width * to.height);
  for (const { x, y, left, top, wide, tall } of tiles) {
    for (let row = 0; row < tall; row += 1) {
      const from = 4 * ((top + row) * width + left);
      piece.set(rgba.subarray(from, from + 4 * wide), 4 * row * wide);
    }
    const rows = Math.min(TILE.height, to.height - y);
    const columns = Math.min(TILE.width, to.width - x);
    compiled.make(x, y, rows, left, top, wide, tall, width, height);
    for (let row = 0; row < rows; row += 1) {
      const from = 4 * row * TILE.width;
      out.set(made.subarray(from, from + 4 * columns), 4 * ((y + row) * to.width + x));
    }
  }
  return out;
}
