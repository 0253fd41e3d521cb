import { z } from "zod";
import { lineOf, linesNow, withLine } from "../../device/ask.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { lineKeys } from "../../device/line.ts";
import { message } from "../../job/message.ts";
import { beforeWet, faceName } from "../before-wet.ts";
import { oneOf } from "../../units.ts";

/** The old glue or tape is off, down to what a cloth takes. */
export const glueCleared = defineMove({
  kind: "glue-cleared",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({
    line: oneOf(lineKeys),
  }),
  told: "press",
  meets: ["glue-off"],
  offers: (scene, fact) =>
    linesNow(scene).flatMap((line) =>
      (fact?.is === "glue-off" && fact.line !== line) || lineOf(scene.state, line).glueOff ? [] : [{ line }],
    ),
  needs: (scene, { line }): DeviceFact[] => [{ is: "solvent-chosen" }, ...beforeWet(scene, line)],
  faults: ({ state }, { line }) => (lineOf(state, line).on ? message("fault.covered", { line }) : null),
  does: ({ state }, { line }, { seq }) => ({
    ...withLine(state, line, { glueOff: true, clean: false }),
    film: { ...state.film, wetSeq: seq },
  }),
  reopens: () => ["stack"],
  words: (scene, { line }) => message("move.glue-cleared", { line, face: faceName(scene) }),
  hazard: () => "solvent",
  minutes: () => 12,
  hands: 1,
  example: { line: "glass" },
});
