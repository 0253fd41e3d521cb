import { z } from "zod";
import { defineMove, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { message } from "../../job/message.ts";
import { words } from "../../units.ts";

/** A note on the job. */
export const noted = defineMove({
  kind: "noted",
  version: 1,
  stage: workedStage,
  data: z.strictObject({ text: words(2_000) }),
  told: "word",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: (scene, { text }, { who, atMs }) => ({
    ...scene.state,
    records: {
      ...scene.state.records,
      notes: [...scene.state.records.notes, { text, stage: workedStage(scene), who, atMs }],
    },
  }),
  reopens: never,
  words: (_, { text }) => message("move.noted", { text }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: { text: "The lower left clip is worn." },
});
