import { defineMove, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { freesPiece, pieceFault, pieceOffers, withPieceFree } from "../free-piece.ts";
import { POP_S } from "../pieces.ts";

/** Frozen glass comes off its brittle glue at one go. */
export const glassPopped = defineMove({
  kind: "glass-popped",
  version: 1,
  stage: inStage("lift"),
  data: freesPiece,
  told: "press",
  meets: ["parted"],
  offers: (scene, fact) => pieceOffers(scene, "frost", ["glass"], fact),
  needs: () => [{ is: "heat-chosen" }, { is: "workable" }],
  faults: (scene, data) => pieceFault(scene, data, "frost"),
  does: (scene, data) => withPieceFree(scene, data),
  reopens: () => ["stack"],
  words: () => message("move.glass-popped"),
  hazard: () => "glass",
  minutes: () => POP_S / 60,
  hands: 1,
  example: { line: "glass", piece: "glass 1" },
});
