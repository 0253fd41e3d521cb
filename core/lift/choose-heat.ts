import { z } from "zod";
import { seamNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import {
  calculateLiftHeat,
  chooseSoakS,
  heatDoubt,
  keptMethod,
  longestSoakS,
  methodNumbers,
  sureWindowS,
  thawOf,
  type LiftHeatSettings,
  USUAL_HUMIDITY_PCT,
  usualSettings,
} from "../heat/lift-heat.ts";
import { withBench, type BenchFits } from "../heat/bench-fit.ts";
import { methodOf, withSetting, type HeatMethodKind } from "../heat/heat-methods.ts";
import { glueOf, strengthAt } from "../materials/glues.ts";
import { bendingParts } from "./lift-gauge.ts";
import type { Seam } from "../stack/family.ts";
import { bounded } from "../units.ts";
import type { HeatChoice } from "./lift-slot.ts";
import { calculateLiftStress } from "./lift-stress.ts";
import { t } from "../../words/lift.ts";

/** A card is so thick, mm: it opens the gap in which the front runs ahead. Common practice, no source. */
const CARD_MM = 0.5;
/** Narrower than this a strip is not cut, mm; wider than this no card reaches. Common practice, no source. */
const LEAST_STRIP_MM = 3;
const MOST_STRIP_MM = 25;
const USUAL_SPEED_MM_S = 4;
/** A thaw that does not end in this air is looked at again after so long, s. */
const LONGEST_THAW_S = 86_400;

/** What somebody has turned on the dials, in place of what is worked out; what this station's own runs have told of its heat. */
export interface HeatDialled {
  fits?: BenchFits;
  /** Of the method's own dial: °C of a plate, W/m² of the sun. */
  setting?: number;
  soakS?: number;
  speedMmS?: number;
  humidityPct?: number;
}

/** Where no soak gives a window, s: so long is shown. */
const LONGEST_SHOWN_S = 600;

/**
 * The heat or frost for a seam: the shortest soak that gives a window, how long that is, how far a card's front runs inward at the
 * coldest of the working band (lift-stress, glass held flat), and how long it thaws.
 *
 * @returns the choice; `windowS` 0 where this way gives none
 */
export function chooseHeat(
  scene: Scene,
  method: HeatMethodKind,
  { fits = {}, setting, soakS: dialledS, speedMmS, humidityPct = USUAL_HUMIDITY_PCT }: HeatDialled = {},
): HeatChoice {
  const { family } = scene;
  const seam = heatedSeam(scene);
  if (!seam) throw new Error(t("has-no-seam-that-is-heated", { code: family.code }));
  const fitted = withBench(usualSettings(seam, method), fits);
  const usual = setting === undefined ? fitted : { ...fitted, method: withSetting(fitted.method, setting) };
  const soakS =
    dialledS ?? chooseSoakS(family, seam, usual) ?? Math.min(LONGEST_SHOWN_S, longestSoakS(usual.method));
  return heatOf(scene, seam, { ...usual, soakS }, { speedMmS, humidityPct });
}

const heatedSeam = (scene: Scene): Seam | undefined =>
  seamNow(scene) ?? scene.family.seams.find((seam) => seam.method !== "peel");

/** What a soak with these settings gives: its window, how far a card's front runs, how long it thaws. */
function heatOf(
  scene: Scene,
  seam: Seam,
  settings: LiftHeatSettings,
  { speedMmS, humidityPct }: { speedMmS: number | undefined; humidityPct: number },
): HeatChoice {
  const { family, state } = scene;
  const { kind: method } = settings.method;
  const { isCold, staysOn } = methodOf(method);
  const likelyS = staysOn ? null : (calculateLiftHeat(family, seam, settings).windowS ?? 0);
  const glue = glueOf(family.stack.find(({ name }) => name === seam.layer)!.material);
  const parts = bendingParts(family, seam, state.intake.damage);
  const frontMm = parts
    ? calculateLiftStress({
        lifted: parts.lifted,
        base: { support: "held" },
        wedgeMm: CARD_MM,
        fractureEnergyJm2: strengthAt(glue, seam.minC ?? 70),
      }).frontMm
    : MOST_STRIP_MM;
  return {
    method,
    settings: {
      ...methodNumbers(settings.method),
      roomC: settings.roomC,
      airFilmWm2K: settings.airFilmWm2K,
      ...(isCold ? { humidityPct } : {}),
      ...settings.doubt,
    },
    soakS: settings.soakS,
    windowS: likelyS === null ? null : sureWindowS(family, seam, settings, likelyS),
    ...(settings.doubt && likelyS !== null ? { likelyWindowS: likelyS } : {}),
    thawS: isCold ? Math.ceil(thawOf(family, seam, settings, humidityPct).dryAfterS ?? LONGEST_THAW_S) : null,
    stripMm: Math.min(MOST_STRIP_MM, Math.max(LEAST_STRIP_MM, Math.floor(frontMm * 10) / 10)),
    speedMmS: speedMmS ?? seam.speedMmS ?? USUAL_SPEED_MM_S,
  };
}

/** The air of a workshop, among a choice's settings. */
const air = z.object({
  roomC: bounded(-30, 60),
  airFilmWm2K: bounded(0.1, 1_000),
  humidityPct: bounded(1, 100),
});

/**
 * A choice worked out again from the settings and the soak that it was kept with: what it promises is checked against this. Null where
 * nothing is heated here, and where the settings are none that a bench could have.
 */
export function heatAgain(scene: Scene, sent: HeatChoice): HeatChoice | null {
  const seam = heatedSeam(scene);
  if (!seam) return null;
  const usual = usualSettings(seam, sent.method);
  try {
    const { roomC, airFilmWm2K, humidityPct } = air.parse({
      roomC: usual.roomC,
      airFilmWm2K: usual.airFilmWm2K,
      humidityPct: USUAL_HUMIDITY_PCT,
      ...sent.settings,
    });
    const method = keptMethod(seam, sent.method, sent.settings);
    // Among the settings of what was measured stands how unsure that is.
    const doubt = "contactLogVar" in sent.settings ? { doubt: heatDoubt.parse(sent.settings) } : {};
    const settings = { method, roomC, airFilmWm2K, soakS: sent.soakS, ...doubt };
    return heatOf(scene, seam, settings, { speedMmS: sent.speedMmS, humidityPct });
  } catch (error) {
    // Settings beyond what a method or the air can be.
    if (error instanceof z.ZodError) return null;
    throw error;
  }
}
