import { z } from "zod";
import { defineMove, hazardOf, inStage, noFault, says, takes } from "../../device/define-move.ts";

/** What heated it is off, cold and out of reach: solvent comes next. */
export const heatPutAway = defineMove({
  kind: "heat-put-away",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({}),
  told: "answer",
  meets: ["heat-away"],
  offers: ({ state }) => (state.lift.soaks.length > 0 && !state.lift.heatAway ? [{}] : []),
  needs: () => [{ is: "off-heat" }],
  faults: noFault,
  does: ({ state }) => ({ ...state, lift: { ...state.lift, heatAway: true } }),
  reopens: () => [],
  words: says("heat-put-away"),
  hazard: hazardOf("heat"),
  minutes: takes(1),
  hands: 1,
  example: {},
});
