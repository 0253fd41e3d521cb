import { z } from "zod";
import { lineOf } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { edges } from "../../stack/panel-geometry.ts";
import { filmSide } from "../films.ts";
import { oneOf } from "../../units.ts";

/** Which edge of the old film is up, marked while it is on. */
export const upEdgeMarked = defineMove({
  kind: "up-edge-marked",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    film: filmSide(),
    edge: oneOf(edges),
  }),
  told: "answer",
  meets: ["up-edge-marked"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "up-edge-marked" && fact.film !== film) || lineOf(state, film).old === "off"
        ? []
        : [{ film, edge: "top" as const }],
    ),
  needs: () => handsIn,
  faults: ({ state }, { film }) =>
    lineOf(state, film).old === "off" ? message("fault.old-film-gone", { film }) : null,
  does: ({ state }, { film, edge }) => ({
    ...state,
    film: { ...state.film, upEdge: { ...state.film.upEdge, [film]: edge } },
  }),
  reopens: () => [],
  words: (_, { film, edge }) => message("move.up-edge-marked", { film, edge }),
  hazard: noHazard,
  minutes: () => 0.5,
  hands: 1,
  example: { film: "front", edge: "top" },
});
