import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { photoLook } from "../photo-look.ts";

/** A photo of the panel was looked through by the program; what somebody overruled is told with what was found. */
export const photoInspected = defineMove({
  kind: "photo-inspected",
  version: 1,
  stage: inStage("prove"),
  data: photoLook,
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ state }, { photo }) =>
    photo === undefined || state.records.photos.some(({ id }) => id === photo)
      ? null
      : message("fault.no-such-photo"),
  does: ({ state }, look, { id, seq, atMs }) => ({
    ...state,
    prove: { ...state.prove, photos: [...state.prove.photos, { ...look, id, seq, atMs }] },
  }),
  reopens: never,
  words: (_, { lighting, defects, source }) =>
    message("move.photo-inspected", {
      lighting,
      source,
      found: defects.filter(({ overruled }) => !overruled).length,
      overruled: defects.filter(({ overruled }) => overruled).length,
    }),
  hazard: noHazard,
  minutes: takes(2),
  hands: 1,
  example: { lighting: "dark", source: "photo", defects: [] },
});
