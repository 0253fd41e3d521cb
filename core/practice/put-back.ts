import { z } from "zod";
import { randomStream } from "../random.ts";
import { boundedWhole, oneOf } from "../units.ts";
import type { Loss } from "./exercise.ts";
import {
  acts,
  canDo,
  connectors,
  holes,
  isShut,
  type Act,
  type Connector,
  type FlapWay,
  type Hole,
  type PutBackReason,
  type PutBackState,
  type PutBackTruth,
  type ScrewMm,
} from "./put-back-acts.ts";

/** Nobody does more. */
const MOST_ACTS = 200;

export const putBackHand = z.strictObject({
  act: oneOf(acts as [Act, ...Act[]]),
  /** How many acts there were with this one. */
  done: boundedWhole(0, MOST_ACTS),
});
export type PutBackHand = z.output<typeof putBackHand>;

/**
 * A device as a seed has it: the long screw elsewhere, connectors that close another way.
 *
 * @example
 * putBackOf(1).takes["bracket 1"] // 3
 */
export function putBackOf(seed: number): PutBackTruth {
  const next = randomStream(seed * 9_433 + 101);
  const long = 1 + Math.floor(3 * next());
  const shell = (hole: number): ScrewMm => (hole === long ? 6 : 4);
  const way = (): FlapWay => (next() < 0.5 ? "up" : "down");
  return {
    takes: { "shell 1": shell(1), "shell 2": shell(2), "shell 3": shell(3), "bracket 1": 3, "bracket 2": 3 },
    closes: { battery: way(), flex: way() },
  };
}

export const putBackAtRest = (): PutBackHand => ({ act: "out shell 1", done: 0 });

export const putBackBegun = ({ takes }: PutBackTruth): PutBackState => ({
  tS: 0,
  lost: null,
  screws: { ...takes },
  tray: [],
  on: { shell: true, gasket: true, bracket: true, panel: true },
  joined: { battery: true, flex: true },
  liner: true,
  wasApart: false,
  done: 0,
  last: null,
});

/** What is wrong with doing it now; null where nothing is. */
function wrongWith(
  { takes, closes }: PutBackTruth,
  { joined }: PutBackState,
  act: Act,
): Loss<PutBackReason> | null {
  const [what, first, second, third] = act.split(" ");
  const lost = (reason: PutBackReason, had: number, limit: number) => ({ reason, at: null, had, limit });
  if (what === "in") {
    const [mm, takesMm] = [Number(third), takes[`${first!} ${second!}` as Hole]];
    return mm > takesMm ? lost("cracked", mm, takesMm) : mm < takesMm ? lost("loose", mm, takesMm) : null;
  }
  const isFlex = first === "flex" && (what === "open" || what === "close");
  if (isFlex && joined.battery) return lost("live", 1, 0);
  if (what === "close" && second !== closes[first as Connector]) return lost("latch", 0, 0);
  const open = connectors.filter((connector) => !joined[connector]).length;
  return act === "lay bracket" && open > 0 ? lost("pinched", open, 0) : null;
}

/** How things lie after it. */
function after(
  state: PutBackState,
  act: Act,
): Pick<PutBackState, "screws" | "tray" | "on" | "joined" | "liner" | "wasApart"> {
  const { screws, tray, on, joined, liner, wasApart } = state;
  const same = { screws, tray, on, joined, liner, wasApart };
  const [what, first, second, third] = act.split(" ");
  const hole = `${first!} ${second!}` as Hole;
  switch (what) {
    case "out":
      return {
        ...same,
        screws: { ...screws, [hole]: null },
        tray: [...tray, screws[hole]!].sort((a, b) => a - b),
      };
    case "in": {
      const mm = Number(third) as ScrewMm;
      const k = tray.indexOf(mm);
      return { ...same, screws: { ...screws, [hole]: mm }, tray: tray.filter((_, i) => i !== k) };
    }
    case "open":
    case "close":
      return { ...same, joined: { ...joined, [first!]: what === "close" } };
    case "peel":
      return { ...same, liner: false };
    case "take":
      return { ...same, on: { ...on, [first!]: false } };
    case "lift":
      return { ...same, wasApart: true, on: { ...on, panel: false } };
    default:
      return { ...same, on: { ...on, [first!]: true } };
  }
}

export function putBackStep(
  truth: PutBackTruth,
  state: PutBackState,
  { act, done }: PutBackHand,
  dtS: number,
): PutBackState {
  const tS = state.tS + dtS;
  if (done <= state.done) return { ...state, tS };
  // What hands cannot do they do not do.
  if (!canDo(state, act)) return { ...state, tS, done };
  const lost = wrongWith(truth, state, act);
  return lost
    ? { ...state, tS, done, last: act, lost }
    : { ...state, tS, done, last: act, ...after(state, act) };
}

/** Shut, with everything in it and nothing in it that belongs off. */
export function putBackVerdict(_: PutBackTruth, state: PutBackState): Loss<PutBackReason> | null {
  const { on, joined, liner, screws } = state;
  if (!isShut(state)) return { reason: "not shut", at: null, had: state.done, limit: 0 };
  const left = [
    !on.gasket,
    !on.bracket,
    liner,
    ...connectors.map((connector) => !joined[connector]),
    ...holes.map((hole) => screws[hole] === null),
  ].filter(Boolean).length;
  return left > 0 ? { reason: "forgotten", at: null, had: left, limit: 0 } : null;
}
