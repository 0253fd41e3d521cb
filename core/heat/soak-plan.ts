import { z } from "zod";
import { usual } from "../usual.ts";
import { usualAirFilm } from "./usual-air-film.ts";
import { defineCalculation } from "../calculation.ts";
import { bounded, temperatureC } from "../units.ts";
import { methodOf, settingOf, withSetting } from "./heat-methods.ts";
import { facesOf, heatMethod, methodAssumptions, type HeatMethod } from "./heat-method-input.ts";
import { buildGrid, type FaceExchange } from "./conduction.ts";
import {
  calculateHeatSoak,
  conductionLayers,
  exchangeOf,
  heatBand,
  heatContacts,
  heatLayers,
  refineStack,
  SEARCH_GRID,
  type HeatFace,
  type HeatSoakResult,
} from "./heat-soak.ts";
import { StackModes, type ModalPhase } from "./stack-modes.ts";
import { t } from "../../words/heat.ts";

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
    filmWm2K: usual(bounded(0.1, 1_000), ...usualAirFilm),
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
        message: t("must-be-given-from-there-on-the", {
          value: bound === "minC" ? "parts" : t("is-brittle"),
        }),
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
  /** The face of the glue that is last to be ready, through soaks and cuts, C: to show beside other ways. */
  curve: z.strictObject({ timesS: z.array(z.number()), temperatureC: z.array(z.number()) }),
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
const CURVE_POINTS = 240;
/** Ready and window differ by less than 0.03 s from a grid eight times as fine. */
const PLAYED_CELLS = 32;

const upTo = (seconds: number) => STEP_S * Math.ceil(seconds / STEP_S - 1e-9);

/** One way to work: so long on the heat, then passes of so much each. */
interface Way {
  soakS: number;
  windowS: number;
  passes: { soakS: number; cutMm: number }[];
  totalS: number;
}

/** A turn on the heat or off it, s, from the state that the one before has left. */
interface Turn {
  phase: ModalPhase;
  durationS: number;
}

/** How often a turn is looked at for a limit, closer together at its beginning, where temperatures move fastest. */
const LOOKS = 8;
const EXACT_S = 0.01;

/** The moment between two at which something changes, s. */
function between(fromS: number, toS: number, isStill: (timeS: number) => boolean): number {
  let [low, high] = [fromS, toS];
  while (high - low > EXACT_S) {
    const middle = (low + high) / 2;
    if (isStill(middle)) low = middle;
    else high = middle;
  }
  return high;
}

/** What a band says of a layer: its range over some turns, and the first moment outside it. */
interface Watched {
  peakC: number;
  lowC: number;
  firstBrokenS: number | null;
}

/** One stack with one method, looked at by its modes: searches ask hundreds of times. */
class Soaker {
  readonly input: Checked;
  readonly method: HeatMethod;
  readonly longestS: number;
  private readonly faces: { top: FaceExchange; bottom: FaceExchange };
  private readonly on: StackModes;
  private readonly off: StackModes;
  private readonly target: number;
  private readonly limits: readonly { layer: number; minC: number; maxC: number }[];

  /** `like`: the same stack with the method set otherwise, whose modes serve again where they are the same. */
  constructor(input: Checked, method: HeatMethod, like?: Soaker) {
    this.input = input;
    this.method = method;
    this.longestS = methodOf(method.kind).longestS;
    const { top, bottom } = facesOf(method, input.airC, input.filmWm2K);
    this.faces = { top: exchangeOf(top), bottom: exchangeOf(bottom) };
    const [topWm2K, bottomWm2K] = [this.faces.top.conductanceWm2K, this.faces.bottom.conductanceWm2K];
    const grid = like?.off.grid ?? buildGrid(conductionLayers(input), SEARCH_GRID.cells);
    this.off = like?.off ?? new StackModes(grid, input.filmWm2K, input.filmWm2K);
    this.on =
      like && like.on.topWm2K === topWm2K && like.on.bottomWm2K === bottomWm2K
        ? like.on
        : new StackModes(grid, topWm2K, bottomWm2K);
    const indexOf = (name: string) => input.layers.findIndex((layer) => layer.name === name);
    this.target = indexOf(input.target.layer);
    this.limits = (input.limits ?? []).map(({ layer, minC = -Infinity, maxC = Infinity }) => ({
      layer: indexOf(layer),
      minC,
      maxC,
    }));
  }

  /** On the heat and off it by turns, as long as each of these; after `before`, where some were before. */
  turns(turnsS: readonly number[], before: readonly Turn[] = []): Turn[] {
    const all = [...before];
    for (const durationS of turnsS) {
      const last = all.at(-1);
      const cells = last
        ? last.phase.at(last.durationS)
        : new Float64Array(this.off.grid.capacity.length).fill(this.input.startC);
      const phase =
        all.length % 2 === 0
          ? this.on.begin(cells, this.faces.top.ambientC, this.faces.bottom.ambientC)
          : this.off.begin(cells, this.input.airC, this.input.airC);
      all.push({ phase, durationS });
    }
    return all;
  }

  /** Whether the whole of the glue is in its band. */
  private isReady({ phase }: Turn, timeS: number): boolean {
    const { lowC, highC } = phase.range(this.target, timeS);
    const { minC = -Infinity, maxC = Infinity } = this.input.target;
    return lowC >= minC && highC <= maxC;
  }

  /** Lowest and highest temperature of the glue at a moment. */
  targetRange({ phase }: Turn, timeS: number) {
    return phase.range(this.target, timeS);
  }

  /** When the whole of the glue is first in its band in this turn, s; null where it never is. */
  readyIn(turn: Turn): number | null {
    let before = 0;
    for (let timeS = 0; ; timeS = Math.min(turn.durationS, 1.05 * timeS + 0.25)) {
      if (this.isReady(turn, timeS)) {
        return timeS === 0 ? 0 : between(before, timeS, (s) => !this.isReady(turn, s));
      }
      if (timeS >= turn.durationS) return null;
      before = timeS;
    }
  }

  /** How long the glue stays in its band from the beginning of this turn on, s; 0 where it is not in it. */
  windowIn(turn: Turn): number {
    if (!this.isReady(turn, 0)) return 0;
    let before = 0;
    for (let timeS = 1; ; timeS = Math.min(turn.durationS, 1.4 * timeS)) {
      if (!this.isReady(turn, timeS)) return between(before, timeS, (s) => this.isReady(turn, s));
      if (timeS >= turn.durationS) return turn.durationS;
      before = timeS;
    }
  }

  /** Whether the glue is in its band from the beginning of this turn on for so long: it leaves it once. */
  isReadyFor(turn: Turn, timeS: number): boolean {
    return this.isReady(turn, 0) && this.isReady(turn, Math.max(0, timeS));
  }

  /** What the limits say of some turns; moments counted from the first of them. */
  watch(turns: readonly Turn[]): Watched[] {
    const watched = this.limits.map((): Watched => ({
      peakC: -Infinity,
      lowC: Infinity,
      firstBrokenS: null,
    }));
    let beganS = 0;
    for (const { phase, durationS } of turns) {
      let before = 0;
      for (let look = 0; look <= LOOKS; look += 1) {
        const timeS = durationS * (look / LOOKS) ** 2;
        this.limits.forEach(({ layer, minC, maxC }, i) => {
          const seen = watched[i]!;
          const holds = (s: number) => {
            const { lowC, highC } = phase.range(layer, s);
            seen.peakC = Math.max(seen.peakC, highC);
            seen.lowC = Math.min(seen.lowC, lowC);
            return lowC >= minC && highC <= maxC;
          };
          if (!holds(timeS) && seen.firstBrokenS === null) {
            seen.firstBrokenS = beganS + (timeS === 0 ? 0 : between(before, timeS, holds));
          }
        });
        before = timeS;
      }
      beganS += durationS;
    }
    return watched;
  }

  isSound(turns: readonly Turn[]): boolean {
    return this.watch(turns).every(({ firstBrokenS }) => firstBrokenS === null);
  }
}

/** How far a run stays from the tightest limit, K. */
function marginOf(
  limits: SoakPlanInput["limits"],
  watched: readonly { peakC: number; lowC: number }[],
): number | null {
  const margins = (limits ?? []).flatMap(({ minC, maxC }, i) => [
    ...(maxC === undefined ? [] : [maxC - watched[i]!.peakC]),
    ...(minC === undefined ? [] : [watched[i]!.lowC - minC]),
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
    const first = soaker.turns([soakS, windowS]);
    const again = (s: number) => soaker.turns([s, COOLING_S], first);
    const isEnough = (s: number) => soaker.isReadyFor(again(s).at(-1)!, windowS - 0.25);
    let low = 0;
    let high = soakS;
    while (high - low > STEP_S) {
      const middle = STEP_S * Math.floor((low + high) / 2 / STEP_S);
      if (middle <= low) break;
      if (isEnough(middle)) high = middle;
      else low = middle;
    }
    // The first two turns hold: longer soaks than this one do.
    if (!soaker.isSound(again(high).slice(2))) return null;
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
  const long = soaker.turns([longestS]);
  const readyAtS = soaker.readyIn(long[0]!);
  if (readyAtS === null) {
    const { lowC, highC } = soaker.targetRange(long[0]!, longestS);
    const [reached, wanted] = info.isCold ? [highC, target.maxC!] : [lowC, target.minC!];
    const short = Math.abs(wanted - reached);
    const isThrough = info.isCold ? reached <= wanted : reached >= wanted;
    return {
      readyAtS: null,
      reason: isThrough
        ? t("the-runs-through-its-band-without-ever", { layer: target.layer })
        : t("the-gets-no-than-at-this-setting", {
            layer: target.layer,
            value: info.isCold ? "colder" : "hotter",
            degrees: degrees(reached),
            degrees2: degrees(short).replace("°C", "K"),
            degrees3: degrees(wanted),
          }),
    };
  }
  const readyS = upTo(readyAtS);
  const atReady = soaker.watch(soaker.turns([readyS, COOLING_S]));
  const broken = atReady.findIndex((limit) => limit.firstBrokenS !== null);
  if (broken >= 0) {
    const { peakC, lowC } = atReady[broken]!;
    const { layer, minC, maxC } = input.limits![broken]!;
    const isHot = maxC !== undefined && peakC > maxC;
    const [bound, reached] = isHot ? [maxC, peakC] : [minC!, lowC];
    return {
      readyAtS,
      reason: t("the-would-reach-before-the-is-ready", {
        layer,
        degrees: degrees(reached),
        layer2: target.layer,
        reached: Number(Math.abs(reached - bound).toFixed(1)),
        degrees2: degrees(bound),
      }),
    };
  }
  if (info.staysOn) {
    const watched = soaker.watch(long);
    const endS = Math.min(Infinity, ...watched.map((limit) => limit.firstBrokenS ?? Infinity));
    const windowS = endS - readyS;
    const cutS = handlingS + edgeMm / speedMmS;
    if (cutS <= windowS) {
      const passes = [{ soakS: readyS, cutMm: edgeMm }];
      return { readyAtS, way: { soakS: readyS, windowS, passes, totalS: readyS + cutS } };
    }
    const { layer } = input.limits![watched.findIndex((limit) => limit.firstBrokenS === endS)]!;
    return {
      readyAtS,
      reason: t("left-on-the-heat-the-passes-its", {
        layer,
        windowS: Number(windowS.toFixed(0)),
        layer2: target.layer,
        cutS: Number(cutS.toFixed(0)),
      }),
    };
  }
  // The longest soak that breaks nothing: both window and heat grow with the soak.
  const most = Math.min(longestS, Math.max(8 * readyS, readyS + 120));
  let sound = readyS;
  let unsound = most + STEP_S;
  while (unsound - sound > STEP_S) {
    const middle = STEP_S * Math.floor((sound + unsound) / 2 / STEP_S);
    if (middle <= sound) break;
    if (soaker.isSound(soaker.turns([middle, COOLING_S]))) sound = middle;
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
    const first = soaker.turns([soakS, COOLING_S]);
    const windowS = soaker.windowIn(first[1]!);
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
            ? t("the-window-of-s-is-gone-on", { widestS: Number(widestS.toFixed(0)), handlingS })
            : t("it-would-take-more-than-returns-to", { MOST_PASSES }),
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

/** The way that was found, followed by heat-soak itself: what is told of a plan is not what the search went by. */
function playOut(input: Checked, turnsS: readonly number[]): HeatSoakResult {
  const { layers, contacts, startC, target, limits, airC, filmWm2K } = input;
  const heat = facesOf(input.method, airC, filmWm2K);
  const air: HeatFace = { kind: "air", airC, filmWm2K };
  const phases = turnsS.map((durationS, i) => ({
    name: i % 2 === 0 ? "soak" : "cut",
    durationS: Math.max(0.01, durationS),
    ...(i % 2 === 0 ? heat : { top: air, bottom: air }),
  }));
  const outputEveryS = turnsS.reduce((a, b) => a + b, 0) / CURVE_POINTS;
  return calculateHeatSoak(
    { layers, contacts, startC, target, limits, phases, outputEveryS },
    { cells: PLAYED_CELLS, longestStepS: outputEveryS },
  );
}

/**
 * How long on the heat, how many returns to it, and whether the method can do it at all without harm.
 *
 * The stack is followed by its modes in the search, by heat-soak in what is told: on the heat, off it, back on it. For a set of first soaks between the moment when the
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
    const other = new Soaker(input, withSetting(input.method, setting), soaker);
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
      marginK: marginOf(input.limits, other.watch(other.turns([soakS, COOLING_S]))),
    };
  });
  const way = "way" in outcome ? outcome.way : null;
  const turns = !way
    ? [outcome.readyAtS === null ? soaker.longestS : upTo(outcome.readyAtS), COOLING_S]
    : methodOf(input.method.kind).staysOn
      ? [way.totalS, COOLING_S]
      : way.passes.flatMap(({ soakS, cutMm }, i) => [
          soakS,
          i === way.passes.length - 1 ? COOLING_S : input.handlingS + cutMm / input.speedMmS,
        ]);
  const whole = playOut(input, turns);
  const at = input.layers.findIndex((layer) => layer.name === input.target.layer);
  const [above, below] = [whole.interfaces[at]!, whole.interfaces[at + 1]!];
  const last = methodOf(input.method.kind).isCold ? Math.max : Math.min;
  return {
    feasible: way !== null,
    reason: "reason" in outcome ? outcome.reason : null,
    readyAtS: outcome.readyAtS,
    soakS: way?.soakS ?? null,
    windowS: way && Number.isFinite(way.windowS) ? way.windowS : null,
    passes: way?.passes ?? [],
    totalS: way?.totalS ?? null,
    peaks: whole.limits.map(({ layer, peakC, lowC }) => ({ layer, peakC, lowC })),
    marginK: marginOf(input.limits, whole.limits),
    settingsTried,
    curve: {
      timesS: whole.timesS,
      temperatureC: (above.belowC ?? above.temperatureC).map((c, i) => last(c, below.temperatureC[i]!)),
    },
    assumed: methodAssumptions(input.method).map(({ field }) => `method.${field}`),
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
