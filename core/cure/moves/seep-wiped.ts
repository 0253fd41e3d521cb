import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** What seeped out after the tack is wiped off before it sets. */
export const seepWiped = defineMove({
  kind: "seep-wiped",
  version: 1,
  stage: inStage("cure"),
  data: z.strictObject({}),
  told: "press",
  meets: ["seep-wiped"],
  offers: ({ state }) => (state.cure.seepWiped ? [] : [{}]),
  needs: () => [{ is: "lit", zone: "tack" }, { is: "lamp-off" }],
  faults: ({ state }) => (state.cure.seepWiped ? message("fault.seep-wiped-already") : null),
  does: ({ state }) => ({ ...state, cure: { ...state.cure, seepWiped: true } }),
  reopens: () => [],
  words: () => message("move.seep-wiped"),
  hazard: () => "adhesive",
  minutes: () => 2,
  hands: 1,
  example: {},
});
