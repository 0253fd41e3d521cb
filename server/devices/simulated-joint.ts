import { interpolate } from "../../core/interpolate.ts";
import { alloyNamed } from "../../core/materials/alloys.ts";
import type { AlloyName } from "../../core/materials/alloy-names.ts";

const ROOM_C = 23;
/** How the stand-in's hand leads the hot air: K/s up to the soak and to the peak, and down; s at the soak and at the peak. */
const HAND = { upKs: 1.8, toPeakKs: 1.4, downKs: 2.8, soakS: 85, peakS: 35 } as const;

/** What a joint does under the hot air of the stand-in's hand, from the moment when it begins: about as an alloy wants it. */
export function simulatedJoint(alloy: AlloyName, startedMs: number): (nowMs: number) => number {
  const { soak, peakC } = alloyNamed(alloy);
  const top = (peakC.least.value + peakC.most.value) / 2;
  const times = [0];
  const then = (s: number) => times.push(times.at(-1)! + s);
  then((soak.fromC - ROOM_C) / HAND.upKs);
  then(HAND.soakS);
  then((top - soak.toC) / HAND.toPeakKs);
  then(HAND.peakS);
  then((top - ROOM_C) / HAND.downKs);
  const levels = [ROOM_C, soak.fromC, soak.toC, top, top, ROOM_C];
  return (nowMs) => interpolate(times, levels, (nowMs - startedMs) / 1_000);
}
