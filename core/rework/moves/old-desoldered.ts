import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { jointFree } from "../joint-free.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";

/** The old flex is off, its pads cleared with braid. */
export const oldDesoldered = defineMove({
  kind: "old-desoldered",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "press",
  meets: ["old-desoldered"],
  offers: ({ state }) => (state.rework.oldOff ? [] : [{}]),
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    ...jointFree(scene),
    { is: "alloy-chosen" },
    { is: "shielded" },
  ],
  faults: (scene) =>
    scene.state.rework.oldOff
      ? message("fault.done-already")
      : isReworked(scene)
        ? null
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, oldOff: true } }),
  reopens: () => ["stack"],
  words: (scene) =>
    message("move.old-desoldered", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => "solder",
  minutes: () => 8,
  hands: 1,
  example: {},
});
