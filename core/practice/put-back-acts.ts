import type { Moment } from "./exercise.ts";

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
