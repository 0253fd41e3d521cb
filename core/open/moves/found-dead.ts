import { z } from "zod";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, never, noFault, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { oneOf } from "../../units.ts";

/** The power button was pressed, at the mains the supply metered: it is dead, or it is not isolated after all. */
export const foundDead = defineMove({
  kind: "found-dead",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({ result: oneOf(["dead", "alive"]) }),
  told: "answer",
  meets: ["safe"],
  offers: ({ state }) =>
    state.open.board === "isolated" && !state.open.provedDead
      ? [{ result: "dead" as const }, { result: "alive" as const }]
      : [],
  needs: () => [{ is: "isolated" }],
  faults: noFault,
  does: ({ state }, { result }) => ({
    ...state,
    open: {
      ...state.open,
      provedDead: result === "dead",
      // What answers its button is not isolated.
      board: result === "dead" ? state.open.board : "joined",
    },
  }),
  reopens: never,
  words: ({ family }, { result }) => message("move.found-dead", { power: family.power, result }),
  hazard: ({ family }) => (family.power === "mains" ? "mains" : null),
  minutes: takes(0.5),
  hands: 1,
  example: { result: "dead" },
});
