import { z } from "zod";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, never, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** It is switched on: hands are out, nothing is wet. */
export const switchedOn = defineMove({
  kind: "switched-on",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["running"],
  offers: ({ state }) => (state.open.on ? [] : [{}]),
  needs: () => [{ is: "supply-joined" }, { is: "plugged" }, { is: "dry" }, { is: "edge-dry" }],
  faults: ({ state }) => (state.open.on ? message("fault.runs-already") : null),
  does: ({ state }) => ({ ...state, open: { ...state.open, on: true } }),
  reopens: never,
  words: ({ state }) => message("move.switched-on", { casing: state.open.casing }),
  hazard: ({ family, state }) => (family.power === "mains" && state.open.casing === "open" ? "mains" : null),
  minutes: takes(0.5),
  hands: 1,
  example: {},
});
