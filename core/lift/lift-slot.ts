import type { HeatMethodKind } from "../heat/heat-methods.ts";
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
  /** How far the front runs inward before a card at this temperature, or how much a wire takes at a pass. */
  stripMm: number;
  speedMmS: number;
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
  wedges: readonly { id: string; glue: string; glueC: number; input: LiftStressInput }[];
  /** What heated it has been seen off, cold and out of reach since the last soak. */
  heatAway: boolean;
  /** Frozen: dry from then on. */
  dryFromMs: number | null;
}
