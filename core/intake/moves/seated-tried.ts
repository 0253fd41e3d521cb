import { z } from "zod";
import { handsIn } from "../../open/open-facts.ts";
import { pluggable } from "../../device/ask.ts";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { oneOf } from "../../units.ts";

/** Every flex pressed home: the first thing inside, for a loose one looks like a dead layer and costs nothing. */
export const seatedTried = defineMove({
  kind: "seated-tried",
  version: 1,
  stage: inStage("open"),
  data: z.strictObject({ fault: oneOf(["still", "gone"]) }),
  told: "answer",
  meets: ["seated-tried"],
  offers: ({ state }) =>
    state.intake.seated === null ? [{ fault: "still" as const }, { fault: "gone" as const }] : [],
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    ...pluggable(scene.family).map(({ key }): DeviceFact => ({ is: "connector-joined", connector: key })),
  ],
  faults: ({ state }) =>
    state.lines.glass?.old === "off" || state.lines.display?.old === "off"
      ? message("fault.seat-too-late")
      : null,
  does: ({ state }, { fault }) => ({ ...state, intake: { ...state.intake, seated: fault } }),
  reopens: never,
  words: (_, { fault }) => message("move.seated-tried", { fault }),
  hazard: noHazard,
  minutes: takes(4),
  hands: 1,
  example: { fault: "still" },
});
