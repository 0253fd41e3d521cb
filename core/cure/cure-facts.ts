import type { FactRules } from "../job/fact.ts";
import type { Scene } from "../device/scene.ts";
import type { CureSlot, Exposure, Zone } from "./cure-slot.ts";

export type CureFact =
  | { is: "lamp-read" }
  | { is: "exposure-chosen" }
  | { is: "lamp-on"; zone: Zone }
  | { is: "lamp-off" }
  /** A zone has had the light that was worked out for it. */
  | { is: "lit"; zone: Zone }
  | { is: "seep-wiped" };

/** Seconds that a zone asks for. */
export function zoneS({ tackS, sideTackS, faceS, edgeS }: Exposure, zone: Zone): number {
  if (zone === "tack") return tackS;
  if (zone.startsWith("side ")) return sideTackS;
  return zone.startsWith("edge ") ? edgeS : faceS;
}

/** Seconds of light that a zone still wants; null before an exposure is chosen. */
export const zoneLeftS = ({ exposure, hadS }: CureSlot, zone: Zone): number | null =>
  exposure === null ? null : Math.max(0, zoneS(exposure, zone) - (hadS[zone] ?? 0));

export const cureFacts: FactRules<Scene, CureFact> = {
  "lamp-read": { signable: false, holds: ({ state }) => state.cure.lamp !== null },
  "exposure-chosen": { signable: false, holds: ({ state }) => state.cure.exposure !== null },
  "lamp-on": {
    signable: false,
    holds: ({ state, nowMs }, { zone }) => {
      const { lit } = state.cure;
      const left = zoneLeftS(state.cure, zone);
      return lit?.zone === zone && left !== null && nowMs >= lit.sinceMs + left * 1_000;
    },
    untilMs: ({ state }, { zone }) => {
      const { lit } = state.cure;
      const left = zoneLeftS(state.cure, zone);
      return lit?.zone === zone && left !== null ? lit.sinceMs + left * 1_000 : null;
    },
  },
  "lamp-off": { signable: false, holds: ({ state }) => state.cure.lit === null },
  lit: {
    signable: true,
    holds: ({ state }, { zone }) => {
      const left = zoneLeftS(state.cure, zone);
      return left !== null && left < 0.5;
    },
  },
  "seep-wiped": { signable: true, holds: ({ state }) => state.cure.seepWiped },
};
