import { toRad } from "../lift/wire-pull.ts";
import {
  alignAtRest,
  alignBegun,
  alignHand,
  alignOf,
  alignStep,
  alignVerdict,
  borderOf,
  onBench,
  TACK_S,
  type AlignHand,
  type AlignState,
  type AlignTruth,
} from "./align.ts";
import { FRAMES_PER_S, type Exercise } from "./exercise.ts";

/** Well within what passes, mm: it drifts while it is tacked. */
const WELL_MM = 0.2;
/** Nobody nudges for longer, s. */
const LONGEST_S = 120;
/** A finger leads the glass by no more, mm. */
const LEAD_MM = 4;

/**
 * Nudges with both eyes on the border: turned first, by its right edge, then pushed by its middle, until the border is nearly even. Where
 * time goes `times` as fast a hand is seen that much less often, so it is played at that pace.
 */
function nudged(truth: AlignTruth, times: number): { hands: AlignHand[]; state: AlignState } {
  const { panel } = truth;
  const hands: AlignHand[] = [];
  let state = alignBegun(truth);
  const act = (hand: AlignHand) => {
    hands.push(hand);
    state = alignStep(truth, state, hand, times / FRAMES_PER_S);
  };
  const lead = (mm: number) => Math.max(-LEAD_MM, Math.min(LEAD_MM, mm));
  /** Takes hold at a place of the glass, and leads it from there until something is so. */
  const push = (
    armMm: number,
    by: (s: AlignState) => { xMm: number; yMm: number },
    isThere: (s: AlignState) => boolean,
  ) => {
    const rest = alignAtRest();
    act(rest);
    const from = {
      xMm: panel.widthMm / 2 + state.lying.xMm + armMm,
      yMm: panel.heightMm / 2 + state.lying.yMm,
    };
    act({ ...rest, ...from, on: true });
    for (let k = 0; k * times < LONGEST_S * FRAMES_PER_S && !isThere(state); k += 1) {
      const go = by(state);
      const held = onBench(truth, state.lying, state.grip!);
      act({ ...rest, xMm: held.xMm + lead(go.xMm), yMm: held.yMm + lead(go.yMm), on: true });
    }
    act(rest);
  };
  const armMm = 0.45 * panel.widthMm;
  push(
    armMm,
    (s) => ({ xMm: 0, yMm: -armMm * toRad(s.lying.turnDeg) }),
    (s) => Math.abs(s.lying.turnDeg) < 0.05,
  );
  push(
    0,
    (s) => ({ xMm: -s.lying.xMm, yMm: -s.lying.yMm }),
    (s) => borderOf(truth, s.lying).worstMm < WELL_MM,
  );
  return { hands, state };
}

const tacked = (seconds: number, times: number): AlignHand[] =>
  Array.from({ length: Math.ceil((seconds * FRAMES_PER_S) / times) + 2 }, () => ({
    ...alignAtRest(),
    tacked: true,
  }));
const waited = (seconds: number, times: number): AlignHand[] =>
  Array.from({ length: Math.ceil((seconds * FRAMES_PER_S) / times) }, alignAtRest);

/** A good hand: turned right, pushed right, tacked at once. */
export const evenBorder = (truth: AlignTruth, times = 1): AlignHand[] => [
  ...nudged(truth, times).hands,
  ...tacked(TACK_S, times),
];

/** Tacked as the glass was set down. */
export const asSetDown = (_: AlignTruth, times = 1): AlignHand[] => [alignAtRest(), ...tacked(TACK_S, times)];

/** Laid right, then left to drift for half a minute before it is tacked. */
export const leftToDrift = (truth: AlignTruth, times = 1): AlignHand[] => [
  ...nudged(truth, times).hands,
  ...waited(30, times),
  ...tacked(TACK_S, times),
];

export const align: Exercise<AlignTruth, AlignHand, AlignState> = {
  hand: alignHand,
  drawn: alignOf,
  atRest: alignAtRest,
  begun: alignBegun,
  step: alignStep,
  isOver: ({ tackedAtS, tS }) => tackedAtS !== null && tS - tackedAtS >= TACK_S,
  verdict: alignVerdict,
  goodHand: evenBorder,
};
