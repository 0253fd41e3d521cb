import { z } from "zod";
import { defineMove, inStage, noFault } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { alloyNames } from "../../materials/alloy-names.ts";
import { jointNow } from "../rework-facts.ts";
import { oneOf } from "../../units.ts";

/** The solder of the new joint, and what was there before. */
export const alloyChosen = defineMove({
  kind: "alloy-chosen",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({
    alloy: oneOf(alloyNames),
    before: oneOf([...alloyNames, "unknown"]),
  }),
  told: "choice",
  meets: ["alloy-chosen"],
  offers: (scene) => [
    {
      alloy: jointNow(scene).delicate ? ("Sn42Bi58" as const) : ("SAC305" as const),
      before: "unknown" as const,
    },
  ],
  needs: () => [],
  faults: noFault,
  does: ({ state }, alloy) => ({ ...state, rework: { ...state.rework, alloy } }),
  reopens: () => [],
  words: (_, { alloy, before }) => message("move.alloy-chosen", { alloy, before }),
  hazard: () => "solder",
  minutes: () => 1,
  hands: 0,
  example: { alloy: "SAC305", before: "unknown" },
});
