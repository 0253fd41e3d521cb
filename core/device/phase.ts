import type { StageName } from "../stage.ts";
import { markSeq } from "./ask.ts";
import type { Scene } from "./scene.ts";

/** To which slab of the pile it belongs that a device is joined, powered or tried: to the one that the work is at. */
export function phaseOf({ state }: Scene): StageName {
  if (markSeq(state, "shut") > 0 && state.open.casing === "shut") return "close";
  if (markSeq(state, "renewed") > 0) return "prove";
  const isOff = (["glass", "front", "rear", "display"] as const).some(
    (line) => markSeq(state, `${line} off`) > 0,
  );
  return isOff ? "lift" : "open";
}

/** The slab that the work is at: that of the last thing that was done. What is read, noted or photographed in between belongs there too. */
export const workedStage = ({ state }: Scene): StageName => state.at;
