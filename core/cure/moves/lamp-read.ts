import { z } from "zod";
import { defineMove, inStage, noFault } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded, oneOf } from "../../units.ts";

/** The radiometer's reading at the glass, for this job: a lamp ages, and nothing is assumed of it. */
export const lampRead = defineMove({
  kind: "lamp-read",
  version: 1,
  stage: inStage("cure"),
  data: z.strictObject({
    irradianceMwCm2: bounded(0.1, 100_000),
    from: oneOf(["hand", "simulated", "logger"]),
  }),
  told: "answer",
  meets: ["lamp-read"],
  offers: () => [{ irradianceMwCm2: 40, from: "hand" as const }],
  needs: () => [{ is: "lamp-off" }],
  faults: noFault,
  // Another reading wants the exposure worked out again.
  does: ({ state }, lamp, { seq, id, atMs }) => ({
    ...state,
    cure: { ...state.cure, lamp: { ...lamp, seq, id, atMs }, exposure: null },
  }),
  reopens: () => [],
  words: (_, { irradianceMwCm2 }) => message("move.lamp-read", { irradiance: irradianceMwCm2 }),
  hazard: () => "uv",
  minutes: () => 1,
  hands: 1,
  example: { irradianceMwCm2: 38.8, from: "hand" },
});
