import { z } from "zod";
import { randomStream } from "../random.ts";
import { boundedWhole, oneOf } from "../units.ts";
import type { Loss, Moment } from "./exercise.ts";

/** Where screws sit: three hold the shell, two the bracket over the connectors. */
export const holes = ["shell 1", "shell 2", "shell 3", "bracket 1", "bracket 2"] as const;
export type Hole = (typeof holes)[number];
/** How long screws are, mm. */
export const screwsMm = [3, 4, 6] as const;
export type ScrewMm = (typeof screwsMm)[number];
/** Which way a connector's flap closes. */
export const flapWays = ["up", "down"] as const;
export type FlapWay = (typeof flapWays)[number];
export const connectors = ["battery", "flex"] as const;
export type Connector = (typeof connectors)[number];

const taking = ["take shell", "take gasket", "take bracket", "lift panel", "peel liner"] as const;
const laying = ["lay panel", "lay bracket", "lay gasket", "lay shell"] as const;

/** Everything that hands can do to the device, as a word. */
export const acts = [
  ...holes.map((hole) => `out ${hole}` as const),
  ...holes.flatMap((hole) => screwsMm.map((mm) => `in ${hole} ${mm}` as const)),
  ...connectors.map((connector) => `open ${connector}` as const),
  ...connectors.flatMap((connector) => flapWays.map((way) => `close ${connector} ${way}` as const)),
  ...taking,
  ...laying,
];
export type Act = (typeof acts)[number];

/** A device to take apart and to put back. */
export interface PutBackTruth {
  /** How deep each hole is: what screw belongs in it. */
  takes: Readonly<Record<Hole, ScrewMm>>;
  /** Which way each connector closes. */
  closes: Readonly<Record<Connector, FlapWay>>;
}

/** Nobody does more. */
const MOST_ACTS = 200;

export const putBackHand = z.strictObject({
  act: oneOf(acts as [Act, ...Act[]]),
  /** How many acts there were with this one. */
  done: boundedWhole(0, MOST_ACTS),
});
export type PutBackHand = z.output<typeof putBackHand>;

export type PutBackReason = "cracked" | "loose" | "latch" | "live" | "pinched" | "forgotten" | "not shut";

export interface PutBackState extends Moment<PutBackReason> {
  /** What is in each hole; null where nothing is. */
  screws: Readonly<Record<Hole, ScrewMm | null>>;
  /** What lies on the tray. */
  tray: readonly ScrewMm[];
  on: Readonly<Record<"shell" | "gasket" | "bracket" | "panel", boolean>>;
  joined: Readonly<Record<Connector, boolean>>;
  /** The new tape under the panel keeps its liner until it is peeled. */
  liner: boolean;
  /** Whether the panel has been out. */
  wasApart: boolean;
  done: number;
  last: Act | null;
}

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

const holdsNone = ({ screws }: PutBackState, part: "shell" | "bracket"): boolean =>
  holes.every((hole) => !hole.startsWith(part) || screws[hole] === null);

/** Whether all of the shell's screws are in again, and so whether it is shut. */
const isScrewed = ({ screws }: PutBackState): boolean =>
  holes.every((hole) => !hole.startsWith("shell") || screws[hole] !== null);

/** Whether it was apart and is shut again. */
export const isShut = (state: PutBackState): boolean => state.wasApart && state.on.shell && isScrewed(state);

/** Whether hands can do it now: what they reach, and what is there. */
export function canDo(state: PutBackState, act: Act): boolean {
  const { on, joined, screws, tray, liner } = state;
  const [what, first, second, third] = act.split(" ");
  const isOpen = !on.shell && !on.gasket;
  const reachesConnectors = isOpen && !on.bracket && on.panel;
  switch (what) {
    case "out":
    case "in": {
      const hole = `${first!} ${second!}` as Hole;
      const isThere = first === "shell" ? on.shell : on.bracket && !on.shell;
      if (!isThere) return false;
      return what === "out"
        ? screws[hole] !== null
        : screws[hole] === null && tray.includes(Number(third) as ScrewMm);
    }
    case "open":
      return reachesConnectors && joined[first as Connector];
    case "close":
      return reachesConnectors && !joined[first as Connector];
    case "take":
      if (first === "shell") return on.shell && holdsNone(state, "shell");
      if (first === "gasket") return !on.shell && on.gasket;
      return isOpen && on.bracket && holdsNone(state, "bracket");
    case "lift":
      return isOpen && !on.bracket && on.panel && !joined.battery && !joined.flex;
    case "peel":
      return !on.panel && liner;
    default:
      if (first === "panel") return isOpen && !on.bracket && !on.panel;
      if (first === "bracket") return isOpen && !on.bracket && on.panel;
      if (first === "gasket") return !on.shell && !on.gasket && on.panel;
      return !on.shell && on.panel;
  }
}

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
