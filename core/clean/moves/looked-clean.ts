import { z } from "zod";
import { lineOf, linesNow, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { lineKeys } from "../../device/line.ts";
import { message } from "../../job/message.ts";
import { faceName } from "../before-wet.ts";
import { oneOf } from "../../units.ts";

/** Looked along in strong light: clean, or glue is left. */
export const lookedClean = defineMove({
  kind: "looked-clean",
  version: 1,
  stage: inStage("clean"),
  data: z.strictObject({
    line: oneOf(lineKeys),
    result: oneOf(["clean", "glue left"]),
  }),
  told: "answer",
  meets: ["clean"],
  offers: (scene, fact) =>
    linesNow(scene).flatMap((line) =>
      (fact?.is === "clean" && fact.line !== line) || lineOf(scene.state, line).clean
        ? []
        : [
            { line, result: "clean" as const },
            { line, result: "glue left" as const },
          ],
    ),
  needs: (_, { line }) => [
    { is: "glue-off", line },
    { is: "freshly-wiped", line },
  ],
  faults: ({ state }, { line }) => (lineOf(state, line).on ? message("fault.covered", { line }) : null),
  does: ({ state }, { line, result }) =>
    result === "clean"
      ? withLine(state, line, { clean: true })
      : withLine(state, line, { glueOff: false, wipedAtMs: null, clean: false }),
  reopens: () => [],
  words: (scene, { line, result }) => message("move.looked-clean", { line, result, face: faceName(scene) }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 1,
  example: { line: "glass", result: "clean" },
});
