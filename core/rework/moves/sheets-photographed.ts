import { z } from "zod";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { isReworked, jointNow } from "../rework-facts.ts";
import { handsIn } from "../../open/open-facts.ts";

/** The order and the way round of the loose sheets are on a photo, before one is lifted. */
export const sheetsPhotographed = defineMove({
  kind: "sheets-photographed",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({}),
  told: "answer",
  meets: ["sheets-photographed"],
  offers: ({ state }) => (state.rework.sheetsPhotographed ? [] : [{}]),
  needs: (): DeviceFact[] => [...handsIn],
  faults: (scene) =>
    scene.state.rework.sheetsPhotographed
      ? message("fault.done-already")
      : isReworked(scene)
        ? Object.values(scene.state.open.parts).every((is) => is === "in")
          ? null
          : message("fault.sheet-lifted-already")
        : message("fault.no-rework-on-route"),
  does: ({ state }) => ({ ...state, rework: { ...state.rework, sheetsPhotographed: true } }),
  reopens: () => ["stack"],
  words: (scene) =>
    message("move.sheets-photographed", { joint: jointNow(scene).name, pins: jointNow(scene).pins }),
  hazard: () => null,
  minutes: () => 2,
  hands: 1,
  example: {},
});
