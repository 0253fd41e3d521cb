import { z } from "zod";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** It is switched off; cards and trays are out, for they jam on the frame. */
export const switchedOff = defineMove({
  kind: "switched-off",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["off"],
  offers: ({ state }) => (state.open.on ? [{}] : []),
  needs: never,
  faults: noFault,
  does: ({ state }) => ({ ...state, open: { ...state.open, on: false } }),
  reopens: never,
  words: ({ family, state }) =>
    message("move.switched-off", {
      trays: family.power === "cell" && state.marks.opened === undefined ? "yes" : "no",
    }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 1,
  example: {},
});
