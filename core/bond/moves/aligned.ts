import { z } from "zod";
import { lineOf, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { bounded, oneOf } from "../../units.ts";
import { worstBorderMm } from "../worst-border.ts";

const width = () => bounded(0, 200);
/** Of an edge, as a photo shows them: from the left, or from the top. */
const bothEnds = () => z.tuple([width(), width()]);

/** The border's four widths as they were read; whether they pass follows from them. */
export const aligned = defineMove({
  kind: "aligned",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    topMm: width(),
    rightMm: width(),
    bottomMm: width(),
    leftMm: width(),
    from: oneOf(["hand", "photo", "camera", "simulated"]),
    ends: z
      .strictObject({ top: bothEnds(), right: bothEnds(), bottom: bothEnds(), left: bothEnds() })
      .optional(),
  }),
  told: "answer",
  meets: ["aligned"],
  offers: ({ family, state }) => {
    const w = family.borderMm;
    return lineOf(state, "glass").on
      ? [{ topMm: w, rightMm: w, bottomMm: w, leftMm: w, from: "hand" as const }]
      : [];
  },
  needs: ({ state }): DeviceFact[] => [
    { is: "on", line: "glass" },
    ...(state.intake.bondMethod === "liquid" && state.bond.laidMl !== null
      ? [{ is: "settled" } as const]
      : []),
  ],
  faults: noFault,
  does: ({ state }, border) => withLine(state, "glass", { border }),
  reopens: () => [],
  words: (_, widths) => message("move.aligned", { worst: Math.round(worstBorderMm(widths) * 100) / 100 }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: { topMm: 11, rightMm: 11.2, bottomMm: 11, leftMm: 10.9, from: "hand" },
});
