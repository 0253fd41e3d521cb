import { z } from "zod";
import { lineOf } from "../../device/ask.ts";
import { defineMove, inStage, never, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { bounded, oneOf } from "../../units.ts";
import { LEAST_READINGS } from "../film-facts.ts";
import { filmSide } from "../films.ts";

/** A film that was turned over the old one before a camera: many angles and the light at each. What was read before had another scale, and gives way. */
export const axisSwept = defineMove({
  kind: "axis-swept",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    film: filmSide(),
    source: oneOf(["camera", "simulated camera"]),
    readings: z
      .array(z.strictObject({ angleDeg: bounded(-360, 360), level: bounded(0, 10) }))
      .min(LEAST_READINGS)
      .max(240),
  }),
  told: "answer",
  meets: ["axis-read"],
  offers: never,
  needs: () => handsIn,
  faults: ({ state }, { film }) =>
    lineOf(state, film).old === "off" ? message("fault.old-film-gone", { film }) : null,
  does: ({ state }, { film, source, readings }) => ({
    ...state,
    film: {
      ...state.film,
      readings: { ...state.film.readings, [film]: readings.map((reading) => ({ ...reading, source })) },
    },
  }),
  reopens: never,
  words: (_, { film, readings }) => message("move.axis-swept", { film, n: readings.length }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 2,
  example: {
    film: "front",
    source: "camera",
    readings: [0, 45, 90, 135].map((angleDeg) => ({ angleDeg, level: angleDeg === 45 ? 0.8 : 0.4 })),
  },
});
