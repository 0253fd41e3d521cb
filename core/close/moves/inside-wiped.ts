import { z } from "zod";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** Last wipe inside before it is shut, and the inner film off. */
export const insideWiped = defineMove({
  kind: "inside-wiped",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "press",
  meets: ["inside-wiped"],
  offers: () => [{}],
  needs: () => [{ is: "casing-open" }, { is: "off" }],
  faults: noFault,
  does: ({ state }, _, { atMs }) => ({ ...state, close: { ...state.close, insideWipedAtMs: atMs } }),
  reopens: () => [],
  words: () => message("move.inside-wiped"),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: {},
});
