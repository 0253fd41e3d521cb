import { z } from "zod";
import { lineOf, linesNow, seamNow, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { lineKeys } from "../../device/line.ts";
import { message } from "../../job/message.ts";
import { words, oneOf } from "../../units.ts";
import { newLayerLiners } from "../liners-of-new-layer.ts";

/** The new layer is taken from stock to the bench; before that the panel has shown that it lives. */
export const partTaken = defineMove({
  kind: "part-taken",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({
    line: oneOf(lineKeys),
    part: words(120),
    lot: words(60).nullable(),
  }),
  told: "press",
  meets: ["part-taken"],
  offers: (scene, fact) =>
    linesNow(scene).flatMap((line) => {
      if ((fact?.is === "part-taken" && fact.line !== line) || line === "front" || line === "rear") return [];
      if (lineOf(scene.state, line).part !== null) return [];
      const part =
        line === "display"
          ? `${scene.family.code} display assembly`
          : (seamNow(scene)?.newPart ?? "new layer");
      return [{ line, part, lot: null }];
    }),
  needs: (scene, { line }): DeviceFact[] => [
    { is: "old-off", line },
    // Nothing new is spent on a panel that may be dead.
    ...(line === "glass"
      ? (["picture", "touch"] as const).flatMap((fn): DeviceFact[] =>
          scene.family.functions.some(({ key }) => key === fn) && scene.family.wayIn === "from the back"
            ? [{ is: "shown", fn, since: "glass off" }]
            : [],
        )
      : []),
  ],
  faults: (scene, { line }) =>
    !linesNow(scene).includes(line)
      ? message("fault.line-not-on-route", { line })
      : lineOf(scene.state, line).part !== null
        ? message("fault.part-taken-already")
        : null,
  does: ({ family, state }, { line, part, lot }, { seq }) => ({
    ...withLine(state, line, { part: { name: part, lot, seq } }),
    bond: {
      ...state.bond,
      spent: [...state.bond.spent, { what: part, quantity: 1, unit: "piece", lot, seq }],
    },
    close: {
      ...state.close,
      linersOn: newLayerLiners(family).reduce(
        (on, { key, count }) => ({ ...on, [key]: (on[key] ?? 0) + count }),
        state.close.linersOn,
      ),
    },
  }),
  reopens: () => [],
  words: (_, { part }) => message("move.part-taken", { part }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: { line: "glass", part: "PH-10 cover glass", lot: null },
});
