import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { solventNames } from "../materials/solvent-names.ts";
import { solventNamed, type SolventData } from "../materials/solvents.ts";
import { bounded, boundedWhole, temperatureC, words } from "../units.ts";
import { ventilation } from "./room.ts";
import { t } from "../../words/clean.ts";

const solventData = z.strictObject({
  name: words(80),
  molarMassGmol: bounded(1, 1_000),
  densityGml: bounded(0.1, 5),
  limitPpm: bounded(0.001, 1e6),
  shortTermPpm: usual(bounded(0.001, 1e6).nullable(), null, "no short-term limit is known"),
  lelPct: bounded(0.01, 100).nullable(),
  flashC: temperatureC().nullable(),
  autoignitionC: bounded(-100, 1_500).nullable(),
});

export const vapourInput = z.strictObject({
  solvent: z.union([z.enum(solventNames), solventData], {
    error: () => t("must-be-one-of-or-a-solvents", { solventNames: solventNames.join("; ") }),
  }),
  volumeMl: bounded(0.01, 10_000),
  evaporateMin: bounded(0.1, 480),
  ...ventilation,
  /** Times that the same is done, evenly over a day of 8 h. */
  timesPerDay: usual(boundedWhole(1, 200), 1, "it is done once a day"),
  /** Air that sweeps the space between cloth and face. */
  faceM3Min: usual(
    bounded(0.01, 1_000),
    6.8,
    "6.8 m³ of air a minute go by the face: half a sphere of 0.6 m in air that moves at 0.1 m/s, Nicas 1996, from memory; not measured",
  ),
  /** The hottest thing that vapour could reach. */
  hottestToolC: bounded(-100, 1_500).optional(),
  roomC: usual(bounded(-30, 60), 25, "a room at 25 °C, at which limits in ppm are stated"),
});
export type VapourInput = z.input<typeof vapourInput>;

export const ignitions = ["safe", "no flame or hot tool", "above autoignition"] as const;

export const vapourResult = z.strictObject({
  peakPpm: z.number(),
  twa8hPpm: z.number(),
  /** Before the face of whoever wipes: the highest, and the highest mean over 15 minutes, with its published limit where there is one. */
  nearPeakPpm: z.number(),
  near15MinPpm: z.number(),
  shortTermPpm: z.number().nullable(),
  limitPpm: z.number(),
  /** The peak as percent of the lower explosive limit; null where it does not burn. */
  lowerExplosivePct: z.number().nullable(),
  /** Fewest air changes at which the day's mean keeps the limit and the peak stays below a tenth of the explosive limit. */
  airChangesNeededPerH: z.number(),
  ignition: z.enum(ignitions),
  cautions: z.array(z.string()),
  curve: z.array(z.strictObject({ timeMin: z.number(), ppm: z.number() })),
});
export type Vapour = z.output<typeof vapourResult>;

/** Litres of a mole of vapour at 25 C and 1 atm, as limits in ppm are stated. */
const MOLAR_VOLUME_L = 24.45;
/** Limits for a working day are means over so long, h. */
export const DAY_H = 8;
/** Limits for a short while are means over so long. */
const SHORT_TERM_H = 0.25;
/** Share of the lower explosive limit at which a room is left: the usual alarm of gas detectors, from memory. */
const EXPLOSIVE_SHARE = 0.1;
/** Vapour counts as ready to light where the room is within this of the flash point, K. */
const FLASH_MARGIN_K = 5;
/** A hot surface is doubtful from this share of the autoignition temperature on, C: a usual rule, from memory. */
const AUTOIGNITION_SHARE = 0.8;
const MOST_CHANGES_PER_H = 1e5;
const CURVE_POINTS = 160;

/** What one wipe leaves in the air at a time after its start, and up to then summed over time: ppm and ppm h. */
function oneWipe(allPpm: number, evaporateH: number, removalPerH: number) {
  const ratePpmH = allPpm / evaporateH;
  const rising = (t: number) =>
    removalPerH === 0 ? ratePpmH * t : (ratePpmH / removalPerH) * -Math.expm1(-removalPerH * t);
  const risingSum = (t: number) =>
    removalPerH * t < 1e-4
      ? (ratePpmH * t * t) / 2
      : (ratePpmH / removalPerH) * (t + Math.expm1(-removalPerH * t) / removalPerH);
  return {
    at: (t: number) => {
      if (t <= 0) return 0;
      if (t <= evaporateH) return rising(t);
      return rising(evaporateH) * Math.exp(-removalPerH * (t - evaporateH));
    },
    sumUntil: (t: number) => {
      if (t <= 0) return 0;
      if (t <= evaporateH) return risingSum(t);
      const after = t - evaporateH;
      const decay = removalPerH === 0 ? after : -Math.expm1(-removalPerH * after) / removalPerH;
      return risingSum(evaporateH) + rising(evaporateH) * decay;
    },
  };
}

/**
 * What a wipe puts in the air: dC/dt = G/V - (n/k) C, with G constant while the solvent evaporates (box model).
 *
 * `mixing` k divides the air changes n. The mean is over 8 h from the first wipe. Volumes in ml and m3, times in min and h, shares
 * in ppm by volume at 25 C and 1 atm. Before the face the air is richer than the room's by G / β, with β the air that sweeps the space between
 * cloth and face (two zones, Nicas 1996): that space is through in seconds, so it stands as long as the solvent evaporates.
 * Source: the general-ventilation box model of the ACGIH *Industrial Ventilation* manual and of Burgess, Ellenbecker & Treitman,
 * *Ventilation for Control of the Work Environment*; limits, flash points and explosive limits: NIOSH *Pocket Guide to Chemical
 * Hazards* (all from memory).
 */
export function calculateVapour(input: VapourInput): Vapour {
  const {
    solvent: asked,
    timesPerDay,
    evaporateMin,
    mixing,
    roomC,
    faceM3Min,
    ...rest
  } = vapourInput.parse(input);
  const solvent: SolventData = typeof asked === "string" ? solventNamed(asked)! : asked;
  const moles = (rest.volumeMl * solvent.densityGml) / solvent.molarMassGmol;
  const allPpm = ((moles * MOLAR_VOLUME_L) / (rest.roomM3 * 1_000)) * 1e6;
  const evaporateH = evaporateMin / 60;
  const startsH = Array.from({ length: timesPerDay }, (_, i) => (i * DAY_H) / timesPerDay);
  const inAir = (airChangesPerH: number) => {
    const wipe = oneWipe(allPpm, evaporateH, airChangesPerH / mixing);
    const at = (timeH: number) => startsH.reduce((sum, start) => sum + wipe.at(timeH - start), 0);
    const sumUntil = (timeH: number) => startsH.reduce((sum, start) => sum + wipe.sumUntil(timeH - start), 0);
    return {
      at,
      sumUntil,
      // It rises while a wipe evaporates and falls after: the highest is at some wipe's end, or where the next begins.
      peakPpm: Math.max(...startsH.flatMap((start) => [at(start), at(start + evaporateH)])),
      twa8hPpm: sumUntil(DAY_H) / DAY_H,
    };
  };
  const lelPpm = solvent.lelPct === null ? Infinity : solvent.lelPct * 1e4;
  const isKept = (airChangesPerH: number) => {
    const { peakPpm, twa8hPpm } = inAir(airChangesPerH);
    return twa8hPpm <= solvent.limitPpm && peakPpm <= EXPLOSIVE_SHARE * lelPpm;
  };
  let [low, high] = [0, isKept(0) ? 0 : MOST_CHANGES_PER_H];
  for (let i = 0; i < 60 && high > low; i += 1) {
    const middle = (low + high) / 2;
    if (isKept(middle)) high = middle;
    else low = middle;
  }
  const now = inAir(rest.airChangesPerH);
  // What the cloth gives off, spread over the air that sweeps by: ml of solvent and m3 of air in the same minutes.
  const abovePpm = (allPpm * rest.roomM3) / (evaporateMin * faceM3Min);
  const near15MinPpm = Math.max(
    ...startsH.map((start) => {
      const from = start + Math.max(0, evaporateH - SHORT_TERM_H);
      const roomPpm = (now.sumUntil(from + SHORT_TERM_H) - now.sumUntil(from)) / SHORT_TERM_H;
      return roomPpm + (abovePpm * Math.min(evaporateH, SHORT_TERM_H)) / SHORT_TERM_H;
    }),
  );
  const { hottestToolC } = rest;
  const burns = solvent.flashC !== null || solvent.lelPct !== null;
  const isReady =
    (solvent.flashC !== null && solvent.flashC <= roomC + FLASH_MARGIN_K) ||
    now.peakPpm > EXPLOSIVE_SHARE * lelPpm;
  const lightsAt = solvent.autoignitionC ?? Infinity;
  const ignition =
    burns && hottestToolC !== undefined && hottestToolC >= lightsAt
      ? "above autoignition"
      : burns && isReady
        ? "no flame or hot tool"
        : "safe";
  const cautions = [
    ...(ignition === "above autoignition" && hottestToolC !== undefined
      ? [t("c-lights-vapour-by-itself-from-c", { hottestToolC, name: solvent.name, lightsAt })]
      : burns && hottestToolC !== undefined && hottestToolC >= AUTOIGNITION_SHARE * lightsAt
        ? [t("c-is-close-to-the-c-at", { hottestToolC, lightsAt, name: solvent.name })]
        : []),
    ...(ignition === "safe" ? [] : [t("no-flame-spark-or-hot-tool-until")]),
    ...(now.twa8hPpm > solvent.limitPpm ? [t("over-the-limit-for-a-working-day")] : []),
    ...(now.peakPpm > solvent.limitPpm && now.twa8hPpm <= solvent.limitPpm
      ? [t("for-a-while-above-the-days-limit")]
      : []),
    ...(solvent.shortTermPpm !== null && near15MinPpm > solvent.shortTermPpm
      ? [t("too-much-before-the-face-for-a-quarter")]
      : []),
    ...(now.peakPpm > EXPLOSIVE_SHARE * lelPpm ? [t("more-than-a-tenth-of-what-can")] : []),
  ];
  const spanH = Math.max(
    evaporateH * 1.2,
    Math.min(DAY_H, evaporateH + (5 * mixing) / Math.max(rest.airChangesPerH, 0.1)),
  );
  const endH = timesPerDay > 1 ? DAY_H : spanH;
  return {
    peakPpm: now.peakPpm,
    twa8hPpm: now.twa8hPpm,
    nearPeakPpm: now.peakPpm + abovePpm,
    near15MinPpm,
    shortTermPpm: solvent.shortTermPpm,
    limitPpm: solvent.limitPpm,
    lowerExplosivePct: solvent.lelPct === null ? null : (100 * now.peakPpm) / lelPpm,
    airChangesNeededPerH: high,
    ignition,
    cautions,
    curve: Array.from({ length: CURVE_POINTS + 1 }, (_, i) => {
      const timeH = (i * endH) / CURVE_POINTS;
      return { timeMin: timeH * 60, ppm: now.at(timeH) };
    }),
  };
}

export const vapour = defineCalculation({
  name: "vapour",
  purpose: "What a wipe with solvent puts in the air of the room, against what people bear and what lights.",
  input: vapourInput,
  result: vapourResult,
  calculate: calculateVapour,
});
