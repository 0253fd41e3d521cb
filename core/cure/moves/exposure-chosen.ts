import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded, boundedWhole } from "../../units.ts";

const seconds = () => bounded(0.5, 86_400);

/** Seconds for tack, sides, face and edges, worked out from the lamp as it was read. */
export const exposureChosen = defineMove({
  kind: "exposure-chosen",
  version: 1,
  stage: inStage("cure"),
  data: z.strictObject({
    tackS: seconds(),
    sideTackS: seconds(),
    faceS: seconds(),
    edgeS: seconds(),
    places: boundedWhole(1, 9),
    irradianceMwCm2: bounded(0.1, 100_000),
    requiredMjCm2: bounded(1, 1e6),
  }),
  told: "choice",
  meets: ["exposure-chosen"],
  offers: ({ state }) => [
    {
      tackS: 10,
      sideTackS: 20,
      faceS: 90,
      edgeS: 180,
      places: 1,
      irradianceMwCm2: state.cure.lamp?.irradianceMwCm2 ?? 40,
      requiredMjCm2: 3_000,
    },
  ],
  needs: () => [{ is: "lamp-read" }],
  faults: ({ state }, { irradianceMwCm2 }) =>
    state.cure.lamp && Math.abs(state.cure.lamp.irradianceMwCm2 - irradianceMwCm2) > 1e-6
      ? message("fault.not-the-lamp-read", { read: state.cure.lamp.irradianceMwCm2, given: irradianceMwCm2 })
      : null,
  does: ({ state }, exposure) => ({ ...state, cure: { ...state.cure, exposure } }),
  reopens: () => [],
  words: (_, { tackS, faceS, edgeS }) =>
    message("move.exposure-chosen", {
      tack: durationText(tackS),
      face: durationText(faceS),
      edge: durationText(edgeS),
    }),
  hazard: () => "uv",
  minutes: () => 1,
  hands: 0,
  example: {
    tackS: 8,
    sideTackS: 20,
    faceS: 92,
    edgeS: 189,
    places: 1,
    irradianceMwCm2: 38.8,
    requiredMjCm2: 3_000,
  },
});
