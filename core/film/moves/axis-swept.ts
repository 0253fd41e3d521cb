import { z } from "zod";
import { lineOf } from "../../device/ask.ts";
import { defineMove, inStage, never, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { bounded, oneOf } from "../../units.ts";
import { foldDeg } from "../axis-angle.ts";
import { filmSide } from "../films.ts";
import { SWEEP_STEP_DEG } from "../swept.ts";

/** Fewer steps of half a turn tell no axis. */
const LEAST_STEPS = 12;

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
      .min(1)
      .max(240),
  }),
  told: "answer",
  meets: ["axis-read"],
  offers: never,
  needs: () => handsIn,
  faults: ({ state }, { film, readings }) => {
    if (lineOf(state, film).old === "off") return message("fault.old-film-gone", { film });
    const steps = new Set(readings.map(({ angleDeg }) => Math.floor(foldDeg(angleDeg) / SWEEP_STEP_DEG)));
    return steps.size < LEAST_STEPS
      ? message("fault.swept-too-little", { degrees: SWEEP_STEP_DEG * LEAST_STEPS })
      : null;
  },
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
    readings: Array.from({ length: 15 }, (_, k) => ({ angleDeg: 12 * k, level: k === 3 ? 0.8 : 0.4 })),
  },
});
