import type { Scene } from "../device/scene.ts";
import { routeNow } from "../device/ask.ts";
import type { FactRules } from "../job/fact.ts";
import type { Joint } from "../stack/family.ts";
import { calculateContactCheck, type ContactCheck } from "./contact-check.ts";
import { jointOf } from "./joint.ts";
import type { ReworkSlot } from "./rework-slot.ts";

export type ReworkFact =
  | { is: "sheets-photographed" }
  | { is: "alloy-chosen" }
  | { is: "shielded" }
  | { is: "old-desoldered" }
  | { is: "pins-home" }
  | { is: "soldered" }
  | { is: "flux-off" }
  /** Every pair was probed and does as it should. */
  | { is: "joint-sound" };

/** Whether the route has a joint to work at all. */
export const isReworked = (scene: Scene): boolean =>
  routeNow(scene) === "backlight" || routeNow(scene) === "add-on-touch";

/** The joint that is worked: the backlight's, or that of the add-on layer's controller. */
export const jointNow = (scene: Scene): Joint =>
  routeNow(scene) === "add-on-touch"
    ? (scene.family.addOnTouch ?? jointOf(scene.family))
    : jointOf(scene.family);

const kept = new WeakMap<ReworkSlot["probes"], { joint: Joint; check: ContactCheck }>();

/** How the joint stands by what was probed; kept for as long as the probes are. */
export function jointChecked(scene: Scene): ContactCheck {
  const { probes } = scene.state.rework;
  const joint = jointNow(scene);
  const before = kept.get(probes);
  if (before?.joint === joint) return before.check;
  const { contacts, nets, ends } = joint;
  const check = calculateContactCheck({
    contacts,
    nets,
    mode: ends ? ["ends", "neighbours"] : "neighbours",
    readings: [...probes],
  });
  kept.set(probes, { joint, check });
  return check;
}

export const isSound = ({ faults, untested, contradictions }: ContactCheck): boolean =>
  faults.length === 0 && untested.length === 0 && contradictions.length === 0;

export const reworkFacts: FactRules<Scene, ReworkFact> = {
  "sheets-photographed": { signable: true, holds: ({ state }) => state.rework.sheetsPhotographed },
  "alloy-chosen": { signable: false, holds: ({ state }) => state.rework.alloy !== null },
  shielded: { signable: true, holds: ({ state }) => state.rework.shielded },
  "old-desoldered": { signable: false, holds: ({ state }) => state.rework.oldOff },
  "pins-home": { signable: true, holds: ({ state }) => state.rework.pinsHome },
  soldered: { signable: false, holds: ({ state }) => state.rework.soldered },
  "flux-off": { signable: true, holds: ({ state }) => state.rework.fluxOff },
  "joint-sound": {
    signable: true,
    holds: (scene) => scene.state.rework.soldered && isSound(jointChecked(scene)),
  },
};
