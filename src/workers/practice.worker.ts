import { evenHand } from "../../core/practice/sweep-hands.ts";
import {
  AT_REST,
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

let truth: SweepTruth | null = null;
let speed: PracticeSpeed = 1;
let state: SweepState | null = null;
let hand = AT_REST;
let hands: SweepHand[] = [];
let own: SeenSweep[] = [];
let timer: ReturnType<typeof setInterval> | undefined;

function seen(of: SweepTruth, at: SweepState, held: SweepHand): SeenSweep {
  return {
    tS: at.tS,
    shares: Float32Array.from(at.doseMjCm2.flat(), (dose) => dose / of.requiredMjCm2),
    leastShare: leastDose(at).doseMjCm2 / of.requiredMjCm2,
    skinMjCm2: at.skinMjCm2,
    hand: held,
  };
}

/** Each second of a good hand's sweep, with where the hand was then. */
function goodSeconds(of: SweepTruth): SeenSweep[] {
  const by = evenHand(of, speed);
  return played(of, by, speed).seconds.map((at, k) =>
    seen(of, at, by[Math.max(0, k * FRAMES_PER_S - 1)] ?? by.at(-1)!),
  );
}

function end(): void {
  clearInterval(timer);
  if (!truth || !state) return;
  if (hands.length % FRAMES_PER_S !== 0) own.push(seen(truth, state, hand));
  tell({
    ended: { lost: sweepVerdict(truth, state), tookS: state.tS, hands, own, good: goodSeconds(truth) },
  });
  state = null;
}

function tick(): void {
  if (!truth || !state) return;
  state = sweepStep(truth, state, hand, speed / FRAMES_PER_S);
  hands.push(hand);
  const now = seen(truth, state, hand);
  if (hands.length % FRAMES_PER_S === 0) own.push(now);
  if (state.lost) end();
  else tell({ seen: now });
}

self.onmessage = ({ data }: MessageEvent<ToPractice>) => {
  if ("begin" in data) {
    clearInterval(timer);
    ({ speed } = data.begin);
    truth = sweepOf(data.begin.seed);
    state = sweepBegun(truth);
    hand = AT_REST;
    hands = [];
    own = [seen(truth, state, hand)];
    timer = setInterval(tick, 1_000 / FRAMES_PER_S);
  } else if ("hand" in data) ({ hand } = data);
  else end();
};
