import { defineMove, inStage, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { residuePatch } from "../residue.ts";

/** Old glue that side light shows, marked where it is. */
export const residueMarked = defineMove({
  kind: "residue-marked",
  version: 1,
  stage: inStage("clean"),
  data: residuePatch,
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }, patch, { id }) => ({
    ...state,
    bond: { ...state.bond, residue: [...state.bond.residue, { ...patch, id, gone: false }] },
  }),
  reopens: never,
  words: (_, { points: [a, b] }) =>
    message("move.residue-marked", {
      widthMm: Math.round(Math.abs(a.xMm - b.xMm)),
      heightMm: Math.round(Math.abs(a.yMm - b.yMm)),
    }),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: {
    points: [
      { xMm: 10, yMm: 10 },
      { xMm: 30, yMm: 20 },
    ],
  },
});
