import { z } from "zod";
import { dewPointC } from "../heat/dew-point.ts";
import { methodAt } from "../heat/heat-method-input.ts";
import { calculateHeatSoak, SEARCH_GRID } from "../heat/heat-soak.ts";
import { liftHeatInput } from "../heat/lift-heat.ts";
import { calculateThaw, type Thaw, type ThawInput } from "../heat/thaw.ts";
import { interpolate } from "../interpolate.ts";
import { randomStream } from "../random.ts";
import {
  BONDED_GLUE,
  bondedFamily,
  bondedSeam,
  glueFace,
  heatBy,
  PRACTICE_ROOM_C,
  type BondedPanel,
} from "./bonded-panel.ts";
import { between, type Loss, type Moment } from "./exercise.ts";

/** What somebody is given to part in the cold, and is told of it. */
export interface FreezeTask extends BondedPanel {
  freezerC: number;
  /** From there on the glue breaks, as the library has it. */
  brittleC: number;
  roomC: number;
  relativeHumidityPct: number;
}

/** What nobody is told: how cold it really is in there, how fast the air takes the heat, when this glue breaks, how damp the room is. */
export interface FreezeTruth extends FreezeTask {
  reallyC: number;
  filmShare: number;
  breaksAtC: number;
  reallyPct: number;
  /** Water settles on what is colder, C. */
  dewC: number;
}

/** What the hand has done by now: none of it can be taken back. */
export const freezeHand = z.strictObject({ out: z.boolean(), popped: z.boolean(), powered: z.boolean() });
export type FreezeHand = z.output<typeof freezeHand>;

export type FreezeReason = "not brittle" | "wet" | "not powered";

interface Curve {
  timesS: readonly number[];
  glueC: readonly number[];
}

export interface FreezeState extends Moment<FreezeReason> {
  glueC: number;
  /** How the glue line goes, s from when it was laid in: in the freezer, then out of it. */
  curve: Curve;
  outAtS: number | null;
  poppedAtS: number | null;
  poweredAtS: number | null;
  /** How the popped panel warms. */
  thaw: Thaw | null;
  faceC: number;
}

/** A minute of the freezer is a second of practice. */
export const FREEZE_PACE = 60;
/** So long is followed in the freezer and out of it, s. */
const LONGEST_S = 7_200;
const OUT_S = 3_600;

/** How the glue line goes where a panel is taken out after so long, s from when it was laid in. */
export function freezeCurve(
  task: FreezeTask,
  outAfterS: number,
  { freezerC = task.freezerC, filmShare = 1 } = {},
): Curve {
  const family = bondedFamily(task);
  const cold = methodAt("freezer", freezerC);
  if (cold.kind !== "freezer") throw new Error("A panel is frozen in a freezer.");
  const settings = heatBy(family, { ...cold, filmWm2K: filmShare * cold.filmWm2K }, outAfterS);
  const asked = liftHeatInput(family, bondedSeam(family), settings);
  const [soak, cut] = asked.phases;
  const { timesS, interfaces } = calculateHeatSoak(
    { ...asked, phases: [soak!, { ...cut!, durationS: OUT_S }], outputEveryS: 10 },
    SEARCH_GRID,
  );
  return { timesS, glueC: interfaces[glueFace(family)]!.temperatureC };
}

/** What thaw is asked of what is left on the bench: the panel, without its glass. */
export function freezeThawInput(task: FreezeTask, startC: number, relativeHumidityPct: number): ThawInput {
  const family = bondedFamily(task);
  const { layers } = liftHeatInput(
    family,
    bondedSeam(family),
    heatBy(family, methodAt("freezer", task.freezerC), 60),
  );
  return {
    layers: layers.slice(glueFace(family)),
    contacts: [],
    startC,
    airC: PRACTICE_ROOM_C,
    relativeHumidityPct,
  };
}

/**
 * A panel to freeze as a seed has it: another stack, another freezer, another room.
 *
 * @example
 * freezeOf(1).freezerC === freezeOf(1).freezerC // true
 */
export function freezeOf(seed: number): FreezeTruth {
  const next = randomStream(seed * 3_559 + 53);
  const freezerC = -Math.round(between(next, 23, 28));
  const relativeHumidityPct = Math.round(between(next, 35, 60));
  const brittleC = BONDED_GLUE.brittleC.value;
  const reallyPct = relativeHumidityPct + between(next, -4, 4);
  return {
    panel: { widthMm: Math.round(between(next, 70, 110)), heightMm: Math.round(between(next, 40, 60)) },
    glassUm: 50 * Math.round(between(next, 12, 20)),
    adhesiveUm: 25 * Math.round(between(next, 5, 9)),
    freezerC,
    brittleC,
    roomC: PRACTICE_ROOM_C,
    relativeHumidityPct,
    reallyC: freezerC + between(next, -2, 2),
    filmShare: between(next, 0.75, 1.3),
    breaksAtC: brittleC + between(next, -5, 2),
    reallyPct,
    dewC: dewPointC(PRACTICE_ROOM_C, reallyPct),
  };
}

export const freezeAtRest = (): FreezeHand => ({ out: false, popped: false, powered: false });

export function freezeBegun(truth: FreezeTruth): FreezeState {
  const { reallyC: freezerC, filmShare } = truth;
  return {
    tS: 0,
    lost: null,
    glueC: PRACTICE_ROOM_C,
    curve: freezeCurve(truth, LONGEST_S, { freezerC, filmShare }),
    outAtS: null,
    poppedAtS: null,
    poweredAtS: null,
    thaw: null,
    faceC: PRACTICE_ROOM_C,
  };
}

export function freezeStep(
  truth: FreezeTruth,
  state: FreezeState,
  hand: FreezeHand,
  dtS: number,
): FreezeState {
  const tS = state.tS + FREEZE_PACE * dtS;
  let { curve, outAtS, poppedAtS, thaw } = state;
  if (hand.out && outAtS === null) {
    outAtS = state.tS;
    const { reallyC: freezerC, filmShare } = truth;
    curve = freezeCurve(truth, Math.max(1, outAtS), { freezerC, filmShare });
  }
  const glueC = interpolate(curve.timesS, curve.glueC, tS);
  const next: FreezeState = { ...state, tS, curve, outAtS, glueC, faceC: glueC };
  if (hand.popped && poppedAtS === null && outAtS !== null) {
    if (state.glueC > truth.breaksAtC)
      return { ...next, lost: { reason: "not brittle", at: null, had: state.glueC, limit: truth.breaksAtC } };
    poppedAtS = state.tS;
    thaw = calculateThaw(freezeThawInput(truth, state.glueC, truth.reallyPct));
  }
  if (thaw === null || poppedAtS === null) return next;
  const faceC = interpolate(thaw.timesS, thaw.coldestC, tS - poppedAtS);
  const popped: FreezeState = { ...next, poppedAtS, thaw, faceC };
  if (!hand.powered || state.poweredAtS !== null) return popped;
  const isWet = thaw.dryAfterS === null || tS - poppedAtS < thaw.dryAfterS;
  return isWet
    ? { ...popped, lost: { reason: "wet", at: null, had: faceC, limit: thaw.dewPointC } }
    : { ...popped, poweredAtS: tS };
}

export const freezeVerdict = (_: FreezeTruth, { poweredAtS, tS }: FreezeState): Loss<FreezeReason> | null =>
  poweredAtS === null ? { reason: "not powered", at: null, had: tS, limit: 0 } : null;
