import type { BenchFits } from "../heat/bench-fit.ts";
import type { BenchParting } from "../lift/bench-parting.ts";
import type { BenchChoices } from "./choose.ts";
import type { Scene } from "./scene.ts";

/** What a station knows of its heat and of how its glue parts. */
export interface KnownHere {
  fits: BenchFits;
  parting: BenchParting | null;
}

/** What a step begins with until somebody turns a dial. */
export const usualChoices = ({ fits, parting }: KnownHere): BenchChoices => ({
  method: "plate",
  fits,
  ...(parting ? { parting } : {}),
});

/** Moves whose setting a calculation works out; the others are taken as they are offered. */
const workedOut: ReadonlySet<string> = new Set([
  "heat-chosen",
  "soak-started",
  "dose-chosen",
  "pattern-chosen",
  "exposure-chosen",
  "axis-chosen",
  "lowered",
]);

/** What a setting is worked out for. */
export interface ChoiceAsked {
  /** Of the step that is worked on. */
  step: string;
  /** Says all that it rests on but the dials: two that are alike are worked out alike. */
  key: string;
  scene: Scene;
  kind: string;
  offered: unknown;
}

/** What a setting is worked out for, and with which dials. */
export interface ToChoose {
  asked: ChoiceAsked;
  choices: BenchChoices;
}

/**
 * What is to be worked out for the step that is next at `nowMs`; null where nothing is. `seq` and `lastMs` are of the job's last move.
 *
 * @example
 * choiceAsked("screws-taken", null, { seq: 9, lastMs: 0, nowMs: 1000 }, () => scene); // null
 */
export function choiceAsked(
  kind: string,
  offered: unknown,
  { seq, lastMs, nowMs }: { seq: number; lastMs: number; nowMs: number },
  sceneAt: (ms: number) => Scene,
): ChoiceAsked | null {
  if (!workedOut.has(kind)) return null;
  // A stack that cools goes back for longer: what is worked out for it is as of the minute.
  const waitedMin = kind === "soak-started" ? Math.max(1, Math.ceil((nowMs - lastMs) / 60_000)) : 0;
  const step = `${JSON.stringify(Object.keys(offered ?? {}))} ${seq} ${kind}`;
  return {
    step,
    key: `${step} ${waitedMin}`,
    scene: sceneAt(lastMs + 60_000 * waitedMin),
    kind,
    offered,
  };
}
