import { z } from "zod";
import { lineOf, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { boundedWhole } from "../../units.ts";

/** Looked along in side light: how many bubbles. Some go to the chamber before they are looked for again. */
export const lookedForBubbles = defineMove({
  kind: "looked-for-bubbles",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({ bubbles: boundedWhole(0, 1_000) }),
  told: "answer",
  meets: ["airless"],
  offers: ({ state }) =>
    lineOf(state, "glass").on && !lineOf(state, "glass").airless ? [{ bubbles: 0 }, { bubbles: 2 }] : [],
  needs: ({ state }): DeviceFact[] => [
    { is: "on", line: "glass" },
    ...(state.bond.laidMl !== null ? [{ is: "settled" } as const] : []),
    // Bubbles that were found are not looked for again before a run has been given to them.
    ...(state.bond.bubblesLeft > 0 ? [{ is: "chamber-over" } as const] : []),
  ],
  faults: () => null,
  does: ({ state }, { bubbles }, { seq }) => {
    const seen = { ...state, bond: { ...state.bond, bubblesLeft: bubbles } };
    if (bubbles === 0) return withLine(seen, "glass", { airless: true });
    // After a run that did not take them, somebody decides what follows.
    return state.bond.chamberRuns > 0
      ? { ...seen, intake: { ...seen.intake, trouble: { fn: null, kind: "bubbles" as const, seq } } }
      : seen;
  },
  reopens: () => [],
  words: (_, { bubbles }) => message("move.looked-for-bubbles", { bubbles }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 1,
  example: { bubbles: 0 },
});
