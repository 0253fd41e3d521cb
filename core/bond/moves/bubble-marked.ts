import { defineMove, inStage, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bubblePlace } from "../bubble-place.ts";

/** A bubble where it is seen, and how wide it is. */
export const bubbleMarked = defineMove({
  kind: "bubble-marked",
  version: 1,
  stage: inStage("bond"),
  data: bubblePlace,
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }, place, { id }) => ({
    ...state,
    bond: { ...state.bond, bubbles: [...state.bond.bubbles, { ...place, id, settled: null }] },
  }),
  reopens: never,
  words: (_, { diameterMm }) => message("move.bubble-marked", { diameterMm }),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { xMm: 40, yMm: 30, diameterMm: 0.3 },
});
