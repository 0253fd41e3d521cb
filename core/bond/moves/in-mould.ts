import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { allConnectorsOpen, handsIn } from "../../open/open-facts.ts";

/** The second liner is off; glass and panel lie in the mould, against its stops. */
export const inMould = defineMove({
  kind: "in-mould",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["in-mould"],
  offers: ({ state }) => (state.bond.inMould ? [] : [{}]),
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    ...allConnectorsOpen(scene),
    { is: "film-on-glass" },
    { is: "clean", line: "glass" },
    { is: "freshly-wiped", line: "glass" },
  ],
  faults: ({ state }) => (state.bond.inMould ? message("fault.in-mould-already") : null),
  does: ({ state }) => ({ ...state, bond: { ...state.bond, inMould: true } }),
  reopens: () => ["stack"],
  words: () => message("move.in-mould"),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: {},
});
