import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { bounded, oneOf } from "../../units.ts";
import { axisDeg, filmSide } from "../films.ts";

/** The axis that a new film gets: from the old film's readings, or from a film turned over the lit panel. Never a guess. */
export const axisChosen = defineMove({
  kind: "axis-chosen",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({
    film: filmSide(),
    axisDeg: axisDeg(),
    halfWidthDeg: bounded(0, 90).nullable(),
    from: oneOf(["measured", "turned"]),
  }),
  told: "choice",
  meets: ["axis-chosen"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "axis-chosen" && fact.film !== film) || state.film.chosen[film] !== undefined
        ? []
        : [
            { film, axisDeg: 45, halfWidthDeg: 1, from: "measured" as const },
            { film, axisDeg: 45, halfWidthDeg: null, from: "turned" as const },
          ],
    ),
  needs: (_, { film, from }): DeviceFact[] => [
    from === "measured" ? { is: "axis-read", film } : { is: "running" },
    { is: "lit-bare" },
  ],
  faults: ({ state }, { film }) =>
    state.intake.films.includes(film) ? null : message("fault.film-not-on-route", { film }),
  does: ({ state }, { film, ...chosen }, { atMs }) => ({
    ...state,
    film: { ...state.film, chosen: { ...state.film.chosen, [film]: { ...chosen, atMs } } },
  }),
  reopens: () => [],
  words: (_, { film, axisDeg: axis, from }) =>
    message("move.axis-chosen", { film, axis: Math.round(axis * 10) / 10, from }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: { film: "front", axisDeg: 45, halfWidthDeg: 0.8, from: "measured" },
});
