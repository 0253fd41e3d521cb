import { everyNth, FRAMES_PER_S, held, type Exercise } from "./exercise.ts";
import {
  NEAR_CABLE_MM,
  wireAtRest,
  wireBegun,
  wireGlue,
  wireHand,
  wireOf,
  wireStep,
  wireVerdict,
  type WireHand,
  type WireState,
  type WireTask,
  type WireTruth,
} from "./wire.ts";

const CONTACT_SPARE = 1.25;
/** At this share of what drags no shards. */
const SPARE = 0.6;

const plannedPlate = (task: WireTask): number =>
  [95, 90, 85, 80].find((plateC) => wireGlue(task, plateC, CONTACT_SPARE).hottest === null) ?? 75;

/** Heats, then draws both ends down together at a speed, to where the cable is near. */
function drawn(
  task: WireTask,
  { plateC = plannedPlate(task), speedMmS = SPARE * task.shardMmS, beyondMm = 0 } = {},
): WireHand[] {
  const start = { ...wireAtRest(), plateC };
  const toMm = task.panel.heightMm - task.cableMm - NEAR_CABLE_MM / 2 + beyondMm;
  const frames = Math.ceil((toMm / speedMmS) * FRAMES_PER_S);
  const way = Array.from({ length: frames }, (_, k) => {
    const mm = (toMm * (k + 1)) / frames;
    return { ...start, heated: true, leftMm: mm, rightMm: mm };
  });
  return [...held(start), ...held({ ...start, heated: true }), ...way, ...held(way.at(-1)!)];
}

/** A good hand: warm, both ends together, slow enough for the shards, stopped above the cable. */
export const evenWire = (task: WireTask, times = 1): WireHand[] => everyNth(drawn(task), times);

/** From a plate that is hardly warm, by force. */
export const coldWire = (task: WireTask, times = 1): WireHand[] =>
  everyNth(drawn(task, { plateC: 25, speedMmS: 20 }), times);

/** Warm, and as fast over the cracks as between them. */
export const fastWire = (task: WireTask, times = 1): WireHand[] =>
  everyNth(drawn(task, { speedMmS: 2 * task.shardMmS }), times);

/** On over the cable. */
export const wireOverCable = (task: WireTask, times = 1): WireHand[] =>
  everyNth(drawn(task, { beyondMm: 2 * NEAR_CABLE_MM }), times);

export const wire: Exercise<WireTruth, WireHand, WireState> = {
  hand: wireHand,
  drawn: wireOf,
  atRest: wireAtRest,
  begun: wireBegun,
  step: wireStep,
  verdict: wireVerdict,
  goodHand: evenWire,
};
