import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { hasScrews, isFromFront, isOnFrame, isTaped, lineOf, looseParts } from "../../device/ask.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { methodOf } from "../../heat/heat-methods.ts";
import { message } from "../../job/message.ts";
import { bounded } from "../../units.ts";
import { allConnectorsOpen, beforeOpening } from "../../open/open-facts.ts";

/** What must be so before a stack goes on the heat or into the cold. */
function beforeHeat(scene: Scene): DeviceFact[] {
  const { family, state } = scene;
  // Glass that opens from the front is warmed along its rim while the device is whole: it is only off.
  if (isFromFront(scene)) return beforeOpening(scene);
  const harm = state.lift.heat && methodOf(state.lift.heat.method).isCold ? "frost" : "heat";
  return [
    ...beforeOpening(scene),
    { is: "casing-open" },
    // The panel is found good before it is risked.
    ...(isTaped(scene) ? [] : ([{ is: "shown", fn: "picture", since: "opened" }] as const)),
    { is: "safe" },
    ...allConnectorsOpen(scene),
    ...looseParts(family).flatMap(({ key, harmedBy, kind }): DeviceFact[] =>
      harmedBy.includes(harm) || kind === "cell" ? [{ is: "part-out", part: key }] : [],
    ),
    ...(hasScrews(family, "module") ? [{ is: "screws-out", holds: "module" } as const] : []),
    // The frame is warmed empty.
    ...(isOnFrame(scene)
      ? looseParts(family).map(({ key }): DeviceFact => ({ is: "part-out", part: key }))
      : []),
  ];
}

/** On the heat, or into the cold; any number of times. */
export const soakStarted = defineMove({
  kind: "soak-started",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({ forS: bounded(5, 36_000) }),
  told: "press",
  meets: ["soaking", "soaked", "workable"],
  offers: ({ state }) => (state.lift.soakingSinceMs !== null ? [] : [{ forS: state.lift.heat?.soakS ?? 90 }]),
  needs: (scene) => [{ is: "heat-chosen" }, ...beforeHeat(scene)],
  faults: ({ state }, { forS }) =>
    state.lift.soakingSinceMs !== null
      ? message("fault.on-the-heat")
      : lineOf(state, "glass").partedPct >= 99.99
        ? message("fault.parted-already")
        : lineOf(state, "glass").old === "off"
          ? message("fault.glass-off-already")
          : state.lift.heat && forS > state.lift.heat.soakS + 0.5
            ? message("fault.soaked-too-long", { most: durationText(state.lift.heat.soakS) })
            : null,
  does: ({ state }, { forS }, { atMs }) => ({
    ...state,
    lift: {
      ...state.lift,
      soakingSinceMs: atMs,
      soakForS: forS,
      windowUntilMs: null,
      heatAway: false,
      soaks: [...state.lift.soaks, { startedMs: atMs, endedMs: null }],
    },
  }),
  reopens: () => ["stack"],
  words: ({ state }, { forS }) =>
    message("move.soak-started", {
      method: state.lift.heat?.method ?? "plate",
      again: state.lift.soaks.length > 0 ? "yes" : "no",
      time: durationText(forS),
    }),
  hazard: ({ state }) => (state.lift.heat && methodOf(state.lift.heat.method).isCold ? "cold" : "heat"),
  minutes: () => 0.2,
  hands: 1,
  example: { forS: 90 },
});
