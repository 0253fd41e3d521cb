import { z } from "zod";
import { lineOf, linesNow, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { lineKeys } from "../../device/line.ts";
import { message } from "../../job/message.ts";
import { newLayerLiners } from "../liners-of-new-layer.ts";
import { handsIn } from "../../open/open-facts.ts";
import { oneOf } from "../../units.ts";

/** The new layer was held in place dry: border, buttons, flex. */
export const dryFitted = defineMove({
  kind: "dry-fitted",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({
    line: oneOf(lineKeys),
    result: oneOf(["fits", "does not fit"]),
  }),
  told: "answer",
  meets: ["fits"],
  offers: (scene, fact) =>
    linesNow(scene).flatMap((line) =>
      (fact?.is === "fits" && fact.line !== line) || lineOf(scene.state, line).fits
        ? []
        : [
            { line, result: "fits" as const },
            { line, result: "does not fit" as const },
          ],
    ),
  needs: (_, { line }): DeviceFact[] => [...handsIn, { is: "part-taken", line }],
  faults: ({ state }, { line }) => (lineOf(state, line).on ? message("fault.on-already", { line }) : null),
  does: ({ family, state }, { line, result }) => {
    if (result === "fits") return withLine(state, line, { fits: true });
    // What does not fit goes back to the shelf, its liners with it; another is taken.
    const back = withLine(state, line, { part: null, fits: false });
    const linersOn = newLayerLiners(family).reduce(
      (on, { key }) => ({ ...on, [key]: 0 }),
      back.close.linersOn,
    );
    const { part } = lineOf(state, line);
    return {
      ...back,
      bond: { ...back.bond, spent: back.bond.spent.filter(({ seq }) => seq !== part?.seq) },
      close: { ...back.close, linersOn },
    };
  },
  reopens: () => [],
  words: ({ state }, { line, result }) =>
    message("move.dry-fitted", { part: lineOf(state, line).part?.name ?? line, result }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: { line: "glass", result: "fits" },
});
