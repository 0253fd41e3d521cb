import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";

/** Iron and air are off and cold; the flux is cleaned off. */
export const fluxOff = defineMove({
  kind: "flux-off",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "press",
  meets: ["flux-off"],
  offers: ({ state }) => (state.rework.fluxOff ? [] : [{}]),
  needs: (): DeviceFact[] => [...handsIn, { is: "soldered" }],
  faults: (scene) =>
    scene.state.rework.fluxOff
      ? message("fault.done-already")
      : isReworked(scene)
        ? null
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, fluxOff: true } }),
  reopens: () => ["stack"],
  words: (scene) => message("move.flux-off", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => "solvent",
  minutes: () => 4,
  hands: 1,
  example: {},
});
