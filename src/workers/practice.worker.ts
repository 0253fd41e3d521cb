import type { ExerciseName, PracticeSpeed } from "../../core/practice/attempt.ts";
import {
  FRAMES_PER_S,
  MOST_FRAMES,
  played,
  withHand,
  type Loss,
  type Moment,
} from "../../core/practice/exercise.ts";
import { exerciseNamed } from "../../core/practice/exercises.ts";

/** What a page tells the physics. */
export type ToPractice<Hand> =
  /** Only to see what a seed has drawn. */
  | { draw: { exercise: ExerciseName; seed: number } }
  | { begin: { exercise: ExerciseName; seed: number; speed: PracticeSpeed } }
  | { hand: Hand }
  /** The hand says that it is done. */
  | { done: true };

/** What a seed has drawn, and how the hand lies before it begins. */
export interface Drawn {
  seed: number;
  truth: unknown;
  hand: unknown;
}

/** How it stands at a moment, and what the hand does. */
export interface Seen<Hand, State> {
  state: State;
  hand: Hand;
}

/** An exercise that is over: why it was lost, what the hand did, and each second of it beside a good hand's. */
export interface EndedPractice<Hand, State> {
  lost: Loss | null;
  tookS: number;
  hands: Hand[];
  own: Seen<Hand, State>[];
  good: Seen<Hand, State>[];
}

export type FromPractice<Hand, State> =
  { drawn: Drawn } | { seen: Seen<Hand, State> } | { ended: EndedPractice<Hand, State> };

const tell = (message: FromPractice<unknown, Moment>) => self.postMessage(message);

/** What is being practised. */
interface Run {
  exercise: ReturnType<typeof exerciseNamed>;
  truth: unknown;
  speed: PracticeSpeed;
  state: Moment;
  hand: unknown;
  /** What the hand has done since it was looked at last. */
  coming: object[];
  hands: unknown[];
  own: Seen<unknown, Moment>[];
  timer: ReturnType<typeof setInterval>;
}
let run: Run | null = null;

/** Each second of a good hand's, with what the hand did then. */
function goodSeconds({ exercise, truth, speed }: Run): Seen<unknown, Moment>[] {
  const by = exercise.goodHand(truth, speed);
  return played(exercise, truth, by, speed).seconds.map((state, k) => ({
    state,
    hand: by[Math.max(0, Math.min(by.length, k * FRAMES_PER_S) - 1)]!,
  }));
}

function end(of: Run): void {
  run = null;
  clearInterval(of.timer);
  const { exercise, truth, state, hand, hands, own } = of;
  if (hands.length % FRAMES_PER_S !== 0) own.push({ state, hand });
  const lost = state.lost ?? exercise.verdict(truth, state);
  tell({ ended: { lost, tookS: state.tS, hands, own, good: goodSeconds(of) } });
}

function tick(): void {
  if (!run) return;
  const [next, ...coming] = run.coming;
  if (next) {
    run.hand = next;
    run.coming = coming;
  }
  const { exercise, truth, speed, hand, hands, own } = run;
  run.state = exercise.step(truth, run.state, hand, speed / FRAMES_PER_S);
  hands.push(hand);
  const now = { state: run.state, hand };
  if (hands.length % FRAMES_PER_S === 0) own.push(now);
  const isOver = exercise.isOver?.(run.state) || hands.length >= MOST_FRAMES;
  if (run.state.lost || isOver) end(run);
  else tell({ seen: now });
}

function draw({ exercise: name, seed }: { exercise: ExerciseName; seed: number }): Drawn {
  const exercise = exerciseNamed(name);
  const truth = exercise.drawn(seed);
  const drawn = { seed, truth, hand: exercise.atRest() };
  tell({ drawn });
  return drawn;
}

self.onmessage = ({ data }: MessageEvent<ToPractice<unknown>>) => {
  if ("draw" in data) draw(data.draw);
  else if ("begin" in data) {
    if (run) clearInterval(run.timer);
    const exercise = exerciseNamed(data.begin.exercise);
    const { truth, hand } = draw(data.begin);
    const state = exercise.begun(truth);
    const timer = setInterval(tick, 1_000 / FRAMES_PER_S);
    run = {
      exercise,
      truth,
      speed: data.begin.speed,
      state,
      hand,
      coming: [],
      hands: [],
      own: [{ state, hand }],
      timer,
    };
  } else if (run && "hand" in data) run.coming = withHand(run.coming, data.hand as object);
  else {
    // What it did right before it was done counts.
    while (run && run.coming.length > 0) tick();
    if (run) end(run);
  }
};
