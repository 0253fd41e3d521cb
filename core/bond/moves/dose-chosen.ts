import { z } from "zod";
import { calculated, notCalculated } from "../../device/calculated.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded } from "../../units.ts";

const notYet = notCalculated("adhesive-dose");

/** The bond line and how much liquid it takes, as adhesive-dose has it. */
export const doseChosen = defineMove({
  kind: "dose-chosen",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({ gapUm: bounded(5, 5_000), volumeMl: bounded(0.001, 5_000), calculated }),
  told: "choice",
  meets: ["dose-chosen"],
  offers: () => [
    {
      gapUm: 150,
      volumeMl: 1,
      calculated: notYet,
    },
  ],
  needs: () => [{ is: "lot-taken", kind: "adhesive" }],
  faults: ({ state }) => (state.bond.laidMl !== null ? message("fault.laid-already") : null),
  // Another dose wants its pattern run again.
  does: ({ state }, dose) => ({ ...state, bond: { ...state.bond, dose, pattern: null } }),
  reopens: () => [],
  words: (_, { gapUm, volumeMl }) => message("move.dose-chosen", { gapUm, volumeMl }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: {
    gapUm: 150,
    volumeMl: 6.2,
    calculated: notYet,
  },
});
