import { z } from "zod";
import { workedStage } from "../../device/phase.ts";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { words } from "../../units.ts";

/** The work stops until somebody releases it. */
export const held = defineMove({
  kind: "held",
  version: 1,
  stage: workedStage,
  data: z.strictObject({ reason: words(500) }),
  told: "word",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ state }) => (state.intake.held ? message("fault.held-already") : null),
  does: ({ state }, { reason }, { who }) => ({
    ...state,
    intake: { ...state.intake, held: { reason, who } },
  }),
  reopens: never,
  words: (_, { reason }) => message("move.held", { reason }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: { reason: "Waits for glass" },
});
