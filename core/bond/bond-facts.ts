import { FRESH_S } from "../clean/fresh.ts";
import { lineOf } from "../device/ask.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import type { FactRules } from "../job/fact.ts";
import { isPast } from "../materials/past-date.ts";
import { BORDER_PASS_MM } from "./border-pass.ts";
import { worstBorderMm } from "./worst-border.ts";
import type { LotTaken } from "./bond-slot.ts";
import { laminator } from "./sheet-school.ts";

export type BondFact =
  // clean
  | { is: "solvent-chosen" }
  | { is: "glue-off"; line: LineKey }
  | { is: "clean"; line: LineKey }
  | { is: "freshly-wiped"; line: LineKey }
  // fit
  | { is: "part-taken"; line: LineKey }
  | { is: "fits"; line: LineKey }
  | { is: "part-moved"; part: string }
  | { is: "sensor-on-glass" }
  // bond
  | { is: "lot-taken"; kind: LotTaken["kind"] }
  | { is: "lot-in-date"; kind: LotTaken["kind"]; lot: string }
  /** The shop's shelf knows a lot, and holds as much of it as is taken: what the shelf says, or somebody's name. */
  | { is: "lot-on-shelf"; lot: string }
  | { is: "lot-enough"; lot: string }
  | { is: "dose-chosen" }
  | { is: "pattern-run" }
  | { is: "pattern-clear" }
  | { is: "liquid-laid" }
  | { is: "lowering" }
  | { is: "on"; line: LineKey }
  | { is: "settled" }
  | { is: "aligned" }
  | { is: "airless" }
  /** The chamber has run as long as a run takes. */
  | { is: "chamber-running" }
  | { is: "chamber-over" }
  | { is: "film-on-glass" }
  | { is: "in-mould" }
  /** The laminator has run as long as its program takes. */
  | { is: "laminator-running" }
  | { is: "laminated" }
  | { is: "tape-on" };

/** How long a run of the pressure chamber takes, s. Common practice (about 15 min), no source. */
export const CHAMBER_S = 900;
/** How long a laminator presses, s: as its usual program has it. */
export const LAMINATE_S = laminator.usual.laminateS;

/** More of a window than this, wet, is a window flooded, %. Assumed. */
export const WINDOW_WET_PCT = 2;
/** More air than this closed in, mm2, is a bubble that is seen. Assumed. */
export const TRAPPED_MM2 = 2;

export const bondFacts: FactRules<Scene, BondFact> = {
  "solvent-chosen": { signable: false, holds: ({ state }) => state.bond.solvent !== null },
  "glue-off": { signable: false, holds: ({ state }, { line }) => lineOf(state, line).glueOff },
  clean: { signable: false, holds: ({ state }, { line }) => lineOf(state, line).clean },
  "freshly-wiped": {
    signable: true,
    holds: ({ state, nowMs }, { line }) => {
      const { wipedAtMs } = lineOf(state, line);
      return wipedAtMs !== null && nowMs - wipedAtMs <= FRESH_S * 1_000;
    },
  },
  "part-taken": { signable: false, holds: ({ state }, { line }) => lineOf(state, line).part !== null },
  fits: { signable: true, holds: ({ state }, { line }) => lineOf(state, line).fits },
  "part-moved": { signable: true, holds: ({ state }, { part }) => state.open.parts[part] === "moved" },
  "sensor-on-glass": { signable: false, holds: ({ state }) => state.bond.sensorOnGlass },
  "lot-taken": { signable: true, holds: ({ state }, { kind }) => state.bond.lots[kind] !== undefined },
  "lot-in-date": {
    signable: true,
    holds: ({ state, nowMs }, { kind }) => {
      const lot = state.bond.lots[kind];
      return lot !== undefined && !isPast(lot.goodUntil, nowMs);
    },
  },
  // The shelf is the shop's and not the job's: here only a name stands in for it.
  "lot-on-shelf": { signable: true, holds: () => false },
  "lot-enough": { signable: true, holds: () => false },
  "dose-chosen": { signable: false, holds: ({ state }) => state.bond.dose !== null },
  "pattern-run": { signable: false, holds: ({ state }) => state.bond.pattern !== null },
  "pattern-clear": {
    signable: true,
    holds: ({ state }) => {
      const fill = state.bond.pattern?.fill;
      return fill !== undefined && fill.windowsWetPct <= WINDOW_WET_PCT && fill.trappedMm2 <= TRAPPED_MM2;
    },
  },
  "liquid-laid": { signable: false, holds: ({ state }) => state.bond.laidMl !== null },
  lowering: { signable: false, holds: ({ state }) => state.bond.loweringSinceMs !== null },
  on: { signable: false, holds: ({ state }, { line }) => lineOf(state, line).on },
  // Somebody who has measured the bond line may answer for it.
  settled: {
    signable: true,
    holds: ({ state, nowMs }) => state.bond.settledFromMs !== null && nowMs >= state.bond.settledFromMs,
    untilMs: ({ state }) => state.bond.settledFromMs,
  },
  aligned: {
    signable: true,
    holds: ({ state }) => {
      const { border } = lineOf(state, "glass");
      return border !== null && worstBorderMm(border) <= BORDER_PASS_MM;
    },
  },
  airless: { signable: true, holds: ({ state }) => lineOf(state, "glass").airless },
  "chamber-running": {
    signable: false,
    holds: ({ state, nowMs }) =>
      state.bond.chamberSinceMs !== null && nowMs >= state.bond.chamberSinceMs + CHAMBER_S * 1_000,
    untilMs: ({ state }) =>
      state.bond.chamberSinceMs === null ? null : state.bond.chamberSinceMs + CHAMBER_S * 1_000,
  },
  "chamber-over": {
    signable: false,
    holds: ({ state }) => state.bond.chamberSinceMs === null && state.bond.chamberRuns > 0,
  },
  "film-on-glass": { signable: false, holds: ({ state }) => state.bond.filmOnGlass },
  "in-mould": { signable: false, holds: ({ state }) => state.bond.inMould },
  "laminator-running": {
    signable: false,
    holds: ({ state, nowMs }) =>
      state.bond.laminatorSinceMs !== null && nowMs >= state.bond.laminatorSinceMs + LAMINATE_S * 1_000,
    untilMs: ({ state }) =>
      state.bond.laminatorSinceMs === null ? null : state.bond.laminatorSinceMs + LAMINATE_S * 1_000,
  },
  laminated: { signable: false, holds: ({ state }) => state.bond.laminated },
  "tape-on": { signable: false, holds: ({ state }) => state.bond.tapeOn },
};
