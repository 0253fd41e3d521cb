import { z } from "zod";
import { lineOf, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded } from "../../units.ts";

/** The glass lies on its liquid; how long the lowering took is kept as it was. From here it settles. */
export const lowered = defineMove({
  kind: "lowered",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    /** How long it takes down to its bond line, s, as squeeze-time has it. */
    settleS: bounded(0, 86_400),
  }),
  told: "press",
  meets: ["on"],
  offers: ({ state }, fact) =>
    (fact?.is === "on" && fact.line !== "glass") ||
    state.intake.bondMethod !== "liquid" ||
    state.bond.loweredS !== null ||
    (state.bond.loweringSinceMs === null && fact === null)
      ? []
      : [{ settleS: 600 }],
  needs: () => [{ is: "lowering" }],
  faults: ({ state }) => (lineOf(state, "glass").on ? message("fault.on-already", { line: "glass" }) : null),
  does: ({ state }, { settleS }, { seq, atMs }) => {
    const laid = withMark(withLine(state, "glass", { on: true }), "glass on", seq);
    return {
      ...laid,
      marks: { ...laid.marks, renewed: seq },
      bond: {
        ...laid.bond,
        loweredS: (atMs - (laid.bond.loweringSinceMs ?? atMs)) / 1_000,
        settledFromMs: atMs + settleS * 1_000,
      },
    };
  },
  reopens: () => ["stack"],
  words: ({ family: { outline }, state }) =>
    message("move.lowered", {
      towards: outline.widthMm >= outline.heightMm ? "bottom" : "right",
      soFar: state.bond.loweringSinceMs === null ? "no" : "yes",
    }),
  hazard: noHazard,
  minutes: () => 1.5,
  hands: 2,
  example: { settleS: 600 },
});
