import { z } from "zod";
import { heatLimits } from "../heat/heat-limits.ts";
import { calculateHeatSoak, SEARCH_GRID, type HeatSoakInput } from "../heat/heat-soak.ts";
import { methodAt } from "../heat/heat-method-input.ts";
import { liftHeatInput, type LiftHeatSettings } from "../heat/lift-heat.ts";
import { interpolate } from "../interpolate.ts";
import { CARD_MM, CARD_MM_S } from "../lift/handling.ts";
import { calculateLiftStress, type LiftStress } from "../lift/lift-stress.ts";
import type { LiftStressInput } from "../lift/lift-stress-input.ts";
import { strengthAt } from "../materials/glues.ts";
import { stiffnessOf } from "../materials/stiffness.ts";
import { randomStream } from "../random.ts";
import { materialOf, type Family } from "../stack/family.ts";
import { bounded } from "../units.ts";
import {
  BONDED_GLUE,
  bondedFamily,
  bondedSeam,
  glueFace,
  heatBy,
  PRACTICE_ROOM_C,
  type BondedPanel,
} from "./bonded-panel.ts";
import { between, pointingHand, smoothed, type Loss, type Moment, type PracticePlace } from "./exercise.ts";

/** What somebody is given to part with a card, and is told of it. */
export interface WindowTask extends BondedPanel {
  /** The upper edge is parted, but for where a cable leaves it. */
  cable: { fromMm: number; toMm: number };
  /** Deeper the card comes under the picture, mm. */
  deepestMm: number;
  /** What the glass and the panel bear at the least, MPa. */
  allowableMpa: number;
}

/** What nobody is told: how well the plate touches, how hard this glue holds, what these parts bear. */
export interface WindowTruth extends WindowTask {
  contactShare: number;
  strengthShare: number;
  bearsMpa: number;
}

export const windowHand = z.strictObject({
  ...pointingHand.shape,
  plateC: bounded(40, 150),
  soakMin: bounded(0.5, 20),
  /** It lies off the plate: the card may go in. */
  lifted: z.boolean(),
});
export type WindowHand = z.output<typeof windowHand>;

export type WindowReason = "too cold" | "too fast" | "too hot" | "too deep" | "cable";

export interface WindowState extends Moment<WindowReason> {
  glueC: number;
  /** From when it lies off the plate, and how the glue line cools from then on; null on the plate. */
  cooling: { fromS: number; timesS: readonly number[]; glueC: readonly number[] } | null;
  soaks: number;
  /** Which millimetres of the edge are free. */
  freed: readonly boolean[];
  /** How much of what has to be is free, 0 to 1. */
  freeShare: number;
  /** Where the card is, and how fast it goes, mm/s. */
  card: PracticePlace | null;
  speedMmS: number;
  /** What the weaker part feels over what it bears; 0 where nothing is being parted. */
  load: number;
}

/** Less deep a card parts nothing, mm. */
const LEAST_MM = 2;
const DEEPEST_MM = 7;
/** So far beside a cable what stays glued gives by itself, mm. Assumed. */
const BESIDE_MM = 3;
/** A hand can keep so slow a speed, mm/s. Assumed. */
export const SLOW_HAND_MM_S = 1;
/** A hand's speed is taken over so long, s. */
const OVER_S = 0.15;
/** The front takes more energy the faster it goes, to this power of the speed: 0.6 in soft adhesives (Maugis & Barquins 1978; from memory). */
export const RATE = 0.6;
/** Slower than this a front takes no less, mm/s. Assumed. */
const SLOWEST_MM_S = 0.5;
/** Edges of cut glass and of a cell bear this for a moment. Assumed. */
const ALLOWABLE_MPA = 40;

/** Plate and soak, as the calculations take them; a share of the usual contact where it is known. */
export const windowHeat = (
  family: Family,
  { plateC, soakMin }: Pick<WindowHand, "plateC" | "soakMin">,
  contactShare = 1,
): LiftHeatSettings => {
  const plate = methodAt("plate", plateC);
  if (plate.kind !== "plate") throw new Error("A panel is practised on a plate.");
  return heatBy(family, { ...plate, contactWm2K: contactShare * plate.contactWm2K }, 60 * soakMin);
};

/** How the glue line cools after a soak that begins at a temperature, and which layer got too hot in it. */
export function windowCooling(
  task: BondedPanel,
  hand: Pick<WindowHand, "plateC" | "soakMin">,
  { startC, contactShare = 1 }: { startC?: number; contactShare?: number } = {},
) {
  const family = bondedFamily(task);
  const settings = windowHeat(family, hand, contactShare);
  const asked = liftHeatInput(family, bondedSeam(family), settings);
  const input: HeatSoakInput = { ...asked, startC: startC ?? asked.startC, outputEveryS: 2 };
  const { timesS, interfaces, limits } = calculateHeatSoak(input, SEARCH_GRID);
  const first = timesS.findIndex((timeS) => timeS >= settings.soakS - 1e-9);
  const hottest = limits
    .filter(({ firstBrokenS }) => firstBrokenS !== null)
    .map(({ layer, peakC }) => ({ peakC, maxC: heatLimits(family).find((one) => one.layer === layer)!.maxC }))
    .reduce<{ peakC: number; maxC: number } | null>(
      (most, one) => (most && most.peakC - most.maxC > one.peakC - one.maxC ? most : one),
      null,
    );
  return {
    timesS: timesS.slice(first).map((timeS) => timeS - settings.soakS),
    glueC: interfaces[glueFace(family)]!.temperatureC.slice(first),
    hottest,
  };
}

/** How much more energy a front takes at a speed than at a card's usual one. */
export const overSpeed = (speedMmS: number): number => (Math.max(SLOWEST_MM_S, speedMmS) / CARD_MM_S) ** RATE;

const bending = (family: Family, material: string) => {
  const { modulusGpa, poisson } = stiffnessOf(materialOf(family, material));
  return { modulusGpa, poisson };
};

/** What lift-stress is asked while a card goes at a speed through glue of a temperature. */
export function windowStressInput(
  task: WindowTask,
  at: { glueC: number; speedMmS: number; strengthShare?: number; bearsMpa?: number },
): LiftStressInput {
  const family = bondedFamily(task);
  const bears = at.bearsMpa ?? task.allowableMpa;
  const plate = ({ material: of, thicknessUm }: Family["stack"][number]) => ({
    ...bending(family, of),
    thicknessMm: thicknessUm / 1_000,
  });
  return {
    lifted: plate(family.stack[0]!),
    base: { support: "free", ...plate(family.stack.at(-1)!) },
    wedgeMm: CARD_MM,
    fractureEnergyJm2: strengthAt(BONDED_GLUE, at.glueC) * overSpeed(at.speedMmS) * (at.strengthShare ?? 1),
    allowableMpa: { lifted: bears, base: bears },
  };
}

/** What glass and panel feel then. */
export const windowStress = (task: WindowTask, at: Parameters<typeof windowStressInput>[1]): LiftStress =>
  calculateLiftStress(windowStressInput(task, at));

/**
 * A panel to part as a seed has it: another size, other layers, a cable elsewhere; another contact, glue and toughness.
 *
 * @example
 * windowOf(1).panel.widthMm === windowOf(1).panel.widthMm // true
 */
export function windowOf(seed: number): WindowTruth {
  const next = randomStream(seed * 7_349 + 29);
  const widthMm = Math.round(between(next, 70, 110));
  const fromMm = Math.round(between(next, 0.25, 0.55) * widthMm);
  return {
    panel: { widthMm, heightMm: Math.round(between(next, 40, 60)) },
    glassUm: 50 * Math.round(between(next, 12, 18)),
    adhesiveUm: 25 * Math.round(between(next, 5, 9)),
    cable: { fromMm, toMm: fromMm + Math.round(between(next, 10, 18)) },
    deepestMm: DEEPEST_MM,
    allowableMpa: ALLOWABLE_MPA,
    contactShare: between(next, 0.75, 1.25),
    strengthShare: between(next, 0.7, 1.4),
    bearsMpa: ALLOWABLE_MPA * between(next, 1, 1.3),
  };
}

/** How the card lies before anything: outside the edge. */
export const windowAtRest = (): WindowHand => ({
  xMm: -6,
  yMm: -6,
  on: false,
  plateC: 90,
  soakMin: 5,
  lifted: false,
});

export const windowBegun = ({ panel }: WindowTask): WindowState => ({
  tS: 0,
  lost: null,
  glueC: PRACTICE_ROOM_C,
  cooling: null,
  soaks: 0,
  freed: Array.from({ length: panel.widthMm }, () => false),
  freeShare: 0,
  card: null,
  speedMmS: 0,
  load: 0,
});

const isAtCable = ({ cable }: WindowTask, xMm: number): boolean => xMm >= cable.fromMm && xMm <= cable.toMm;

/** The millimetres of the edge that have to be free: beside the cable nobody goes quite up to it. */
export const toFree = ({ panel, cable }: WindowTask): number[] =>
  Array.from({ length: panel.widthMm }, (_, k) => k).filter(
    (k) => k + 1 < cable.fromMm - BESIDE_MM || k > cable.toMm + BESIDE_MM,
  );

/** How much of it is free, 0 to 1. */
const freedShare = (task: WindowTask, { freed }: Pick<WindowState, "freed">): number => {
  const asked = toFree(task);
  return asked.filter((k) => freed[k]).length / asked.length;
};

export function windowStep(
  truth: WindowTruth,
  state: WindowState,
  hand: WindowHand,
  dtS: number,
): WindowState {
  const tS = state.tS + dtS;
  const lost = (reason: WindowReason, had: number, limit: number, at: PracticePlace | null): WindowState => ({
    ...state,
    tS,
    lost: { reason, at, had, limit },
  });
  if (!hand.lifted) return { ...state, tS, cooling: null, card: null, speedMmS: 0, load: 0 };
  let { cooling, soaks } = state;
  if (cooling === null) {
    const { contactShare } = truth;
    const { hottest, ...curve } = windowCooling(truth, hand, { startC: state.glueC, contactShare });
    if (hottest) return lost("too hot", hottest.peakC, hottest.maxC, null);
    cooling = { fromS: state.tS, ...curve };
    soaks += 1;
  }
  const glueC = interpolate(cooling.timesS, cooling.glueC, tS - cooling.fromS);
  const card = hand.on ? { xMm: hand.xMm, yMm: hand.yMm } : null;
  const way = card && state.card ? Math.hypot(card.xMm - state.card.xMm, card.yMm - state.card.yMm) / dtS : 0;
  const speedMmS = card && state.card ? smoothed(state.speedMmS, way, dtS, OVER_S) : 0;
  const next = { ...state, tS, cooling, soaks, glueC, card, speedMmS, load: 0 };
  if (!card || card.yMm < LEAST_MM || card.xMm < 0 || card.xMm >= truth.panel.widthMm) return next;
  if (card.yMm > truth.deepestMm) return lost("too deep", card.yMm, truth.deepestMm, card);
  if (isAtCable(truth, card.xMm)) return lost("cable", card.xMm, truth.cable.fromMm, card);
  const [from, to] = [state.card?.xMm ?? card.xMm, card.xMm].sort((a, b) => a - b) as [number, number];
  const crossed = toFree(truth).filter((k) => k + 1 > from && k <= to && !state.freed[k]);
  if (crossed.length === 0) return next;
  const { strengthShare, bearsMpa } = truth;
  const at = { glueC, speedMmS, strengthShare, bearsMpa };
  const { liftedMpa, baseMpa, margin } = windowStress(truth, at);
  if (margin < 1) {
    // The margin falls with the root of the energy: so fast would have held.
    const holdsMmS = speedMmS * margin ** (2 / RATE);
    return holdsMmS >= SLOW_HAND_MM_S
      ? lost("too fast", speedMmS, holdsMmS, card)
      : lost("too cold", Math.max(liftedMpa, baseMpa ?? 0), bearsMpa, card);
  }
  const freed = [...state.freed];
  for (const k of crossed) freed[k] = true;
  return { ...next, freed, freeShare: freedShare(truth, { freed }), load: 1 / margin };
}

/** Parted all along, but for the cable; what is not is a place where the glass breaks when it is lifted. */
export function windowVerdict(task: WindowTask, { freed }: WindowState): Loss | null {
  const left = toFree(task).filter((k) => !freed[k]);
  return left.length === 0
    ? null
    : { reason: "not parted", at: { xMm: left[0]! + 0.5, yMm: 0 }, had: left.length, limit: 0 };
}
