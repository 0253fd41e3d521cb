import type { z } from "zod";
import type { Fact } from "./fact.ts";
import type { Message } from "./message.ts";

/** When and by whom something was recorded. `seq` counts from 1 within a job. */
export interface Stamp {
  id: string;
  seq: number;
  /** The server's receipt, ms since 1970: waits run by it. */
  atMs: number;
  who: string;
}

/**
 * How a move is told.
 * - `press`: hands did it, a timer was started or a wait ended. A pedal may record it.
 * - `answer`: somebody saw, measured or judged it: what is offered is only what is hoped for, so a finger says what it was.
 * - `choice`: a setting that a calculation or a person works out; what is offered only lets the plan go on.
 * - `word`: somebody answers for it: signs, agrees, tells, holds.
 */
export const tellings = ["press", "answer", "choice", "word"] as const;
export type Telling = (typeof tellings)[number];

/** One thing that can be done at the bench. Every field is asked for, so that the compiler says what was forgotten. */
export interface Move<Scene, State, F extends Fact, Stage extends string, Hazard extends string, Data> {
  kind: string;
  version: number;
  /** The slab of the pile that it lies on. */
  stage: (scene: Scene, data: Data) => Stage;
  data: z.ZodType<Data>;
  told: Telling;
  /** Names of the facts that it can bring about. */
  meets: readonly F["is"][];
  /** What could be recorded now; with a fact, what would bring that about. For an answer, what is hoped for. */
  offers: (scene: Scene, fact: F | null) => readonly Data[];
  /** What must be so before hands may do it, in the order in which it is to be brought about. */
  needs: (scene: Scene, data: Data) => readonly F[];
  /** What is wrong with it whatever else is so: a screw that is out already, a result that a calculation does not confirm. */
  faults: (scene: Scene, data: Data) => Message | null;
  does: (scene: Scene, data: Data, stamp: Stamp) => State;
  /** Things that it touches: what was shown of them before does not count any more. */
  reopens: (scene: Scene, data: Data) => readonly string[];
  words: (scene: Scene, data: Data) => Message;
  hazard: (scene: Scene, data: Data) => Hazard | null;
  /** How long it usually takes, min. */
  minutes: (scene: Scene, data: Data) => number;
  hands: 0 | 1 | 2;
  example: Data;
}

/** A move of any data: its own schema has parsed what it is asked with. */
export type AnyMove<Scene, State, F extends Fact, Stage extends string, Hazard extends string> = Move<
  Scene,
  State,
  F,
  Stage,
  Hazard,
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- a list of moves holds data of every shape
  any
>;

/** What happened, as it is kept: never changed, never removed. */
export interface Recorded<Stage extends string = string> {
  id: string;
  seq: number;
  kind: string;
  /** Of the move's data. */
  version: number;
  data: unknown;
  stage: Stage;
  who: string;
  /** The server's receipt. */
  atMs: number;
}

/** What a planner, a judge and a fold need to know of a trade. */
export interface Rules<
  Scene extends { state: State; nowMs: number },
  State extends { touched: Readonly<Record<string, number>> },
  F extends Fact,
  Stage extends string,
  Hazard extends string,
> {
  moves: readonly AnyMove<Scene, State, F, Stage, Hazard>[];
  /** The scene of another state at another moment: what the state says of the kind of device is so in it. */
  at: (scene: Scene, state: State, nowMs: number) => Scene;
  holds: (scene: Scene, fact: F) => boolean;
  untilMs: (scene: Scene, fact: F) => number | null;
  /** What is to be reached, in the trade's order, as far as it is known now. */
  goals: (scene: Scene) => readonly F[];
}
