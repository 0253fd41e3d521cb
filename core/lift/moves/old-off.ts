import { z } from "zod";
import { hasScrews, isFromFront, linesNow, looseParts, withLine, withMark } from "../../device/ask.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { lineKeys, untouchedLine } from "../../device/line.ts";
import { lineOf } from "../../device/ask.ts";
import { methodOf } from "../../heat/heat-methods.ts";
import { keptBy } from "../../kept-by.ts";
import { message } from "../../job/message.ts";
import { allConnectorsOpen, handsIn } from "../../open/open-facts.ts";
import type { Family } from "../../stack/family.ts";
import { oneOf } from "../../units.ts";

const movingOut = keptBy((family: Family): readonly DeviceFact[] =>
  looseParts(family).flatMap(({ key, goes }): DeviceFact[] =>
    goes === "to the new layer" ? [{ is: "part-out", part: key }] : [],
  ),
);

/** The old layer, or the whole old display, is off and laid aside. */
export const oldOff = defineMove({
  kind: "old-off",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    line: oneOf(lineKeys),
  }),
  told: "press",
  meets: ["old-off"],
  offers: (scene, fact) =>
    fact?.is === "old-off"
      ? [{ line: fact.line }]
      : lineKeys.flatMap((line) => (lineOf(scene.state, line).old === "on" ? [{ line }] : [])),
  needs: (scene, { line }): DeviceFact[] => {
    const { family } = scene;
    const moving = movingOut(family);
    if (line === "display") {
      return [
        ...handsIn,
        ...allConnectorsOpen(scene),
        ...(hasScrews(family, "module") ? [{ is: "screws-out", holds: "module" } as const] : []),
        ...moving,
      ];
    }
    if (line === "glass") {
      return [
        ...(isFromFront(scene) ? [...handsIn, ...allConnectorsOpen(scene)] : []),
        { is: "parted", line },
        { is: "off-heat" },
        ...moving,
      ];
    }
    return [{ is: "parted", line }];
  },
  faults: (scene, { line }) =>
    !linesNow(scene).includes(line)
      ? message("fault.line-not-on-route", { line })
      : lineOf(scene.state, line).old === "off"
        ? message("fault.off-already", { line })
        : null,
  does: (scene, { line }, { seq, atMs }) => {
    const { heat } = scene.state.lift;
    const state = withMark(
      withLine(scene.state, line, { ...untouchedLine, old: "off", partedPct: 100 }),
      `${line} off`,
      seq,
    );
    const wasFrozen = line === "glass" && heat !== null && methodOf(heat.method).isCold;
    return {
      ...state,
      lift: {
        ...state.lift,
        windowUntilMs: null,
        dryFromMs: wasFrozen ? atMs + (heat.thawS ?? 86_400) * 1_000 : state.lift.dryFromMs,
      },
    };
  },
  reopens: () => ["stack"],
  words: (_, { line }) => message("move.old-off", { line }),
  hazard: (_, { line }) => (line === "glass" ? "glass" : null),
  minutes: () => 2,
  hands: 1,
  example: { line: "glass" },
});
