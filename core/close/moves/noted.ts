import { z } from "zod";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../kernel/message.ts";
import { words } from "../../units.ts";

/** A note on the job. */
export const noted = defineMove({
  kind: "noted",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({ text: words(2_000) }),
  told: "word",
  meets: [],
  offers: () => [],
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }, { text }, { who, atMs }) => ({
    ...state,
    close: { ...state.close, notes: [...state.close.notes, { text, who, atMs }] },
  }),
  reopens: () => [],
  words: (_, { text }) => message("move.noted", { text }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: { text: "The lower left clip is worn." },
});
