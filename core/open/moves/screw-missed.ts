import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";
import { screwLedger, screwRefusal } from "../screw-ledger.ts";

/** A screw is not in its cell. */
export const screwMissed = defineMove({
  kind: "screw-missed",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({ cell: boundedWhole(1, 10_000) }),
  told: "answer",
  meets: [],
  offers: never,
  needs: never,
  faults: ({ family, state }, { cell }) => {
    const refusal = screwRefusal(screwLedger(family, state.open.screws), { kind: "missed", cell });
    return refusal ? message("fault.screws", { why: refusal.sentence, path: refusal.path }) : null;
  },
  does: ({ state }, { cell }) => ({
    ...state,
    open: { ...state.open, screws: [...state.open.screws, { kind: "missed", cell }] },
  }),
  reopens: never,
  words: (_, { cell }) => message("move.screw-missed", { cell }),
  hazard: noHazard,
  minutes: takes(2),
  hands: 0,
  example: { cell: 1 },
});
