import { z } from "zod";
import { defineMove, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";

/** A photo of the work. The picture itself is kept under this move's id. */
export const photoAdded = defineMove({
  kind: "photo-added",
  version: 1,
  stage: workedStage,
  data: z.strictObject({
    widthPx: boundedWhole(1, 20_000),
    heightPx: boundedWhole(1, 20_000),
    caption: z.string().trim().max(200),
  }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: (scene, { widthPx, heightPx, caption }, { id, who, atMs }) => ({
    ...scene.state,
    records: {
      ...scene.state.records,
      photos: [
        ...scene.state.records.photos,
        { id, stage: workedStage(scene), widthPx, heightPx, caption, who, atMs },
      ],
    },
  }),
  reopens: never,
  words: (_, { caption }) => message("move.photo-added", { caption: caption || "none" }),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { widthPx: 1_600, heightPx: 1_200, caption: "" },
});
