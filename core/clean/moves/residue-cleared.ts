import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** A patch of old glue that was marked is gone. */
export const residueCleared = defineMove({
  kind: "residue-cleared",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({ patch: z.string().min(1).max(80) }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ state }, { patch }) =>
    state.bond.residue.some(({ id, gone }) => id === patch && !gone) ? null : message("fault.no-such-patch"),
  does: ({ state }, { patch }) => ({
    ...state,
    bond: {
      ...state.bond,
      residue: state.bond.residue.map((kept) => (kept.id === patch ? { ...kept, gone: true } : kept)),
    },
  }),
  reopens: never,
  words: () => message("move.residue-cleared"),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { patch: "patch-1" },
});
