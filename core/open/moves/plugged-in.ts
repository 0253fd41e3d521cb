import { z } from "zod";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, never, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** The plug or supply cable is in. */
export const pluggedIn = defineMove({
  kind: "plugged-in",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["plugged"],
  offers: ({ family, state }) => (family.power !== "cell" && !state.open.plugged ? [{}] : []),
  needs: () => [{ is: "supply-joined" }, { is: "dry" }, { is: "edge-dry" }],
  faults: ({ family }) => (family.power === "cell" ? message("fault.has-no-plug") : null),
  does: ({ state }) => ({ ...state, open: { ...state.open, plugged: true, unpluggedAtMs: null } }),
  reopens: never,
  words: ({ family, state }) =>
    message("move.plugged-in", { power: family.power, casing: state.open.casing }),
  hazard: ({ family }) => (family.power === "mains" ? "mains" : null),
  minutes: takes(0.5),
  hands: 1,
  example: {},
});
