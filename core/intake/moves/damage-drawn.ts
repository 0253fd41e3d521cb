import { z } from "zod";
import { defineMove, hazardOf, inStage, never, noFault, says, takes } from "../../device/define-move.ts";

/** It was looked at in strong light, and all that is broken is drawn. */
export const damageDrawn = defineMove({
  kind: "damage-drawn",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({}),
  told: "answer",
  meets: ["damage-drawn"],
  offers: ({ state }) => (state.intake.damageDrawn ? [] : [{}]),
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }) => ({ ...state, intake: { ...state.intake, damageDrawn: true } }),
  reopens: never,
  words: says("damage-drawn"),
  hazard: hazardOf("glass"),
  minutes: takes(3),
  hands: 1,
  example: {},
});
