import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** The glass is set down along one edge, and its lowering begins. */
export const loweringStarted = defineMove({
  kind: "lowering-started",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["lowering"],
  offers: ({ state }) => (state.bond.laidMl !== null && state.bond.loweringSinceMs === null ? [{}] : []),
  needs: () => [{ is: "liquid-laid" }],
  faults: ({ state }) => (state.bond.loweringSinceMs === null ? null : message("fault.lowered-already")),
  does: ({ state }, _, { atMs }) => ({ ...state, bond: { ...state.bond, loweringSinceMs: atMs } }),
  reopens: () => ["stack"],
  words: ({ family: { outline } }) =>
    message("move.lowering-started", { edge: outline.widthMm >= outline.heightMm ? "top" : "left" }),
  hazard: noHazard,
  minutes: () => 0.3,
  hands: 2,
  example: {},
});
