import type { Family, Seam } from "../stack/family.ts";
import { interpolate } from "../interpolate.ts";
import { calculateHeatSoak, SEARCH_GRID, type HeatSoakInput } from "./heat-soak.ts";
import { liftHeatFrom, liftHeatInput, type LiftHeat, type LiftHeatSettings } from "./lift-heat.ts";

/** A soak as it really was: from when, and until when (ms since 1970); null while it goes on. */
export interface Soak {
  startedMs: number;
  stoppedMs: number | null;
}

type Phase = HeatSoakInput["phases"][number];

/** How long a soak that has no end yet is followed beyond what was meant, s. */
const BEYOND_S = 900;
/** After so long off the heat a stack is as cold as the room, s. */
const LONGEST_PAUSE_S = 3_600;
const CURVE_POINTS = 400;

/** The soaks since the stack was last as cold as the room. */
export function sinceCold(soaks: readonly Soak[]): readonly Soak[] {
  const isCold = (soak: Soak, i: number) => {
    const before = soaks[i - 1];
    return !before || soak.startedMs - (before.stoppedMs ?? Infinity) >= LONGEST_PAUSE_S * 1_000;
  };
  const first = soaks.map(isCold).lastIndexOf(true);
  return soaks.slice(Math.max(0, first));
}

/**
 * Soaks as the turns that they were, on the heat and off it, s: the last one off it for `lastOffS`, one that goes on on it for
 * `stillOnS`.
 */
export function turnsOf(
  [on, off]: readonly Phase[],
  soaks: readonly Soak[],
  lastOffS: number,
  stillOnS: number,
): Phase[] {
  const seconds = (fromMs: number, toMs: number) => Math.max(0.1, (toMs - fromMs) / 1_000);
  return soaks.flatMap(({ startedMs, stoppedMs }, i) => {
    if (stoppedMs === null) return [{ ...on!, durationS: stillOnS }];
    const next = soaks[i + 1];
    return [
      { ...on!, durationS: seconds(startedMs, stoppedMs) },
      {
        ...off!,
        durationS: next ? Math.min(LONGEST_PAUSE_S, seconds(stoppedMs, next.startedMs)) : lastOffS,
      },
    ];
  });
}

/**
 * What the stack has at a moment (ms since 1970) between the glue and what is above it, or a share of the glue's thickness deeper, C:
 * before the first soak the room, then the stack on the heat and off it by turns, warm from the time before. Beyond what is followed the
 * last value stands.
 */
export function glueLineAt(
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  soaks: readonly Soak[],
  share = 0,
): (nowMs: number) => number {
  const first = soaks[0];
  if (!first) return () => settings.roomC;
  const { layers, contacts, startC, phases } = liftHeatInput(family, seam, settings);
  const followed = turnsOf(phases, soaks, BEYOND_S, settings.soakS + BEYOND_S);
  const totalS = followed.reduce((sum, phase) => sum + phase.durationS, 0);
  const { timesS, interfaces } = calculateHeatSoak(
    { layers, contacts, startC, phases: followed, outputEveryS: totalS / (CURVE_POINTS * soaks.length) },
    SEARCH_GRID,
  );
  const above = family.stack.findIndex((layer) => layer.name === seam.layer);
  const [faceC, underC] = [interfaces[above]!.temperatureC, interfaces[above + 1]!.temperatureC];
  const placeC = faceC.map((c, i) => c + share * (underC[i]! - c));
  // A pause that was longer than is followed is left out of the curve's time.
  const skippedMs = (nowMs: number) =>
    soaks.reduce((sum, { stoppedMs }, i) => {
      const next = soaks[i + 1];
      if (!next || stoppedMs === null) return sum;
      // Until it goes on, the curve waits a little before the next soak, where it is flat.
      const waitsAtS = nowMs < next.startedMs ? LONGEST_PAUSE_S - 60 : LONGEST_PAUSE_S;
      return sum + Math.max(0, Math.min(nowMs, next.startedMs) - stoppedMs - waitsAtS * 1_000);
    }, 0);
  return (nowMs) => {
    const s = (nowMs - first.startedMs - skippedMs(nowMs)) / 1_000;
    if (s <= 0) return startC;
    return interpolate(timesS, placeC, s);
  };
}

/**
 * The heat of the newest of these soaks, as long as it was or, while it goes on, as long as it is meant (s); times counted from
 * its beginning, the warmth of those before it in the stack.
 */
export function soakAsItIs(
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  soaks: readonly Soak[],
  meantS: number,
): LiftHeat {
  const newest = soaks.at(-1)!;
  const soakS =
    newest.stoppedMs === null ? meantS : Math.max(0.1, (newest.stoppedMs - newest.startedMs) / 1_000);
  const own = { ...settings, soakS };
  const input = liftHeatInput(family, seam, own);
  const before = turnsOf(input.phases, [...soaks.slice(0, -1), newest], 0.1, 0.1).slice(
    0,
    2 * (soaks.length - 1),
  );
  const beforeS = before.reduce((sum, phase) => sum + phase.durationS, 0);
  return liftHeatFrom(family, own, { ...input, phases: [...before, ...input.phases] }, beforeS);
}

/** Nobody lays it down for less, s. */
const SHORTEST_SOAK_S = 10;
const STEP_S = 5;
/** How long the cooling is followed, s: longer than any window that is worked in. */
const COOLING_S = 180;

/**
 * How long a stack that is still warm goes back on the heat to have the same window again, s in steps of five: never longer
 * than its first soak. `soaks` are those that are over; it goes back at `nowMs`.
 */
export function soakAgainS(
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  windowS: number,
  soaks: readonly Soak[],
  nowMs: number,
): number {
  const over = soaks.filter((soak) => soak.stoppedMs !== null);
  const last = over.at(-1);
  const since = last ? (nowMs - last.stoppedMs!) / 1_000 : Infinity;
  if (since >= LONGEST_PAUSE_S) return settings.soakS;
  const { layers, contacts, startC, target, phases } = liftHeatInput(family, seam, settings);
  const [on, off] = phases as [Phase, Phase];
  const before = turnsOf(phases, over, Math.max(0.1, since), 0);
  const totalS = before.reduce((sum, phase) => sum + phase.durationS, 0);
  const isEnough = (soakS: number) => {
    const again = [...before, { ...on, durationS: soakS }, { ...off, durationS: COOLING_S }];
    const result = calculateHeatSoak(
      { layers, contacts, startC, target, phases: again, outputEveryS: totalS + soakS + COOLING_S },
      SEARCH_GRID,
    );
    return (result.target!.windowS ?? 0) >= Math.min(windowS, COOLING_S) - 0.5;
  };
  let low = SHORTEST_SOAK_S - STEP_S;
  let high = settings.soakS;
  while (high - low > STEP_S) {
    const middle = STEP_S * Math.round((low + high) / 2 / STEP_S);
    if (middle <= low || middle >= high) break;
    if (isEnough(middle)) high = middle;
    else low = middle;
  }
  return high;
}
