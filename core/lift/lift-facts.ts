import { lineOf } from "../device/ask.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import { methodOf } from "../heat/heat-methods.ts";
import type { FactRules } from "../job/fact.ts";

export type LiftFact =
  | { is: "heat-chosen" }
  /** It lies on the heat or in the cold. */
  | { is: "soaking" }
  /** It has lain there as long as was chosen. */
  | { is: "soaked" }
  /** The glue line can be cut now: off the heat within its window, or on a heat that it stays on. */
  | { is: "workable" }
  /** All of the face or rim that can be reached is free. */
  | { is: "parted"; line: LineKey }
  | { is: "old-off"; line: LineKey }
  | { is: "heat-away" }
  /** It lies on no heat. */
  | { is: "off-heat" }
  /** Thawed, so that nothing settles on it any more. */
  | { is: "dry" };

const soakedFromMs = ({ state }: Scene): number | null =>
  state.lift.soakingSinceMs === null || state.lift.heat === null
    ? null
    : state.lift.soakingSinceMs + state.lift.soakForS * 1_000;

const isSoaked = (scene: Scene): boolean => {
  const fromMs = soakedFromMs(scene);
  return fromMs !== null && scene.nowMs >= fromMs;
};

export const liftFacts: FactRules<Scene, LiftFact> = {
  "heat-chosen": { signable: false, holds: ({ state }) => state.lift.heat !== null },
  soaking: { signable: false, holds: ({ state }) => state.lift.soakingSinceMs !== null },
  soaked: { signable: false, holds: isSoaked, untilMs: soakedFromMs },
  workable: {
    signable: false,
    holds: (scene) => {
      const { heat, windowUntilMs } = scene.state.lift;
      if (heat === null) return false;
      if (methodOf(heat.method).staysOn) return isSoaked(scene);
      return windowUntilMs !== null && scene.nowMs < windowUntilMs;
    },
    untilMs: (scene) => {
      const { heat } = scene.state.lift;
      return heat !== null && methodOf(heat.method).staysOn ? soakedFromMs(scene) : null;
    },
  },
  "off-heat": { signable: false, holds: ({ state }) => state.lift.soakingSinceMs === null },
  parted: { signable: false, holds: ({ state }, { line }) => lineOf(state, line).partedPct >= 99.99 },
  "old-off": { signable: false, holds: ({ state }, { line }) => lineOf(state, line).old === "off" },
  "heat-away": {
    signable: false,
    holds: ({ state }) => state.lift.soaks.length === 0 || state.lift.heatAway,
  },
  dry: {
    signable: false,
    holds: ({ state, nowMs }) => state.lift.dryFromMs === null || nowMs >= state.lift.dryFromMs,
    untilMs: ({ state }) => state.lift.dryFromMs,
  },
};
