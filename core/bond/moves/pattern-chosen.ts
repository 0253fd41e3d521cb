import { z } from "zod";
import { calculated, notCalculated } from "../../device/calculated.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { bounded, words } from "../../units.ts";

const notYet = notCalculated("fill-front");

/** A pattern that was run by fill-front on this panel, with what came of it. */
export const patternChosen = defineMove({
  kind: "pattern-chosen",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    name: words(60),
    fill: z.strictObject({
      wetPct: bounded(0, 100.5),
      trappedMm2: bounded(0, 1e6),
      windowsWetPct: bounded(0, 100.5),
    }),
    calculated,
  }),
  told: "choice",
  meets: ["pattern-run"],
  offers: () => [
    {
      name: "Branch",
      fill: { wetPct: 99, trappedMm2: 0, windowsWetPct: 0 },
      calculated: notYet,
    },
  ],
  needs: () => [{ is: "dose-chosen" }],
  faults: ({ state }) => (state.bond.laidMl !== null ? message("fault.laid-already") : null),
  does: ({ state }, pattern) => ({ ...state, bond: { ...state.bond, pattern } }),
  reopens: () => [],
  words: (_, { name, fill }) =>
    message("move.pattern-chosen", {
      name,
      trapped: Math.round(fill.trappedMm2),
      windows: Math.round(fill.windowsWetPct),
    }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 0,
  example: {
    name: "Branch",
    fill: { wetPct: 98.7, trappedMm2: 0, windowsWetPct: 0 },
    calculated: notYet,
  },
});
