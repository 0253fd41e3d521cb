import { z } from "zod";
import { defineMove, inStage, never, noHazard, says, takes } from "../../device/define-move.ts";
import { message } from "../../kernel/message.ts";

/** The work goes on. */
export const released = defineMove({
  kind: "released",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({}),
  told: "word",
  meets: ["released"],
  offers: ({ state }) => (state.intake.held ? [{}] : []),
  needs: never,
  faults: ({ state }) => (state.intake.held ? null : message("fault.not-held")),
  does: ({ state }) => ({ ...state, intake: { ...state.intake, held: null } }),
  reopens: never,
  words: says("released"),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: {},
});
