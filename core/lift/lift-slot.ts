import type { HeatMethodKind } from "../heat/heat-methods.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import type { LiftStressInput } from "./lift-stress-input.ts";

/** The heat or frost that was chosen, as it was worked out. */
export interface HeatChoice {
  method: HeatMethodKind;
  settings: Readonly<Record<string, number>>;
  soakS: number;
  /** What the soak gives off the heat, and is worked by; null where it stays on it. */
  windowS: number | null;
  /** What it gives most likely, where contact and air were measured and `windowS` is what that leaves sure. */
  likelyWindowS?: number;
  /** After frost: until nothing settles on it any more. */
  thawS: number | null;
  /** How far the front runs inward before a card at this temperature. */
  stripMm: number;
  speedMmS: number;
  /** How far the heat has to go, s: until the glue is soft; null where it never is. */
  readyS?: number | null;
  /** What the glue line has when the soak ends, where the heat comes to it from a cold start, C. */
  endC?: number;
  /** How a wire goes; what was chosen before that was worked out has none. */
  wire?: WirePlan;
}

/** The passes of a wire, how fast its middle goes, and which of the strips, by their order, it leaves to cards. */
export interface WirePlan {
  passes: readonly { pathMm: number; newPct: number; swept: readonly PanelPoint[] }[];
  mmS: number;
  /** What each hand pulls with where the front is longest, and where the wire breaks, N. */
  forceN: number;
  breaksAtN: number;
  behind: readonly number[];
}

/** How hard each hand pulled at a wire, N, and how long its front was, mm. */
export interface WirePull {
  id: string;
  glue: string;
  glueC: number;
  frontMm: number;
  forceN: number;
  wireUm: number;
  flowStressMpa: number;
  friction: number;
  angleDeg: number;
}

/** A strip or a pass whose time is known: it was begun when the one before it was done, or at the bench. */
export interface TimedCut {
  tool: "card" | "wire";
  mm: number;
  s: number;
  /** How fast it was taken to go, mm/s. */
  plannedMmS: number;
  atMs: number;
}

export interface LiftSlot {
  heat: HeatChoice | null;
  /** The choice by which the pieces are laid out: the one at hand when the first was cut. */
  cutBy: HeatChoice | null;
  /** While it lies on the heat or in the cold: since when. */
  soakingSinceMs: number | null;
  /** How long it is meant to lie there, s. */
  soakForS: number;
  /** Off the heat: until when it can be cut. */
  windowUntilMs: number | null;
  soaks: readonly { startedMs: number; endedMs: number | null }[];
  /** Fronts that were read ahead of a wedge. */
  wedges: readonly { id: string; glue: string; glueC: number; input: LiftStressInput; atMs: number }[];
  /** Wires that were pulled by a spring scale. */
  wirePulls: readonly WirePull[];
  cuts: readonly TimedCut[];
  /** What heated it has been seen off, cold and out of reach since the last soak. */
  heatAway: boolean;
  /** Frozen: dry from then on. */
  dryFromMs: number | null;
}
