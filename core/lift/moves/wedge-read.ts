import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { temperatureC, words } from "../../units.ts";
import { glueFault } from "../glue-fault.ts";
import { liftStressInput } from "../lift-stress-input.ts";

/** How far from the wedge the glue still held, and from what it is worked out how hard. */
export const wedgeRead = defineMove({
  kind: "wedge-read",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({ glue: words(80), glueC: temperatureC(), input: liftStressInput }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: glueFault,
  does: ({ state }, wedge, { id, atMs }) => ({
    ...state,
    lift: { ...state.lift, wedges: [...state.lift.wedges, { ...wedge, id, atMs }] },
  }),
  reopens: never,
  words: (_, { glue, glueC }) => message("move.wedge-read", { glue, glueC: Math.round(glueC) }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 1,
  example: {
    glue: "optical adhesive, soft",
    glueC: 75,
    input: {
      lifted: { modulusGpa: 70, thicknessMm: 0.7, poisson: 0.22 },
      base: { support: "held" },
      wedgeMm: 0.5,
      fractureEnergyJm2: 20,
    },
  },
});
