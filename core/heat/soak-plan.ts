import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { surroundings } from "../materials/materials.ts";
import { bounded, temperatureC } from "../units.ts";
import {
  facesOf,
  heatMethod,
  methodAssumptions,
  methodOf,
  settingOf,
  withSetting,
  type HeatMethod,
} from "./heat-methods.ts";
import {
  calculateHeatSoak,
  heatBand,
  heatContacts,
  heatLayers,
  refineStack,
  SEARCH_GRID,
  type HeatSoakInput,
  type HeatSoakResult,
} from "./heat-soak.ts";

export const soakPlanInput = z
  .strictObject({
    layers: heatLayers(),
    contacts: heatContacts(),
    startC: temperatureC(),
    target: heatBand,
    limits: z.array(heatBand).max(80).optional(),
    method: heatMethod,
    /** The room. */
    airC: temperatureC(),
    filmWm2K: bounded(0.1, 1_000).default(surroundings.airFilmWm2K.value),
    /** How much is to be cut. */
    edgeMm: bounded(1, 20_000),
    speedMmS: bounded(0.05, 200),
    /** Off the heat to the first cut. */
    handlingS: bounded(0, 600),
  })
  .superRefine((input, context) => {
    refineStack(input, context);
    const { target, method } = input;
    const bound = methodOf(method.kind).isCold ? "maxC" : "minC";
    if (target[bound] === undefined) {
      context.addIssue({
        code: "custom",
        path: ["target", bound],
        message: `must be given: from there on the glue ${bound === "minC" ? "parts" : "is brittle"}`,
      });
    }
  });
export type SoakPlanInput = z.input<typeof soakPlanInput>;
type Checked = z.output<typeof soakPlanInput>;

const tried = z.strictObject({
  setting: z.number(),
  feasible: z.boolean(),
  soakS: z.number().nullable(),
  windowS: z.number().nullable(),
  totalS: z.number().nullable(),
  passes: z.number(),
  /** To the tightest limit, K; negative where it is broken, null where there is no limit. */
  marginK: z.number().nullable(),
});

export const soakPlanResult = z.strictObject({
  feasible: z.boolean(),
  /** Why it cannot be done this way; null where it can. */
  reason: z.string().nullable(),
  readyAtS: z.number().nullable(),
  soakS: z.number().nullable(),
  /** Null where it never ends: the panel stays on the heat. */
  windowS: z.number().nullable(),
  passes: z.array(z.strictObject({ soakS: z.number(), cutMm: z.number() })),
  totalS: z.number().nullable(),
  peaks: z.array(z.strictObject({ layer: z.string(), peakC: z.number(), lowC: z.number() })),
  marginK: z.number().nullable(),
  /** Other settings of the same method, lowest first, this one among them. */
  settingsTried: z.array(tried),
  assumed: z.array(z.string()),
});
export type SoakPlan = z.output<typeof soakPlanResult>;

/** How long the stack is followed after it comes off the heat, s. */
const COOLING_S = 420;
/** A soak is told in steps of this, s: nobody counts finer. */
const STEP_S = 5;
/** More returns to the heat than this is no plan. */
const MOST_PASSES = 40;
/** Less than this in a window is not worth the way, s. */
const LEAST_CUT_S = 1;
const SETTINGS_TRIED = 7;

const upTo = (seconds: number) => STEP_S * Math.ceil(seconds / STEP_S - 1e-9);

/** One way to work: so long on the heat, then passes of so much each. */
interface Way {
  soakS: number;
  windowS: number;
  passes: { soakS: number; cutMm: number }[];
  totalS: number;
}

class Soaker {
  readonly input: Checked;
  readonly method: HeatMethod;
  private readonly faces: ReturnType<typeof facesOf>;
  private readonly air: HeatSoakInput["phases"][number]["top"];
  readonly longestS: number;

  constructor(input: Checked, method: HeatMethod) {
    this.input = input;
    this.method = method;
    this.faces = facesOf(method, input.airC, input.filmWm2K);
    this.air = { kind: "air", airC: input.airC, filmWm2K: input.filmWm2K };
    this.longestS = methodOf(method.kind).longestS;
  }

  /** On the heat and off it by turns, as long as each of these; the last is followed while it cools. */
  run(turnsS: readonly number[], fine = false): HeatSoakResult {
    const { layers, contacts, startC, target, limits } = this.input;
    return calculateHeatSoak(
      {
        layers,
        contacts,
        startC,
        target,
        limits,
        phases: turnsS.map((durationS, i) => ({
          name: i % 2 === 0 ? "soak" : "cut",
          durationS: Math.max(0.01, durationS),
          ...(i % 2 === 0 ? this.faces : { top: this.air, bottom: this.air }),
        })),
        outputEveryS: turnsS.reduce((a, b) => a + b, 0),
      },
      fine ? {} : SEARCH_GRID,
    );
  }

  /** What a first soak gives: its window and whether every limit holds, through the soak and what comes after. */
  first(soakS: number): { windowS: number; isSound: boolean } {
    const { target, limits } = this.run([soakS, COOLING_S]);
    return { windowS: target!.windowS ?? 0, isSound: limits.every((l) => l.firstBrokenS === null) };
  }
}

/** How far a run stays from the tightest limit, K. */
function marginOf(limits: SoakPlanInput["limits"], result: HeatSoakResult): number | null {
  const margins = (limits ?? []).flatMap(({ minC, maxC }, i) => [
    ...(maxC === undefined ? [] : [maxC - result.limits[i]!.peakC]),
    ...(minC === undefined ? [] : [result.limits[i]!.lowC - minC]),
  ]);
  return margins.length > 0 ? Math.min(...margins) : null;
}

/** The way with this first soak: as much as a window allows, back for as long as it takes to have that window again. */
function wayWith(soaker: Soaker, soakS: number, windowS: number, best: Way | null): Way | null {
  const { edgeMm, speedMmS, handlingS } = soaker.input;
  const cutS = windowS - handlingS;
  if (cutS < LEAST_CUT_S) return null;
  const eachMm = cutS * speedMmS;
  const count = Math.ceil(edgeMm / eachMm - 1e-9);
  if (count > MOST_PASSES) return null;
  const leastS = soakS + count * handlingS + edgeMm / speedMmS;
  if (best && count >= best.passes.length && leastS > best.totalS) return null;
  let againS = 0;
  if (count > 1) {
    const again = (s: number) => soaker.run([soakS, windowS, s, COOLING_S]);
    const isEnough = (s: number) => (again(s).target!.windowS ?? 0) >= windowS - 0.25;
    let low = 0;
    let high = soakS;
    while (high - low > STEP_S) {
      const middle = STEP_S * Math.floor((low + high) / 2 / STEP_S);
      if (middle <= low) break;
      if (isEnough(middle)) high = middle;
      else low = middle;
    }
    if (again(high).limits.some((limit) => limit.firstBrokenS !== null)) return null;
    againS = high;
  }
  const passes = Array.from({ length: count }, (_, i) => ({
    soakS: i === 0 ? soakS : againS,
    cutMm: Math.min(eachMm, edgeMm - i * eachMm),
  }));
  return {
    soakS,
    windowS,
    passes,
    totalS: passes.reduce((sum, pass) => sum + pass.soakS + handlingS + pass.cutMm / speedMmS, 0),
  };
}

const quicker = (a: Way, b: Way) =>
  // Within a tenth of the time, fewer ways to the heat and back.
  a.totalS < 0.9 * b.totalS ||
  (a.totalS < 1.1 * b.totalS && a.passes.length < b.passes.length) ||
  (a.passes.length === b.passes.length && a.totalS < b.totalS);

type Outcome = { way: Way; readyAtS: number } | { reason: string; readyAtS: number | null };

const degrees = (c: number) => `${Number(c.toFixed(1))} °C`;

function solve(soaker: Soaker, candidates: number): Outcome {
  const { input, longestS } = soaker;
  const { target, handlingS, edgeMm, speedMmS } = input;
  const info = methodOf(soaker.method.kind);
  const long = soaker.run([longestS, 0.01]);
  const readyAtS = long.target!.readyAtS;
  if (readyAtS === null || readyAtS > longestS) {
    const at = input.layers.findIndex((layer) => layer.name === target.layer);
    const [above, below] = [long.interfaces[at]!, long.interfaces[at + 1]!];
    const ends = [(above.belowC ?? above.temperatureC).at(-1)!, below.temperatureC.at(-1)!];
    const [reached, wanted] = info.isCold
      ? [Math.max(...ends), target.maxC!]
      : [Math.min(...ends), target.minC!];
    const short = Math.abs(wanted - reached);
    const isThrough = info.isCold ? reached <= wanted : reached >= wanted;
    return {
      readyAtS: null,
      reason: isThrough
        ? `The ${target.layer} runs through its band without ever being in it as a whole.`
        : `The ${target.layer} gets no ${info.isCold ? "colder" : "hotter"} than ${degrees(reached)} at this setting, ${degrees(short).replace("°C", "K")} short of ${degrees(wanted)}.`,
    };
  }
  const readyS = upTo(readyAtS);
  const atReady = soaker.run([readyS, COOLING_S]);
  const broken = atReady.limits.findIndex((limit) => limit.firstBrokenS !== null);
  if (broken >= 0) {
    const { layer, peakC, lowC } = atReady.limits[broken]!;
    const { minC, maxC } = input.limits![broken]!;
    const isHot = maxC !== undefined && peakC > maxC;
    const [bound, reached] = isHot ? [maxC, peakC] : [minC!, lowC];
    return {
      readyAtS,
      reason: `The ${layer} would reach ${degrees(reached)} before the ${target.layer} is ready: ${Number(Math.abs(reached - bound).toFixed(1))} K past its limit of ${degrees(bound)}.`,
    };
  }
  if (info.staysOn) {
    const watched = long.limits;
    const endS = Math.min(Infinity, ...watched.map((limit) => limit.firstBrokenS ?? Infinity));
    const windowS = endS - readyS;
    const cutS = handlingS + edgeMm / speedMmS;
    if (cutS <= windowS) {
      const passes = [{ soakS: readyS, cutMm: edgeMm }];
      return { readyAtS, way: { soakS: readyS, windowS, passes, totalS: readyS + cutS } };
    }
    const { layer } = watched.find((limit) => limit.firstBrokenS === endS)!;
    return {
      readyAtS,
      reason: `Left on the heat, the ${layer} passes its limit ${Number(windowS.toFixed(0))} s after the ${target.layer} is ready; the cut takes ${Number(cutS.toFixed(0))} s.`,
    };
  }
  // The longest soak that breaks nothing: both window and heat grow with the soak.
  const most = Math.min(longestS, Math.max(8 * readyS, readyS + 120));
  let sound = readyS;
  let unsound = most + STEP_S;
  while (unsound - sound > STEP_S) {
    const middle = STEP_S * Math.floor((sound + unsound) / 2 / STEP_S);
    if (middle <= sound) break;
    if (soaker.first(middle).isSound) sound = middle;
    else unsound = middle;
  }
  let best: Way | null = null;
  let widestS = 0;
  const seen = new Set<number>();
  for (let i = 0; i < candidates; i += 1) {
    // Closer together near the shortest, where the window grows fastest.
    const share = (i / Math.max(1, candidates - 1)) ** 2;
    const soakS = Math.min(sound, STEP_S * Math.round((readyS + share * (sound - readyS)) / STEP_S));
    if (seen.has(soakS)) continue;
    seen.add(soakS);
    const { windowS, isSound } = soaker.first(soakS);
    if (!isSound) continue;
    widestS = Math.max(widestS, windowS);
    const way = wayWith(soaker, soakS, windowS, best);
    if (way && (!best || quicker(way, best))) best = way;
  }
  return best
    ? { readyAtS, way: best }
    : {
        readyAtS,
        reason:
          widestS - handlingS < LEAST_CUT_S
            ? `The window of ${Number(widestS.toFixed(0))} s is gone on the way to the bench, which takes ${handlingS} s.`
            : `It would take more than ${MOST_PASSES} returns to the heat.`,
      };
}

/** The settings beside the chosen one that are looked at, within what the method has. */
function settingsAround(method: HeatMethod): number[] {
  const { min, max, step } = methodOf(method.kind).setting;
  const at = settingOf(method);
  const reach = Math.max(6 * step, (max - min) / 8);
  const around = Array.from({ length: SETTINGS_TRIED }, (_, i) =>
    Number((at + (reach * (i - (SETTINGS_TRIED - 1) / 2)) / ((SETTINGS_TRIED - 1) / 2)).toFixed(3)),
  );
  return around
    .map((s) => (s === at ? s : step * Math.round(s / step)))
    .filter((s) => s === at || (s >= min && s <= max));
}

/**
 * How long on the heat, how many returns to it, and whether the method can do it at all without harm.
 *
 * The stack is followed as in heat-soak: on the heat, off it, back on it. For a set of first soaks between the moment when the
 * whole glue line is in its band and the longest that breaks no limit, the cut goes on for what the window leaves after the way
 * to the bench; then back for as long as it takes to have the same window again. The quickest is taken; of two within a
 * tenth, the one with fewer returns. Cold methods want the layer below `target.maxC` instead of above `target.minC`.
 * Times in s, temperatures in C, margins in K, lengths in mm. Sources: as heat-soak; common practice for the order of work.
 */
export function calculateSoakPlan(input: SoakPlanInput): SoakPlan {
  return soakPlanOf(soakPlanInput.parse(input));
}

function soakPlanOf(input: Checked): SoakPlan {
  const soaker = new Soaker(input, input.method);
  const outcome = solve(soaker, 9);
  const settingsTried = settingsAround(input.method).map((setting) => {
    const other = new Soaker(input, withSetting(input.method, setting));
    const found = setting === settingOf(input.method) ? outcome : solve(other, 4);
    const way = "way" in found ? found.way : null;
    const soakS = way?.soakS ?? (found.readyAtS === null ? other.longestS : upTo(found.readyAtS));
    return {
      setting,
      feasible: way !== null,
      soakS: way?.soakS ?? null,
      windowS: way && Number.isFinite(way.windowS) ? way.windowS : null,
      totalS: way?.totalS ?? null,
      passes: way?.passes.length ?? 0,
      marginK: marginOf(input.limits, other.run([soakS, COOLING_S])),
    };
  });
  const way = "way" in outcome ? outcome.way : null;
  const turns = way
    ? way.passes.flatMap(({ soakS, cutMm }, i) => [
        soakS,
        i === way.passes.length - 1 ? COOLING_S : input.handlingS + cutMm / input.speedMmS,
      ])
    : [outcome.readyAtS === null ? soaker.longestS : upTo(outcome.readyAtS), COOLING_S];
  const whole = soaker.run(turns, true);
  return {
    feasible: way !== null,
    reason: "reason" in outcome ? outcome.reason : null,
    readyAtS: outcome.readyAtS,
    soakS: way?.soakS ?? null,
    windowS: way && Number.isFinite(way.windowS) ? way.windowS : null,
    passes: way?.passes ?? [],
    totalS: way?.totalS ?? null,
    peaks: whole.limits.map(({ layer, peakC, lowC }) => ({ layer, peakC, lowC })),
    marginK: marginOf(input.limits, whole),
    settingsTried,
    assumed: methodAssumptions(input.method).map(
      ({ value, unit, words, source }) => `${value} ${unit}`.trim() + ` ${words}: ${source}`,
    ),
  };
}

export const soakPlan = defineCalculation({
  name: "soak-plan",
  purpose:
    "How long, how hot and how many returns to the heat with a method, or why it cannot be done that way.",
  input: soakPlanInput,
  result: soakPlanResult,
  calculate: soakPlanOf,
});
