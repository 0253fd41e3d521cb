import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";

/** The new part sits on its locating pins, or in line, before any solder. */
export const pinsHome = defineMove({
  kind: "pins-home",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "answer",
  meets: ["pins-home"],
  offers: ({ state }) => (state.rework.pinsHome ? [] : [{}]),
  needs: (): DeviceFact[] => [...handsIn, { is: "old-desoldered" }],
  faults: (scene) =>
    scene.state.rework.pinsHome
      ? message("fault.done-already")
      : isReworked(scene)
        ? null
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, pinsHome: true } }),
  reopens: () => ["stack"],
  words: (scene) => message("move.pins-home", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => null,
  minutes: () => 3,
  hands: 1,
  example: {},
});
