import { z } from "zod";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { words } from "../../units.ts";
import { customerWords } from "../customer-words.ts";

/** What the customer is told at the counter. */
export const customerTold = defineMove({
  kind: "customer-told",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({ text: words(2_000) }),
  told: "word",
  meets: ["customer-told"],
  offers: (scene) => (scene.state.close.told === null ? [{ text: customerWords(scene) }] : []),
  needs: () => [{ is: "agreed" }],
  faults: noFault,
  does: ({ state }, { text }) => ({ ...state, close: { ...state.close, told: text } }),
  reopens: () => [],
  words: () => message("move.customer-told"),
  hazard: noHazard,
  minutes: () => 3,
  hands: 0,
  example: { text: "New glass, panel kept. Keep it out of the sun for a day." },
});
