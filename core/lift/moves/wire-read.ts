import { z } from "zod";
import { defineMove, inStage, never, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded, temperatureC, words } from "../../units.ts";
import { glueFault } from "../glue-fault.ts";
import { wireBounds } from "../wire-bounds.ts";

/** How hard each hand pulled at a wire, by a spring scale, and how long its front was: it tells how hard the glue holds. */
export const wireRead = defineMove({
  kind: "wire-read",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    glue: words(80),
    glueC: temperatureC(),
    frontMm: bounded(0.5, 2_000),
    forceN: bounded(0.01, 1_000),
    ...wireBounds,
  }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: glueFault,
  does: ({ state }, pull, { id }) => ({
    ...state,
    lift: { ...state.lift, wirePulls: [...state.lift.wirePulls, { ...pull, id }] },
  }),
  reopens: never,
  words: (_, { glue, glueC, forceN }) =>
    message("move.wire-read", { glue, glueC: Math.round(glueC), forceN: Math.round(10 * forceN) / 10 }),
  hazard: () => "glass",
  minutes: takes(1),
  hands: 1,
  example: {
    glue: "optical adhesive, soft",
    glueC: 75,
    frontMm: 60,
    forceN: 1.2,
    wireUm: 100,
    flowStressMpa: 0.05,
    friction: 0.3,
    angleDeg: 45,
  },
});
