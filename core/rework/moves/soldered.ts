import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { jointFree } from "../joint-free.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";

/** The joint is soldered with fresh paste. */
export const soldered = defineMove({
  kind: "soldered",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "press",
  meets: ["soldered"],
  offers: ({ state }) => (state.rework.soldered ? [] : [{}]),
  needs: (scene): DeviceFact[] => [...handsIn, ...jointFree(scene), { is: "pins-home" }],
  faults: (scene) =>
    scene.state.rework.soldered
      ? message("fault.done-already")
      : isReworked(scene)
        ? null
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, soldered: true } }),
  reopens: () => ["stack"],
  words: (scene) => message("move.soldered", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => "solder",
  minutes: () => 10,
  hands: 1,
  example: {},
});
