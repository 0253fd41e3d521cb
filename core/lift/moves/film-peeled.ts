import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { dryEdges } from "../../clean/dry-edge.ts";
import type { FilmSide } from "../../film/films.ts";
import { message } from "../../job/message.ts";
import { freesPiece, pieceFault, pieceNamed, pieceOffers, withPieceFree } from "../free-piece.ts";
import { beforePeel } from "../../film/before-peel.ts";

/** A few centimetres of an old film are peeled, and the line wetted again. */
export const filmPeeled = defineMove({
  kind: "film-peeled",
  version: 1,
  stage: inStage("lift"),
  data: freesPiece,
  told: "press",
  meets: ["parted"],
  offers: (scene, fact) => pieceOffers(scene, "peel", scene.state.intake.films, fact),
  needs: (scene, { line }): DeviceFact[] => [
    ...beforePeel(scene, line as FilmSide),
    { is: "solvent-chosen" },
    { is: "corner-started", film: line as FilmSide },
    ...(dryEdges(scene.family).length > 0 ? [{ is: "edge-held-up" } as const] : []),
  ],
  faults: (scene, data) => pieceFault(scene, data, "peel"),
  does: (scene, data, { seq }) => {
    const state = withPieceFree(scene, data);
    return { ...state, film: { ...state.film, wetSeq: seq } };
  },
  reopens: () => ["stack"],
  words: (scene, data) =>
    message("move.film-peeled", {
      film: data.line,
      share: Math.round(pieceNamed(scene, data)?.sharePct ?? 0),
    }),
  hazard: () => "solvent",
  minutes: (scene, data) => (pieceNamed(scene, data)?.timeS ?? 10) / 60,
  hands: 2,
  example: { line: "front", piece: "front 1" },
});
