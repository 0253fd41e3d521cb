import { defineMove, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { freesPiece, pieceFault, pieceNamed, pieceOffers, withPieceCut } from "../free-piece.ts";

/** One pass of the wire under the whole glass, from a corner, the plate hot all the while. */
export const wireDrawn = defineMove({
  kind: "wire-drawn",
  version: 1,
  stage: inStage("lift"),
  data: freesPiece,
  told: "press",
  meets: ["parted"],
  offers: (scene, fact) => pieceOffers(scene, "wire", ["glass"], fact),
  needs: () => [{ is: "heat-chosen" }, { is: "workable" }],
  faults: (scene, data) => pieceFault(scene, data, "wire"),
  does: (scene, data, { atMs }) => withPieceCut(scene, data, atMs),
  reopens: () => ["stack"],
  words: (_, { piece }) => message("move.wire-drawn", { pass: Number(piece.split(" ").at(-1)) }),
  hazard: () => "glass",
  minutes: (scene, data) => (pieceNamed(scene, data)?.timeS ?? 90) / 60,
  hands: 2,
  example: { line: "glass", piece: "glass 1" },
});
