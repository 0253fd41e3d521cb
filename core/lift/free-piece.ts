import { z } from "zod";
import { lineOf, withLine } from "../device/ask.ts";
import { lineKeys, type LineKey } from "../device/line.ts";
import type { Device, Scene } from "../device/scene.ts";
import { message, type Message } from "../job/message.ts";
import type { DeviceFact } from "../device/facts.ts";
import { words, oneOf } from "../units.ts";
import { HANDLING_S } from "./handling.ts";
import type { TimedCut } from "./lift-slot.ts";
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

/**
 * A hand that rests for longer than this was at something else, s: what it did before tells no speed. Nobody is so many times as fast as
 * was planned: those were cut before, and are only pressed now.
 */
const LONGEST_CUT_S = 900;
const MOST_HASTE = 5;

/**
 * The time of a cut that is just done: since the one before it, or since it could be begun. Null where neither is known.
 */
function timedCut({ state }: Scene, { tool, timeS }: Piece, atMs: number): TimedCut | null {
  const { heat, soaks, cuts, soakingSinceMs, soakForS } = state.lift;
  if (heat === null || (tool !== "card" && tool !== "wire")) return null;
  const begunMs =
    soakingSinceMs !== null
      ? soakingSinceMs + soakForS * 1_000
      : (soaks.at(-1)?.endedMs ?? Infinity) + HANDLING_S * 1_000;
  const s = (atMs - Math.max(begunMs, cuts.at(-1)?.atMs ?? 0)) / 1_000;
  const plannedMmS = tool === "card" ? heat.speedMmS : heat.wire?.mmS;
  if (!(s >= Math.max(1, timeS / MOST_HASTE) && s <= LONGEST_CUT_S) || plannedMmS === undefined) return null;
  return { tool, mm: timeS * plannedMmS, s, plannedMmS, atMs };
}

/** The state with a piece free at a moment, and how long that took where it can be told. */
export function withPieceCut(scene: Scene, data: FreesPiece, atMs: number): Device {
  const piece = pieceNamed(scene, data);
  const cut = piece && timedCut(scene, piece, atMs);
  const state = withPieceFree(scene, data);
  return cut ? { ...state, lift: { ...state.lift, cuts: [...state.lift.cuts, cut] } } : state;
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
