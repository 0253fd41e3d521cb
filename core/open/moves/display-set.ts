import { z } from "zod";
import { isFromFront, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../open-facts.ts";

/** The new display assembly lies in its place. */
export const displaySet = defineMove({
  kind: "display-set",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({}),
  told: "press",
  meets: ["on"],
  offers: ({ state }, fact) =>
    (fact?.is === "on" && fact.line !== "display") || state.lines.display?.on ? [] : [{}],
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    { is: "old-off", line: "display" },
    { is: "fits", line: "display" },
    // From the front the frame is taped before anything lies on it.
    ...(isFromFront(scene) ? [{ is: "tape-on" } as const] : []),
  ],
  faults: ({ state }) => (state.lines.display?.on ? message("fault.on-already", { line: "display" }) : null),
  does: ({ state }, _, { seq }) => {
    const on = withMark(withLine(state, "display", { on: true }), "display on", seq);
    return { ...on, marks: { ...on.marks, renewed: seq } };
  },
  reopens: () => ["stack"],
  words: () => message("move.display-set"),
  hazard: noHazard,
  minutes: () => 3,
  hands: 1,
  example: {},
});
