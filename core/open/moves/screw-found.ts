import { z } from "zod";
import { defineMove, inStage, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded, boundedWhole, words, oneOf } from "../../units.ts";
import { screwLedger, screwRefusal } from "../screw-ledger.ts";

/** The cell has its screw again: found, or one from stock, which may differ. */
export const screwFound = defineMove({
  kind: "screw-found",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({
    cell: boundedWhole(1, 10_000),
    from: oneOf(["bench", "stock"]),
    lengthMm: bounded(0.5, 100).optional(),
    thread: words(40).optional(),
    head: words(40).optional(),
  }),
  told: "answer",
  meets: ["screws-back"],
  offers: ({ family, state }) =>
    screwLedger(family, state.open.screws).cells.flatMap(({ cell, screw }) =>
      screw === "missing" ? [{ cell, from: "bench" as const }] : [],
    ),
  needs: () => [],
  faults: ({ family, state }, { cell }) => {
    const refusal = screwRefusal(screwLedger(family, state.open.screws), { kind: "found", cell });
    return refusal ? message("fault.screws", { why: refusal.sentence, path: refusal.path }) : null;
  },
  does: ({ state }, { cell, lengthMm, thread, head }) => ({
    ...state,
    open: {
      ...state.open,
      screws: [
        ...state.open.screws,
        {
          kind: "found",
          cell,
          ...(lengthMm === undefined ? {} : { lengthMm }),
          ...(thread === undefined ? {} : { thread }),
          ...(head === undefined ? {} : { head }),
        },
      ],
    },
  }),
  reopens: () => [],
  words: (_, { cell, from }) => message("move.screw-found", { cell, from }),
  hazard: noHazard,
  minutes: takes(2),
  hands: 0,
  example: { cell: 1, from: "bench" },
});
