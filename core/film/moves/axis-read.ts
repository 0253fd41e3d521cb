import { z } from "zod";
import { lineOf } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { bounded, oneOf } from "../../units.ts";
import { filmSide } from "../films.ts";
import { isSwept } from "../swept.ts";

/** How much light came through at one angle of a film that is turned over the old one, while the old one is on. */
export const axisRead = defineMove({
  kind: "axis-read",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    film: filmSide(),
    angleDeg: bounded(-360, 360),
    level: bounded(0, 1e9),
    source: oneOf(["hand", "simulated", "photo", "logger"]),
  }),
  told: "answer",
  meets: ["axis-read"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) => {
      if (fact?.is === "axis-read" && fact.film !== film) return [];
      const n = state.film.readings[film]?.length ?? 0;
      return lineOf(state, film).old === "on"
        ? [{ film, angleDeg: (n * 45) % 180, level: 1, source: "hand" as const }]
        : [];
    }),
  needs: () => handsIn,
  faults: ({ state }, { film }) =>
    lineOf(state, film).old === "off" ? message("fault.old-film-gone", { film }) : null,
  does: ({ state }, { film, ...reading }) => ({
    ...state,
    film: {
      ...state.film,
      // What a camera swept has a scale of its own: beside it no single reading counts.
      readings: {
        ...state.film.readings,
        [film]: [...(state.film.readings[film] ?? []).filter(({ source }) => !isSwept(source)), reading],
      },
    },
  }),
  reopens: () => [],
  words: ({ state }, { film, angleDeg }) =>
    message("move.axis-read", { film, angle: angleDeg, n: (state.film.readings[film]?.length ?? 0) + 1 }),
  hazard: noHazard,
  minutes: () => 0.7,
  hands: 1,
  example: { film: "front", angleDeg: 45, level: 0.5, source: "hand" },
});
