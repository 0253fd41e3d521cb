import { surroundings } from "../materials/materials.ts";
import { isHeatedMethod, materialOf, type Family, type Seam } from "../stack/family.ts";
import type { RouteName } from "../job/route.ts";
import { calculateHeatSoak, type HeatFace, type HeatSoakInput, type HeatSoakResult } from "./heat-soak.ts";

/** What the heat of a lift depends on. Everything but plate and soak is assumed until this bench has measured it. */
export interface LiftHeatSettings {
  plateC: number;
  soakS: number;
  roomC: number;
  plateContactWm2K: number;
  airFilmWm2K: number;
}

/** Points of a curve: what a screen can show, and few enough to follow a slider. */
const CURVE_POINTS = 110;
/** A grid for sliders. Ready and window differ by less than 0.03 s from one eight times as fine. */
const SLIDER_GRID = { cells: 32, longestStepS: 4 };

/** How long the cooling is followed after the soak, s. */
const COOLING_S = 180;
/** The window that a soak is chosen to give, s: enough for one long edge at an easy pace. Common practice, no source. */
const WANTED_WINDOW_S = 30;
/** Longest soak that is looked at, s. */
export const LONGEST_SOAK_S = 1_800;

export const seamOf = (family: Family, route: RouteName): Seam | undefined =>
  family.seams.find((seam) => seam.route === route);

export const isHeated = (seam: Seam | undefined): seam is Seam & { plateC: number; speedMmS: number } =>
  seam !== undefined && isHeatedMethod(seam.method);

/** The heat-soak input for a family's stack on a plate, then off it. */
export function liftHeatInput(family: Family, seam: Seam, settings: LiftHeatSettings): HeatSoakInput {
  const air: HeatFace = { kind: "air", airC: settings.roomC, filmWm2K: settings.airFilmWm2K };
  const plate: HeatFace = { kind: "plate", plateC: settings.plateC, contactWm2K: settings.plateContactWm2K };
  const onGlass = seam.method === "plate on the glass";
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
      {
        name: "soak",
        durationS: settings.soakS,
        top: onGlass ? plate : air,
        bottom: onGlass ? air : plate,
      },
      { name: "cut", durationS: COOLING_S, top: air, bottom: air },
    ],
    target: { layer: seam.layer, minC: seam.minC, maxC: seam.maxC },
    limits: family.stack
      .filter((layer) => layer.maxC !== undefined)
      .map((layer) => ({ layer: layer.name, maxC: layer.maxC })),
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

export function calculateLiftHeat(family: Family, seam: Seam, settings: LiftHeatSettings): LiftHeat {
  const result = calculateHeatSoak(liftHeatInput(family, seam, settings), SLIDER_GRID);
  return {
    settings,
    result,
    readyAtS: result.target!.readyAtS,
    windowS: result.target!.windowS,
    windowCutShort: result.target!.windowCutShort,
    broken: result.limits.flatMap((limit) =>
      limit.firstBrokenS === null
        ? []
        : [
            {
              layer: limit.layer,
              maxC: family.stack.find((layer) => layer.name === limit.layer)!.maxC!,
              peakC: limit.peakC,
              atS: limit.firstBrokenS,
            },
          ],
    ),
  };
}

/** The settings before anybody has touched a slider: the family's plate, this room, no soak chosen. */
export function usualSettings(seam: Seam): Omit<LiftHeatSettings, "soakS"> {
  return {
    plateC: seam.plateC ?? 90,
    roomC: surroundings.roomC.value,
    plateContactWm2K: surroundings.plateContactWm2K.value,
    airFilmWm2K: surroundings.airFilmWm2K.value,
  };
}

const toFiveSeconds = (seconds: number) => Math.ceil(seconds / 5) * 5;

/**
 * The shortest soak, in steps of 5 s, that gives a window of about half a minute without breaking a limit; the
 * longest unbroken one where none does. `null` where the glue line never reaches its band on this plate.
 */
export function chooseSoakS(
  family: Family,
  seam: Seam,
  usual: Omit<LiftHeatSettings, "soakS">,
): number | null {
  const coarse = (soakS: number) =>
    calculateHeatSoak(
      { ...liftHeatInput(family, seam, { ...usual, soakS }), outputEveryS: soakS + COOLING_S },
      { cells: 24, longestStepS: 10 },
    );
  const { target } = coarse(LONGEST_SOAK_S);
  if (target!.readyAtS === null || target!.readyAtS > LONGEST_SOAK_S) return null;
  const goodEnough = (soakS: number) => (coarse(soakS).target!.windowS ?? 0) >= WANTED_WINDOW_S;
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
  const wanted = goodEnough(ready)
    ? ready
    : firstWhere(goodEnough, ready, Math.min(LONGEST_SOAK_S, 8 * ready));
  if (sound(wanted)) return wanted;
  if (!sound(ready)) return ready;
  return firstWhere((soakS) => !sound(soakS), ready, wanted) - 5;
}
