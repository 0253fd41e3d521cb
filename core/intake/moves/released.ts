import { z } from "zod";
import { workedStage } from "../../device/phase.ts";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** The work goes on. */
export const released = defineMove({
  kind: "released",
  version: 1,
  stage: workedStage,
  data: z.strictObject({}),
  told: "word",
  meets: ["released"],
  offers: ({ state }) => (state.intake.held ? [{}] : []),
  needs: never,
  faults: ({ state }) => (state.intake.held ? null : message("fault.not-held")),
  does: ({ state }) => ({ ...state, intake: { ...state.intake, held: null } }),
  reopens: never,
  words: ({ state }) => message("move.released", { reason: state.intake.held?.reason ?? "" }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: {},
});
