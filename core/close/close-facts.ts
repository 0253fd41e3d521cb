import { FRESH_S } from "../clean/fresh.ts";
import type { Scene } from "../device/scene.ts";
import type { FactRules } from "../job/fact.ts";

export type CloseFact =
  | { is: "inside-wiped" }
  | { is: "liners-off"; liner: string }
  | { is: "liners-counted" }
  | { is: "shut" }
  | { is: "squeezing" }
  | { is: "squeezed" }
  | { is: "outside-clean" }
  | { is: "customer-told" }
  | { is: "certificate-signed" };

/** How long a tape is squeezed, s. Common practice, no source. */
export const SQUEEZE_S = 30;

export const closeFacts: FactRules<Scene, CloseFact> = {
  "inside-wiped": {
    signable: true,
    holds: ({ state, nowMs }) =>
      state.close.insideWipedAtMs !== null && nowMs - state.close.insideWipedAtMs <= FRESH_S * 1_000,
  },
  "liners-off": { signable: true, holds: ({ state }, { liner }) => (state.close.linersOn[liner] ?? 0) === 0 },
  "liners-counted": {
    signable: true,
    holds: ({ state }) => {
      const { linersCounted, linersPeeled, linersOn } = state.close;
      if (Object.values(linersOn).some((on) => on > 0)) return false;
      return linersPeeled === 0 || (linersCounted !== null && linersCounted.count === linersPeeled);
    },
  },
  shut: { signable: false, holds: ({ state }) => state.open.casing === "shut" },
  squeezing: {
    signable: false,
    holds: ({ state, nowMs }) =>
      state.bond.squeezeSinceMs !== null && nowMs >= state.bond.squeezeSinceMs + SQUEEZE_S * 1_000,
    untilMs: ({ state }) =>
      state.bond.squeezeSinceMs === null ? null : state.bond.squeezeSinceMs + SQUEEZE_S * 1_000,
  },
  squeezed: { signable: true, holds: ({ state }) => state.bond.squeezed },
  "outside-clean": { signable: false, holds: ({ state }) => state.close.outsideClean },
  "customer-told": { signable: false, holds: ({ state }) => state.close.told !== null },
  "certificate-signed": { signable: false, holds: ({ state }) => state.close.certificateSigned !== null },
};
