import { z } from "zod";
import { defineMove, inStage, noFault } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { solventNames } from "../../materials/solvent-names.ts";
import { bounded, words } from "../../units.ts";
import { usualWipe } from "../room.ts";
import { t } from "../../../words/clean.ts";

/** What is on the cloth, how much of it in all, and how long it takes to dry off. */
export const solventChosen = defineMove({
  kind: "solvent-chosen",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({
    solvent: z.enum(solventNames, {
      error: () => t("must-be-one-of-2", { solventNames: solventNames.join("; ") }),
    }),
    volumeMl: bounded(0.1, 2_000),
    evaporateMin: bounded(0.5, 240),
    lot: words(60).nullable(),
  }),
  told: "choice",
  meets: ["solvent-chosen"],
  offers: () => [{ ...usualWipe, lot: null }],
  needs: () => [],
  faults: noFault,
  does: ({ state }, solvent) => ({ ...state, bond: { ...state.bond, solvent } }),
  reopens: () => [],
  words: (_, { solvent, volumeMl }) => message("move.solvent-chosen", { solvent, volumeMl }),
  hazard: () => "solvent",
  minutes: () => 1,
  hands: 0,
  example: { ...usualWipe, lot: null },
});
