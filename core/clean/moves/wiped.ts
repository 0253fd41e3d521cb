import { z } from "zod";
import { lineOf, linesNow, withLine } from "../../device/ask.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { lineKeys } from "../../device/line.ts";
import { message } from "../../job/message.ts";
import { beforeWet, faceName } from "../before-wet.ts";
import { oneOf } from "../../units.ts";

/** Wiped with a lint-free cloth, one way: from now on dust settles on it. */
export const wiped = defineMove({
  kind: "wiped",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({
    line: oneOf(lineKeys),
  }),
  told: "press",
  meets: ["freshly-wiped"],
  offers: (scene, fact) =>
    linesNow(scene).flatMap((line) => (fact?.is === "freshly-wiped" && fact.line !== line ? [] : [{ line }])),
  needs: (scene, { line }): DeviceFact[] => [
    { is: "solvent-chosen" },
    ...beforeWet(scene, line),
    { is: "glue-off", line },
  ],
  faults: ({ state }, { line }) => (lineOf(state, line).on ? message("fault.covered", { line }) : null),
  does: ({ state }, { line }, { seq, atMs }) => ({
    ...withLine(state, line, { wipedAtMs: atMs }),
    film: { ...state.film, wetSeq: seq },
  }),
  reopens: () => ["stack"],
  words: (scene, { line }) => message("move.wiped", { line, face: faceName(scene) }),
  hazard: () => "solvent",
  minutes: () => 2,
  hands: 1,
  example: { line: "glass" },
});
