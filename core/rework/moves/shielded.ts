import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";
import { jointFree } from "../joint-free.ts";

/** Heat-proof tape lies all round the joint. */
export const shielded = defineMove({
  kind: "shielded",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "press",
  meets: ["shielded"],
  offers: ({ state }) => (state.rework.shielded ? [] : [{}]),
  needs: (scene): DeviceFact[] => [...handsIn, ...jointFree(scene)],
  faults: (scene) =>
    scene.state.rework.shielded
      ? message("fault.done-already")
      : isReworked(scene)
        ? null
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, shielded: true } }),
  reopens: () => ["stack"],
  words: (scene) => message("move.shielded", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => null,
  minutes: () => 3,
  hands: 1,
  example: {},
});
