import { z } from "zod";
import { lineOf } from "../../device/ask.ts";
import { defineMove, hazardOf, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { beforePeel } from "../before-peel.ts";
import { filmSide } from "../films.ts";

/** One corner of the old film is up. */
export const cornerStarted = defineMove({
  kind: "corner-started",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({ film: filmSide() }),
  told: "press",
  meets: ["corner-started"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "corner-started" && fact.film !== film) || state.film.corners.includes(film)
        ? []
        : [{ film }],
    ),
  needs: (scene, { film }) => beforePeel(scene, film),
  faults: ({ state }, { film }) =>
    state.film.corners.includes(film) || lineOf(state, film).old === "off"
      ? message("fault.corner-up-already", { film })
      : null,
  does: ({ state }, { film }) => ({
    ...state,
    film: { ...state.film, corners: [...state.film.corners, film] },
  }),
  reopens: () => ["stack"],
  words: (_, { film }) => message("move.corner-started", { film }),
  hazard: hazardOf("film"),
  minutes: () => 2,
  hands: 1,
  example: { film: "front" },
});
