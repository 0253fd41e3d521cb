import { screwsHolding, looseParts, markSeq, pluggable } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import type { FactRules } from "../job/fact.ts";
import { keptBy } from "../kept-by.ts";
import type { Family, ScrewHolds } from "../stack/family.ts";
import { USUAL_DISCHARGE_S } from "./discharge.ts";
import { screwLedger } from "./screw-ledger.ts";

export type OpenFact =
  | { is: "off" }
  | { is: "unplugged" }
  | { is: "discharged" }
  | { is: "licence" }
  | { is: "back-rim-warm" }
  | { is: "back-rim-cut" }
  | { is: "screws-out"; holds: ScrewHolds }
  | { is: "screws-back"; holds: ScrewHolds }
  | { is: "screw-fits"; cell: number; hole: number }
  | { is: "casing-open" }
  | { is: "isolated" }
  /** Isolated, and seen to be dead since. */
  | { is: "safe" }
  | { is: "connector-open"; connector: string }
  | { is: "connector-joined"; connector: string }
  | { is: "supply-joined" }
  | { is: "plugged" }
  | { is: "running" }
  | { is: "part-out"; part: string }
  | { is: "part-back"; part: string };

/** When the capacitors have had their time; null while the plug is in. */
const dischargedAtMs = ({ family, state }: Scene): number | null =>
  state.open.plugged || state.open.unpluggedAtMs === null
    ? null
    : state.open.unpluggedAtMs + (family.dischargeS ?? USUAL_DISCHARGE_S) * 1_000;

const isDischarged = (scene: Scene): boolean => {
  const fromMs = dischargedAtMs(scene);
  return fromMs !== null && scene.nowMs >= fromMs;
};

export const openFacts: FactRules<Scene, OpenFact> = {
  off: { signable: false, holds: ({ state }) => !state.open.on },
  unplugged: { signable: false, holds: ({ state }) => !state.open.plugged },
  discharged: {
    signable: false,
    holds: isDischarged,
    untilMs: dischargedAtMs,
  },
  licence: { signable: false, holds: ({ state }) => state.open.licence },
  "back-rim-warm": { signable: false, holds: ({ state }) => state.open.backRim === "warm" },
  "back-rim-cut": { signable: false, holds: ({ state }) => state.open.backRim === "cut" },
  "screws-out": {
    signable: false,
    holds: (scene, { holds }) =>
      screwsHolding(scene, holds).every(({ screw }) => screw !== "in" && screw !== "back"),
  },
  "screws-back": {
    signable: true,
    holds: (scene, { holds }) => {
      const own = screwsHolding(scene, holds);
      const { leftOver } = screwLedger(scene.family, scene.state.open.screws);
      return leftOver === 0 && own.every(({ screw }) => screw === "in" || screw === "back");
    },
  },
  // A screw that is longer, thicker or of another head than its hole goes in only under somebody's name.
  "screw-fits": { signable: true, holds: () => false },
  "casing-open": { signable: false, holds: ({ state }) => state.open.casing === "open" },
  isolated: { signable: false, holds: ({ state }) => state.open.board === "isolated" },
  safe: {
    signable: false,
    holds: ({ state }) => state.open.board === "isolated" && state.open.provedDead && !state.open.on,
  },
  "connector-open": {
    signable: false,
    holds: ({ state }, { connector }) => state.open.connectors[connector] === "open",
  },
  "connector-joined": {
    signable: false,
    holds: ({ state }, { connector }) => state.open.connectors[connector] === "joined",
  },
  "supply-joined": { signable: false, holds: ({ state }) => state.open.board === "joined" },
  plugged: { signable: false, holds: ({ state }) => state.open.plugged },
  running: { signable: false, holds: ({ state }) => state.open.on },
  "part-out": {
    signable: false,
    holds: ({ state }, { part }) => state.open.parts[part] === "out" || state.open.parts[part] === "moved",
  },
  "part-back": {
    signable: true,
    holds: ({ family, state }, { part }) => {
      const is = state.open.parts[part];
      const { goes } = looseParts(family).find(({ key }) => key === part)!;
      if (goes === "new each time") return is === "new" || (is === "in" && markSeq(state, "opened") === 0);
      return goes === "to the new layer" ? is === "in" || is === "moved" : is === "in";
    },
  },
};

/** What must be so before a screwdriver goes near: off, unplugged, and at the mains its capacitors emptied. */
export function beforeOpening({ family }: Pick<Scene, "family">): OpenFact[] {
  if (family.power === "cell") return [{ is: "off" }];
  if (family.power === "supply") return [{ is: "off" }, { is: "unplugged" }];
  return [{ is: "off" }, { is: "unplugged" }, { is: "discharged" }, { is: "licence" }];
}

/**
 * What must be so before hands go in: on no heat, isolated and proved dead. That it is open, off, unplugged and emptied is what
 * isolating needs, and nothing of it can be undone while it is isolated.
 */
export const handsIn: readonly (OpenFact | { is: "off-heat" })[] = [{ is: "off-heat" }, { is: "safe" }];

/** Every connector is to be open, the last one of the list first in the way back. */
export const allConnectorsOpen = ({ family }: Pick<Scene, "family">): readonly OpenFact[] =>
  connectorsOpen(family);
const connectorsOpen = keptBy((family: Family): readonly OpenFact[] =>
  pluggable(family).map(({ key }) => ({ is: "connector-open", connector: key })),
);
