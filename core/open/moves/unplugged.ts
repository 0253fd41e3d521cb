import { z } from "zod";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, never, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** The plug or supply cable is out. At the mains the capacitors' time begins here, by the server's clock. */
export const unplugged = defineMove({
  kind: "unplugged",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["unplugged", "discharged"],
  offers: ({ family, state }) => (state.open.plugged && family.power !== "cell" ? [{}] : []),
  needs: () => [{ is: "off" }],
  faults: ({ family }) => (family.power === "cell" ? message("fault.has-no-plug") : null),
  does: ({ state }, _, { atMs }) => ({
    ...state,
    open: { ...state.open, plugged: false, unpluggedAtMs: atMs },
  }),
  reopens: never,
  words: ({ family }) => message("move.unplugged", { power: family.power }),
  hazard: ({ family }) => (family.power === "mains" ? "mains" : null),
  minutes: takes(1),
  hands: 1,
  example: {},
});
