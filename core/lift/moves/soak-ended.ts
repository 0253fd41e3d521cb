import { z } from "zod";
import { durationText } from "../../duration-text.ts";
import { defineMove, inStage } from "../../device/define-move.ts";
import { methodOf } from "../../heat/heat-methods.ts";
import { message } from "../../job/message.ts";

/** Off the heat: the window to cut begins. Taken off early it gives none, and goes back on. */
export const soakEnded = defineMove({
  kind: "soak-ended",
  version: 1,
  stage: inStage("lift"),
  data: z.strictObject({ early: z.boolean() }),
  told: "press",
  meets: ["workable", "off-heat"],
  offers: ({ state }, fact) => {
    if (state.lift.soakingSinceMs === null || !state.lift.heat) return [];
    // What is cut on its heat stays there until it is parted.
    return methodOf(state.lift.heat.method).staysOn && fact?.is === "workable"
      ? []
      : fact === null
        ? [{ early: false }, { early: true }]
        : [{ early: false }];
  },
  needs: ({ state }, { early }) =>
    early || (state.lift.heat && methodOf(state.lift.heat.method).staysOn)
      ? [{ is: "soaking" }]
      : [{ is: "soaking" }, { is: "soaked" }],
  faults: () => null,
  does: ({ state }, { early }, { atMs }) => {
    const { heat, soaks } = state.lift;
    const staysOn = heat !== null && methodOf(heat.method).staysOn;
    return {
      ...state,
      lift: {
        ...state.lift,
        soakingSinceMs: null,
        windowUntilMs: heat === null || staysOn || early ? null : atMs + (heat.windowS ?? 0) * 1_000,
        soaks: soaks.map((soak, i) => (i === soaks.length - 1 ? { ...soak, endedMs: atMs } : soak)),
      },
    };
  },
  reopens: () => [],
  words: ({ state }, { early }) =>
    message("move.soak-ended", {
      early: early ? "yes" : "no",
      method: state.lift.heat?.method ?? "plate",
      window: durationText(state.lift.heat?.windowS ?? 0),
    }),
  hazard: ({ state }) => (state.lift.heat && methodOf(state.lift.heat.method).isCold ? "cold" : "heat"),
  minutes: () => 0.1,
  hands: 1,
  example: { early: false },
});
