import { z } from "zod";
import { looseParts, pluggable } from "../../device/ask.ts";
import { defineMove, inStage, noFault } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { oneOf } from "../../units.ts";

/** The bare panel lit: an even white is alive. */
export const litBare = defineMove({
  kind: "lit-bare",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({
    result: oneOf(["even", "uneven", "dark"]),
  }),
  told: "answer",
  meets: ["lit-bare"],
  offers: () => [{ result: "even" as const }, { result: "uneven" as const }, { result: "dark" as const }],
  needs: ({ family, state }): DeviceFact[] => [
    ...state.intake.films.map((film): DeviceFact => ({ is: "old-off", line: film })),
    ...looseParts(family).flatMap(({ key, serves }): DeviceFact[] =>
      serves.includes("picture") ? [{ is: "part-back", part: key }] : [],
    ),
    ...pluggable(family).map(({ key }): DeviceFact => ({ is: "connector-joined", connector: key })),
    { is: "supply-joined" },
    { is: "plugged" },
    { is: "running" },
  ],
  faults: noFault,
  does: ({ state }, { result }, { seq }) => ({
    ...state,
    film: { ...state.film, litBare: { result, seq } },
    intake:
      result === "even"
        ? state.intake
        : { ...state.intake, trouble: { fn: "picture", kind: "failed" as const, seq } },
  }),
  reopens: () => [],
  words: (_, { result }) => message("move.lit-bare", { result }),
  hazard: ({ family }) => (family.power === "mains" ? "mains" : null),
  minutes: () => 1,
  hands: 1,
  example: { result: "even" },
});
