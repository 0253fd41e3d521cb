import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { isHeatedLine, lineOf, seamNow } from "../../device/ask.ts";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { heatMethodKinds, methodOf } from "../../heat/heat-methods.ts";
import { message } from "../../job/message.ts";
import { panelPoint } from "../../stack/panel-point.ts";
import { bounded, boundedWhole, oneOf } from "../../units.ts";

/** What the plan goes on with until the heat is worked out: values that a bench meets. Common practice, no source. */
const usual = { soakS: 90, windowS: 30, thawS: 600, stripMm: 10, speedMmS: 4 };

/** How it is warmed or frozen, worked out for this stack. */
export const heatChosen = defineMove({
  kind: "heat-chosen",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({
    method: oneOf(heatMethodKinds),
    settings: z.record(z.string().max(40), bounded(-1e6, 1e6)),
    soakS: bounded(1, 36_000),
    windowS: bounded(0, 3_600).nullable(),
    likelyWindowS: bounded(0, 3_600).optional(),
    thawS: bounded(0, 86_400).nullable(),
    stripMm: bounded(1, 200),
    speedMmS: bounded(0.1, 50),
    readyS: bounded(0, 36_000).nullable().optional(),
    endC: bounded(-100, 450).optional(),
    wire: z
      .strictObject({
        passes: z
          .array(
            z.strictObject({
              pathMm: bounded(0, 10_000),
              newPct: bounded(0, 100),
              swept: z.array(panelPoint).max(5_000),
            }),
          )
          .min(1)
          .max(9),
        mmS: bounded(0.01, 100),
        forceN: bounded(0, 1e6),
        breaksAtN: bounded(0, 1e6),
        behind: z.array(boundedWhole(0, 10_000)).max(10_000),
      })
      .optional(),
  }),
  told: "choice",
  meets: ["heat-chosen"],
  offers: ({ state, ...scene }, fact) =>
    fact === null && state.lift.soakingSinceMs !== null
      ? []
      : [
          {
            method: "plate" as const,
            settings: {},
            ...usual,
            thawS: null,
            speedMmS: seamNow({ state, ...scene })?.speedMmS ?? usual.speedMmS,
          },
        ],
  needs: never,
  faults: (scene, { method, windowS, thawS }) => {
    if (!isHeatedLine(scene, "glass")) return message("fault.nothing-heated");
    const { staysOn, isCold } = methodOf(method);
    if (scene.state.lift.soakingSinceMs !== null) return message("fault.on-the-heat");
    if (!staysOn && (windowS ?? 0) <= 5) return message("fault.no-window");
    return isCold && thawS === null ? message("fault.no-thaw") : null;
  },
  does: ({ state }, heat) => ({
    ...state,
    lift: {
      ...state.lift,
      heat,
      windowUntilMs: null,
      // What is half cut goes on in the pieces that it was begun in.
      cutBy: lineOf(state, "glass").free.length > 0 ? state.lift.cutBy : heat,
    },
  }),
  reopens: never,
  words: (_, { method, soakS, windowS, likelyWindowS }) =>
    message("move.heat-chosen", {
      method: methodOf(method).title,
      staysOn: methodOf(method).staysOn ? "yes" : "no",
      soak: durationText(soakS),
      window: durationText(Math.floor(windowS ?? 0)),
      isLikely: likelyWindowS ? "yes" : "no",
      likely: durationText(likelyWindowS ?? 0),
    }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: {
    method: "plate",
    settings: { plateC: 95 },
    soakS: 90,
    windowS: 30,
    thawS: null,
    stripMm: 10,
    speedMmS: 4,
  },
});
