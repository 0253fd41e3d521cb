import { z } from "zod";
import { lineOf, withLine } from "../device/ask.ts";
import { lineKeys, type LineKey } from "../device/line.ts";
import type { Device, Scene } from "../device/scene.ts";
import { message, type Message } from "../job/message.ts";
import type { DeviceFact } from "../device/facts.ts";
import { words, oneOf } from "../units.ts";
import { piecesOf, type Piece, type PieceTool } from "./pieces.ts";

/** Data of a move that frees one piece. */
export const freesPiece = z.strictObject({
  line: oneOf(lineKeys),
  piece: words(40),
});
export type FreesPiece = z.output<typeof freesPiece>;

export const pieceNamed = (scene: Scene, { line, piece }: FreesPiece): Piece | undefined =>
  piecesOf(scene, line).find(({ key }) => key === piece);

/** The pieces that are still to be freed with a tool: in their order, so that the front moves inward and the hinge comes last. */
export function pieceOffers(
  scene: Scene,
  tool: PieceTool,
  lines: readonly LineKey[],
  fact: DeviceFact | null,
): FreesPiece[] {
  const offers: FreesPiece[] = [];
  for (const line of lines) {
    if (fact?.is === "parted" && fact.line !== line) continue;
    const { free, old } = lineOf(scene.state, line);
    if (old === "off") continue;
    // They are freed in their order: the next one is the first that is not.
    const next = piecesOf(scene, line)[free.length];
    if (next?.tool === tool) offers.push({ line, piece: next.key });
  }
  return offers;
}

/** What is wrong with freeing a piece: unknown, free already, not with this tool, or out of its order. */
export function pieceFault(scene: Scene, data: FreesPiece, tool: PieceTool): Message | null {
  const pieces = piecesOf(scene, data.line);
  const at = pieces.findIndex(({ key }) => key === data.piece);
  const { free, old } = lineOf(scene.state, data.line);
  if (at < 0 || pieces[at]!.tool !== tool) return message("fault.unknown-piece", { piece: data.piece });
  if (old === "off" || free.includes(data.piece))
    return message("fault.piece-free-already", { piece: data.piece });
  // Ring by ring inward: behind a strip that still holds there is no way in.
  return at === free.length ? null : message("fault.piece-out-of-turn");
}

/** The state with a piece free. */
export function withPieceFree(scene: Scene, data: FreesPiece): Device {
  const pieces = piecesOf(scene, data.line);
  const before = lineOf(scene.state, data.line);
  const free = [...before.free, data.piece];
  const isAll = free.length >= pieces.length;
  const share = before.partedPct + (pieces[before.free.length]?.sharePct ?? 0);
  return withLine(scene.state, data.line, { free, partedPct: isAll ? 100 : share });
}
