import { evenHand } from "../../core/practice/sweep-hands.ts";
import {
  FRAMES_PER_S,
  leastDose,
  played,
  sweepBegun,
  sweepOf,
  sweepStep,
  sweepVerdict,
  type SweepHand,
  type SweepLoss,
  type SweepState,
  type SweepTruth,
} from "../../core/practice/sweep.ts";
import type { PracticeSpeed } from "../../core/practice/attempt.ts";

/** What a page tells the physics. */
export type ToPractice =
  | { begin: { seed: number; speed: PracticeSpeed } }
  | { hand: SweepHand }
  /** The hand says that it is done. */
  | { done: true };

/** What is seen of a sweep at a moment: of each place the share of its dose, by rows. */
export interface SeenSweep {
  tS: number;
  shares: Float32Array;
  leastShare: number;
  skinMjCm2: number;
  hand: SweepHand;
}

/** A sweep that is over: why it was lost, what the hand did, and each second of it beside a good hand's. */
export interface EndedSweep {
  lost: SweepLoss | null;
  tookS: number;
  hands: SweepHand[];
  own: SeenSweep[];
  good: SeenSweep[];
}

export type FromPractice = { seen: SeenSweep } | { ended: EndedSweep };

const tell = (message: FromPractice) => self.postMessage(message);
const AT_REST: SweepHand = { xMm: -15, yMm: -15, on: false };

let truth: SweepTruth | null = null;
let speed: PracticeSpeed = 1;
let state: SweepState | null = null;
let hand = AT_REST;
let hands: SweepHand[] = [];
let timer: ReturnType<typeof setInterval> | undefined;

function seen(of: SweepTruth, at: SweepState, held: SweepHand): SeenSweep {
  return {
    tS: at.tS,
    shares: Float32Array.from(at.doseMjCm2.flat(), (dose) => dose / of.requiredMjCm2),
    leastShare: leastDose(of, at).doseMjCm2 / of.requiredMjCm2,
    skinMjCm2: at.skinMjCm2,
    hand: held,
  };
}

/** Each second of a sweep, with where the hand was then. */
const secondsOf = (of: SweepTruth, by: readonly SweepHand[]): SeenSweep[] =>
  played(of, by, speed).seconds.map((at, k) =>
    seen(of, at, by[Math.max(0, k * FRAMES_PER_S - 1)] ?? by.at(-1) ?? AT_REST),
  );

function end(): void {
  clearInterval(timer);
  if (!truth || !state) return;
  tell({ seen: seen(truth, state, hand) });
  tell({
    ended: {
      lost: sweepVerdict(truth, state),
      tookS: state.tS,
      hands,
      own: secondsOf(truth, hands),
      good: secondsOf(truth, evenHand(truth, speed)),
    },
  });
  state = null;
}

function tick(): void {
  if (!truth || !state) return;
  state = sweepStep(truth, state, hand, speed / FRAMES_PER_S);
  hands.push(hand);
  if (state.lost) end();
  else tell({ seen: seen(truth, state, hand) });
}

self.onmessage = ({ data }: MessageEvent<ToPractice>) => {
  if ("begin" in data) {
    clearInterval(timer);
    ({ speed } = data.begin);
    truth = sweepOf(data.begin.seed);
    state = sweepBegun(truth);
    hand = AT_REST;
    hands = [];
    timer = setInterval(tick, 1_000 / FRAMES_PER_S);
  } else if ("hand" in data) ({ hand } = data);
  else end();
};
