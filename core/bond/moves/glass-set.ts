import { z } from "zod";
import { isOnFrame, isTaped, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { linersOfTape } from "../liners-of-tape.ts";

/** The new glass lies on its tape: set on a bare frame, or folded shut from the hinge edge once all is proved. */
export const glassSet = defineMove({
  kind: "glass-set",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["on"],
  offers: (scene, fact) =>
    !isTaped(scene) || !isOnFrame(scene) || (fact?.is === "on" && fact.line !== "glass") ? [] : [{}],
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    { is: "fits", line: "glass" },
    { is: "tape-on" },
    ...linersOfTape(scene),
  ],
  faults: ({ state }) => (state.lines.glass?.on ? message("fault.on-already", { line: "glass" }) : null),
  does: ({ state }, _, { seq }) => {
    const on = withMark(withLine(state, "glass", { on: true }), "glass on", seq);
    return { ...on, marks: { ...on.marks, renewed: seq } };
  },
  reopens: () => ["stack"],
  words: () => message("move.glass-set"),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: {},
});
