import { defineMove, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { freesPiece, pieceFault, pieceNamed, pieceOffers, withPieceCut } from "../free-piece.ts";

/** A card goes in from the rim and frees one strip; a pick stays in it. */
export const stripCut = defineMove({
  kind: "strip-cut",
  version: 1,
  stage: inStage("lift"),
  data: freesPiece,
  told: "press",
  meets: ["parted"],
  offers: (scene, fact) => pieceOffers(scene, "card", ["glass"], fact),
  needs: () => [{ is: "heat-chosen" }, { is: "workable" }],
  faults: (scene, data) => pieceFault(scene, data, "card"),
  does: (scene, data, { atMs }) => withPieceCut(scene, data, atMs),
  reopens: () => ["stack"],
  words: (scene, data) => {
    const piece = pieceNamed(scene, data);
    return message("move.strip-cut", {
      edge: piece?.edge ?? "",
      fromMm: Math.round(piece?.fromMm ?? 0),
      toMm: Math.round(piece?.toMm ?? 0),
      depthMm: Math.round(piece?.innerMm ?? 0),
    });
  },
  hazard: () => "glass",
  minutes: (scene, data) => (pieceNamed(scene, data)?.timeS ?? 20) / 60,
  hands: 1,
  example: { line: "glass", piece: "glass 1" },
});
