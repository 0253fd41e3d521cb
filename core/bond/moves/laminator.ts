import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { withLine, withMark } from "../../device/ask.ts";
import { defineMove, hazardOf, inStage, noFault } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { LAMINATE_S } from "../bond-facts.ts";

/** Vacuum first, then pressure. */
export const laminatorOn = defineMove({
  kind: "laminator-on",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["laminator-running"],
  offers: ({ state }) => (state.bond.laminatorSinceMs === null && !state.bond.laminated ? [{}] : []),
  needs: () => [{ is: "in-mould" }],
  faults: ({ state }) => (state.bond.laminatorSinceMs === null ? null : message("fault.laminator-runs")),
  does: ({ state }, _, { atMs }) => ({ ...state, bond: { ...state.bond, laminatorSinceMs: atMs } }),
  reopens: () => ["stack"],
  words: () => message("move.laminator-on", { time: durationText(LAMINATE_S) }),
  hazard: hazardOf("pressure"),
  minutes: () => 0.3,
  hands: 1,
  example: {},
});

/** The laminator is open again: the glass is on. */
export const laminatorOff = defineMove({
  kind: "laminator-off",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["laminated", "on"],
  offers: ({ state }, fact) =>
    state.intake.bondMethod !== "sheet" ||
    state.bond.laminated ||
    (fact?.is === "on" && fact.line !== "glass") ||
    (fact === null && state.bond.laminatorSinceMs === null)
      ? []
      : [{}],
  needs: () => [{ is: "laminator-running" }],
  faults: noFault,
  does: ({ state }, _, { seq }) => {
    const on = withMark(withLine(state, "glass", { on: true }), "glass on", seq);
    return {
      ...on,
      marks: { ...on.marks, renewed: seq, cured: seq },
      bond: { ...on.bond, laminated: true, laminatorSinceMs: null },
    };
  },
  reopens: () => ["stack"],
  words: () => message("move.laminator-off"),
  hazard: hazardOf("pressure"),
  minutes: () => 0.5,
  hands: 1,
  example: {},
});
