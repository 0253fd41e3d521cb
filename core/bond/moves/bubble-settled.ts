import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bubbleFates } from "../bubble-place.ts";
import { oneOf } from "../../units.ts";

/** What became of a bubble that was marked. */
export const bubbleSettled = defineMove({
  kind: "bubble-settled",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    bubble: z.string().min(1).max(80),
    as: oneOf(bubbleFates),
  }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: ({ state }, { bubble }) =>
    state.bond.bubbles.some(({ id }) => id === bubble) ? null : message("fault.no-such-bubble"),
  does: ({ state }, { bubble, as }, { atMs }) => ({
    ...state,
    bond: {
      ...state.bond,
      bubbles: state.bond.bubbles.map((kept) =>
        kept.id === bubble ? { ...kept, settled: as, settledMs: atMs } : kept,
      ),
    },
  }),
  reopens: never,
  words: (_, { as }) => message("move.bubble-settled", { as }),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { bubble: "bubble-1", as: "gone" },
});
