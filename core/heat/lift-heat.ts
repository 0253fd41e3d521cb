import { z } from "zod";
import { glueOf } from "../materials/glues.ts";
import { surroundings } from "../materials/materials.ts";
import { isHeatedMethod, materialOf, type Family, type Seam } from "../stack/family.ts";
import type { RouteName } from "../route/routes.ts";
import { methodOf, settingOf, type HeatMethodKind } from "./heat-methods.ts";
import { facesOf, heatMethod, methodAt, type HeatMethod } from "./heat-method-input.ts";
import { heatLimits } from "./heat-limits.ts";
import { calculateThaw, type Thaw } from "./thaw.ts";
import {
  calculateHeatSoak,
  SEARCH_GRID,
  type HeatFace,
  type HeatSoakInput,
  type HeatSoakResult,
} from "./heat-soak.ts";
import { bounded } from "../units.ts";
import type { SoakPlanInput } from "./soak-plan.ts";

/** What the heat of a lift depends on. Everything but setting and soak is assumed until this bench has measured it. */
export interface LiftHeatSettings {
  method: HeatMethod;
  soakS: number;
  roomC: number;
  airFilmWm2K: number;
  /** Where contact and air were measured: how unsure that left them. */
  doubt?: HeatDoubt;
}

/** Variances of the logarithms of a contact and an air that were measured, and their covariance. */
export const heatDoubt = z.object({
  contactLogVar: bounded(0, 25),
  contactAirLogCov: bounded(-25, 25),
  airLogVar: bounded(0, 25),
});
export type HeatDoubt = z.output<typeof heatDoubt>;

/** Points of a curve: what a screen can show, and few enough to follow a slider. */
const CURVE_POINTS = 110;
/** A grid for sliders. Ready and window differ by less than 0.03 s from one eight times as fine. */
const SLIDER_GRID = { cells: 32, longestStepS: 4 };

/** How long the cooling is followed after the soak, s. */
const COOLING_S = 180;
/** The window that a soak is chosen to give, s: enough for one long edge at an easy pace. Common practice, no source. */
const WANTED_WINDOW_S = 30;
/** Longest soak that is looked at, s; longer where a method is slower by nature. */
const LONGEST_SOAK_S = 1_800;

export const longestSoakS = (method: HeatMethod): number =>
  Math.max(LONGEST_SOAK_S, methodOf(method.kind).longestS);

export const seamOf = (family: Family, route: RouteName): Seam | undefined =>
  family.seams.find((seam) => seam.route === route);

export const isHeated = (seam: Seam | undefined): seam is Seam & { plateC: number; speedMmS: number } =>
  seam !== undefined && isHeatedMethod(seam.method);

/** The band that a method brings the glue line into: soft from the seam's own on, or brittle below the glue's. */
export function bandOf(family: Family, seam: Seam, method: HeatMethod): HeatSoakInput["target"] {
  if (!methodOf(method.kind).isCold) return { layer: seam.layer, minC: seam.minC, maxC: seam.maxC };
  const { material } = family.stack.find((layer) => layer.name === seam.layer)!;
  return { layer: seam.layer, maxC: glueOf(material).brittleC.value };
}

/** The heat-soak input for a family's stack on the heat, then off it. */
export function liftHeatInput(family: Family, seam: Seam, settings: LiftHeatSettings): HeatSoakInput {
  const air: HeatFace = { kind: "air", airC: settings.roomC, filmWm2K: settings.airFilmWm2K };
  const faces = facesOf(settings.method, settings.roomC, settings.airFilmWm2K);
  const contacts = family.stack
    .slice(0, -1)
    .flatMap((layer) =>
      layer.contactBelowWm2K === undefined
        ? []
        : [{ afterLayer: layer.name, conductanceWm2K: layer.contactBelowWm2K }],
    );
  return {
    layers: family.stack.map((layer) => {
      const material = materialOf(family, layer.material);
      return {
        name: layer.name,
        thicknessUm: layer.thicknessUm,
        conductivityWmK: material.conductivityWmK.value,
        densityKgM3: material.densityKgM3.value,
        specificHeatJkgK: material.specificHeatJkgK.value,
      };
    }),
    contacts,
    startC: settings.roomC,
    phases: [
      { name: "soak", durationS: settings.soakS, ...faces },
      {
        name: "cut",
        durationS: COOLING_S,
        ...(methodOf(settings.method.kind).staysOn ? faces : { top: air, bottom: air }),
      },
    ],
    target: bandOf(family, seam, settings.method),
    limits: heatLimits(family).map(({ layer, maxC }) => ({ layer, maxC })),
    outputEveryS: Math.max(1, Math.round((settings.soakS + COOLING_S) / CURVE_POINTS)),
  };
}

export interface LiftHeat {
  settings: LiftHeatSettings;
  result: HeatSoakResult;
  readyAtS: number | null;
  /** Seconds in the band after the plate, not counting the way to the bench. */
  windowS: number | null;
  windowCutShort: boolean;
  /** Limits that this soak breaks. */
  broken: { layer: string; maxC: number; peakC: number; atS: number }[];
}

export const calculateLiftHeat = (family: Family, seam: Seam, settings: LiftHeatSettings): LiftHeat =>
  liftHeatFrom(family, settings, liftHeatInput(family, seam, settings));

/** So many standard deviations below what is likely are undercut once in forty times. */
const SURE_DEVIATIONS = 1.96;
/** A step in the logarithm of a conductance, to see what the window makes of it. */
const DOUBT_STEP = 0.05;

/**
 * The window that is sure enough to work by, s: shorter than the likely one by what the doubt about contact and air comes to (to the first
 * order), so that the true one is shorter in one run of forty. As likely where nothing was measured.
 */
export function sureWindowS(family: Family, seam: Seam, settings: LiftHeatSettings, likelyS: number): number {
  const { doubt, method, airFilmWm2K } = settings;
  if (!doubt || !("contactWm2K" in method)) return likelyS;
  const windowAt = (contactLog: number, airLog: number) =>
    calculateLiftHeat(family, seam, {
      ...settings,
      method: { ...method, contactWm2K: method.contactWm2K * Math.exp(contactLog) },
      airFilmWm2K: airFilmWm2K * Math.exp(airLog),
    }).windowS ?? 0;
  const byContact = (windowAt(DOUBT_STEP, 0) - windowAt(-DOUBT_STEP, 0)) / (2 * DOUBT_STEP);
  const byAir = (windowAt(0, DOUBT_STEP) - windowAt(0, -DOUBT_STEP)) / (2 * DOUBT_STEP);
  const variance =
    byContact ** 2 * doubt.contactLogVar +
    2 * byContact * byAir * doubt.contactAirLogCov +
    byAir ** 2 * doubt.airLogVar;
  return Math.max(0, likelyS - SURE_DEVIATIONS * Math.sqrt(Math.max(0, variance)));
}

/**
 * The heat of the soak that begins after `beforeS`; what was before has left its warmth. Times are counted from that moment.
 */
export function liftHeatFrom(
  family: Family,
  settings: LiftHeatSettings,
  input: HeatSoakInput,
  beforeS = 0,
): LiftHeat {
  const whole = calculateHeatSoak(input, SLIDER_GRID);
  const first = whole.timesS.findIndex((timeS) => timeS >= beforeS);
  const result: HeatSoakResult = {
    ...whole,
    timesS: whole.timesS.slice(first).map((timeS) => timeS - beforeS),
    interfaces: whole.interfaces.map((face) => ({
      ...face,
      temperatureC: face.temperatureC.slice(first),
      ...(face.belowC ? { belowC: face.belowC.slice(first) } : {}),
    })),
  };
  const { intervals, windowS, windowCutShort } = whole.target!;
  const next = intervals.find(({ toS }) => toS > beforeS);
  return {
    settings,
    result,
    readyAtS: next ? Math.max(0, next.fromS - beforeS) : null,
    windowS,
    windowCutShort,
    broken: whole.limits.flatMap((limit) =>
      limit.firstBrokenS === null
        ? []
        : [
            {
              layer: limit.layer,
              maxC: heatLimits(family).find(({ layer }) => layer === limit.layer)!.maxC,
              peakC: limit.peakC,
              atS: Math.max(0, limit.firstBrokenS - beforeS),
            },
          ],
    ),
  };
}

/** A method as this seam wants it: the family's plate, and the side that is heated. */
function usualMethod(seam: Seam, kind: HeatMethodKind): HeatMethod {
  const info = methodOf(kind);
  const setting = kind === "plate" ? (seam.plateC ?? info.usual) : info.usual;
  const method = methodAt(kind, setting);
  return "side" in method
    ? { ...method, side: seam.method === "plate on the glass" ? "glass" : "back" }
    : method;
}

/** The settings before anybody has touched a slider: the family's plate, this room, no soak chosen. */
export function usualSettings(seam: Seam, kind: HeatMethodKind = "plate"): Omit<LiftHeatSettings, "soakS"> {
  return {
    method: usualMethod(seam, kind),
    roomC: surroundings.roomC.value,
    airFilmWm2K: surroundings.airFilmWm2K.value,
  };
}

/** What soak-plan is asked of a seam that is heated so. */
export function wayInput(
  family: Family,
  seam: Seam,
  usual: Omit<LiftHeatSettings, "soakS">,
  cut: Pick<SoakPlanInput, "edgeMm" | "speedMmS" | "handlingS">,
): SoakPlanInput {
  // Soaks are what is looked for: the one in here only fills its place.
  const { layers, contacts, startC, target, limits } = liftHeatInput(family, seam, { ...usual, soakS: 60 });
  return {
    layers,
    contacts,
    startC,
    target: target!,
    limits,
    method: usual.method,
    airC: usual.roomC,
    filmWm2K: usual.airFilmWm2K,
    ...cut,
  };
}

/** Damp that a workshop's air holds unless it is measured, %. Assumed. */
export const USUAL_HUMIDITY_PCT = 50;

/**
 * How a frozen stack thaws in the room after its soak, as it comes out of the cold: every layer as cold as the freezer, which is
 * on the safe side.
 */
export const thawOf = (
  family: Family,
  seam: Seam,
  settings: LiftHeatSettings,
  relativeHumidityPct: number,
): Thaw => {
  const { layers, contacts } = liftHeatInput(family, seam, settings);
  return calculateThaw({
    layers,
    contacts,
    startC: settingOf(settings.method),
    airC: settings.roomC,
    relativeHumidityPct,
    filmWm2K: settings.airFilmWm2K,
  });
};

/** A method's numbers, as a job keeps them beside its name. */
export const methodNumbers = (method: HeatMethod): Record<string, number> =>
  Object.fromEntries(
    Object.entries(method).filter((entry): entry is [string, number] => typeof entry[1] === "number"),
  );

/** A method from what a job has kept of it; what was not kept is as usual. */
export function keptMethod(
  seam: Seam,
  kind: HeatMethodKind,
  kept: Readonly<Record<string, number>>,
): HeatMethod {
  const usual = usualMethod(seam, kind);
  const own = Object.fromEntries(
    Object.keys(methodNumbers(usual)).flatMap((field) =>
      kept[field] === undefined ? [] : [[field, kept[field]]],
    ),
  );
  return heatMethod.parse({ ...usual, ...own });
}

/** A window this close to the longest that there is does: the rest of a soak only cooks the panel. */
const NEARLY = 0.95;

const toFiveSeconds = (seconds: number) => Math.ceil(seconds / 5) * 5;

/**
 * The shortest soak, in steps of 5 s, that gives a window of about half a minute without breaking a limit, or nearly the
 * longest window that there is where none gives so much; the longest unbroken one where a limit stands in the way. Where contact and air were measured it is the sure window that is to be so long, if twice the soak
 * that would most likely do brings it about. `null` where the glue line never reaches its band this way.
 */
export function chooseSoakS(
  family: Family,
  seam: Seam,
  usual: Omit<LiftHeatSettings, "soakS">,
): number | null {
  const coarse = (soakS: number) =>
    calculateHeatSoak(
      { ...liftHeatInput(family, seam, { ...usual, soakS }), outputEveryS: soakS + COOLING_S },
      SEARCH_GRID,
    );
  const longestS = longestSoakS(usual.method);
  const { target } = coarse(longestS);
  if (target!.readyAtS === null || target!.readyAtS > longestS) return null;
  const windowOf = (soakS: number) => coarse(soakS).target!.windowS ?? 0;
  const sound = (soakS: number) => coarse(soakS).limits.every((limit) => limit.firstBrokenS === null);
  // Both grow with the soak, one towards good and one towards bad, so both borders can be halved in on.
  const firstWhere = (test: (soakS: number) => boolean, from: number, to: number): number => {
    let low = from;
    let high = to;
    while (high - low > 5) {
      const middle = toFiveSeconds((low + high) / 2 - 2.5);
      if (middle <= low || middle >= high) break;
      if (test(middle)) high = middle;
      else low = middle;
    }
    return high;
  };
  const ready = toFiveSeconds(target!.readyAtS + 1);
  const patienceS = Math.min(longestS, 8 * ready);
  const wantedS = Math.min(WANTED_WINDOW_S, NEARLY * windowOf(patienceS));
  const goodEnough = (soakS: number) => windowOf(soakS) >= wantedS;
  const likely = goodEnough(ready) ? ready : firstWhere(goodEnough, ready, patienceS);
  const surelyEnough = (soakS: number) => {
    const settings = { ...usual, soakS };
    const { windowS } = calculateLiftHeat(family, seam, settings);
    return sureWindowS(family, seam, settings, windowS ?? 0) >= wantedS;
  };
  const mostS = Math.min(longestS, 2 * likely);
  const wanted =
    usual.doubt && goodEnough(likely) && !surelyEnough(likely) && surelyEnough(mostS)
      ? firstWhere(surelyEnough, likely, mostS)
      : likely;
  if (sound(wanted)) return wanted;
  if (!sound(ready)) return ready;
  return firstWhere((soakS) => !sound(soakS), ready, wanted) - 5;
}
