import { z } from "zod";
import { seamNow } from "../device/ask.ts";
import { interpolate } from "../interpolate.ts";
import type { Scene } from "../device/scene.ts";
import {
  calculateLiftHeat,
  chooseSoakS,
  heatDoubt,
  keptMethod,
  longestSoakS,
  type LiftHeat,
  methodNumbers,
  sureWindowS,
  thawOf,
  type LiftHeatSettings,
  USUAL_HUMIDITY_PCT,
  usualSettings,
} from "../heat/lift-heat.ts";
import { withBench, type BenchFits } from "../heat/bench-fit.ts";
import { methodOf, withSetting, type HeatMethodKind } from "../heat/heat-methods.ts";
import { bendingParts } from "./lift-gauge.ts";
import type { Seam } from "../stack/family.ts";
import { bounded } from "../units.ts";
import type { HeatChoice, WirePlan } from "./lift-slot.ts";
import type { BenchParting } from "./bench-parting.ts";
import { stripOf } from "./card-strips.ts";
import { CARD_MM, CARD_MM_S } from "./handling.ts";
import { calculateLiftStress } from "./lift-stress.ts";
import { strengthHere } from "./strength-here.ts";
import { faceStrips, longestPieceMm } from "./strips.ts";
import { usualWire, wirePull } from "./wire-force.ts";
import { WIRE_MM_S } from "./wire-sweep.ts";
import { stripsBehindWire, wireSweep } from "./wire-sweep-plan.ts";
import { t } from "../../words/lift.ts";

/** A thaw that does not end in this air is looked at again after so long, s. */
const LONGEST_THAW_S = 86_400;

/** What somebody has turned on the dials, in place of what is worked out; what this station's own runs have told of its heat. */
export interface HeatDialled {
  fits?: BenchFits;
  /** Of the method's own dial: °C of a plate, W/m² of the sun. */
  setting?: number;
  soakS?: number;
  speedMmS?: number;
  /** How thick the card is, mm. */
  cardMm?: number;
  humidityPct?: number;
  /** What this bench has read of how its glue parts. */
  parting?: BenchParting;
}

/** Where a seam names no band, its glue is soft from here on, C. Assumed. */
const SOFT_C = 70;
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
  { fits = {}, setting, soakS: dialledS, ...dialled }: HeatDialled = {},
): HeatChoice {
  const { family } = scene;
  const seam = heatedSeam(scene);
  if (!seam) throw new Error(t("has-no-seam-that-is-heated", { code: family.code }));
  const fitted = withBench(usualSettings(seam, method), fits);
  const usual = setting === undefined ? fitted : { ...fitted, method: withSetting(fitted.method, setting) };
  const soakS =
    dialledS ?? chooseSoakS(family, seam, usual) ?? Math.min(LONGEST_SHOWN_S, longestSoakS(usual.method));
  const { parting, cardMm = CARD_MM, speedMmS, humidityPct = USUAL_HUMIDITY_PCT } = dialled;
  return heatOf(
    scene,
    seam,
    { ...usual, soakS },
    {
      speedMmS: speedMmS ?? parting?.cardMmS ?? seam.speedMmS ?? CARD_MM_S,
      humidityPct,
      cardMm,
      strengthJm2: strengthFor(scene, seam, parting),
      wireMmS: parting?.wireMmS ?? WIRE_MM_S,
    },
  );
}

const glueName = ({ family }: Scene, seam: Seam): string =>
  family.stack.find(({ name }) => name === seam.layer)!.material;

/** No glue holds so many times more or less than is assumed of it. Assumed. */
const MOST_APART = 30;

/** What the seam's glue holds with where it is just soft enough to be cut, J/m2: with what this bench has read of it. */
function strengthFor(scene: Scene, seam: Seam, parting: BenchParting | undefined): number {
  const material = glueName(scene, seam);
  const readings = parting?.material === material ? [...parting.readings] : [];
  const at = { material, glueC: seam.minC ?? SOFT_C };
  const assumedJm2 = strengthHere(at).jm2;
  // A reading far off is a slip: strips are not planned by it.
  return Math.min(
    MOST_APART * assumedJm2,
    Math.max(assumedJm2 / MOST_APART, strengthHere({ ...at, readings }).jm2),
  );
}

/** How it is cut, beside how it is heated. */
const cutting = z.object({
  cardMm: bounded(0.05, 5),
  strengthJm2: bounded(0.01, 100_000),
  wireMmS: bounded(0.01, 100),
});
interface Cutting extends z.output<typeof cutting> {
  speedMmS: number;
  humidityPct: number;
}

const heatedSeam = (scene: Scene): Seam | undefined =>
  seamNow(scene) ?? scene.family.seams.find((seam) => seam.method !== "peel");

/** What a soak with these settings gives: its window, how far a card's front runs, how long it thaws. */
function heatOf(scene: Scene, seam: Seam, settings: LiftHeatSettings, cut: Cutting): HeatChoice {
  const { speedMmS, humidityPct, cardMm, strengthJm2 } = cut;
  const { family, state } = scene;
  const { kind: method } = settings.method;
  const { isCold, staysOn } = methodOf(method);
  const heat = calculateLiftHeat(family, seam, settings);
  const likelyS = staysOn ? null : (heat.windowS ?? 0);
  const windowS = likelyS === null ? null : sureWindowS(family, seam, settings, likelyS);
  const parts = bendingParts(family, seam, state.intake.damage);
  const frontMm = parts
    ? calculateLiftStress({
        lifted: parts.lifted,
        base: { support: "held" },
        wedgeMm: cardMm,
        fractureEnergyJm2: strengthJm2,
      }).frontMm
    : Infinity;
  return {
    method,
    settings: {
      ...methodNumbers(settings.method),
      roomC: settings.roomC,
      airFilmWm2K: settings.airFilmWm2K,
      ...(isCold ? { humidityPct } : {}),
      ...settings.doubt,
      cardMm,
      strengthJm2,
    },
    soakS: settings.soakS,
    windowS,
    ...(settings.doubt && likelyS !== null ? { likelyWindowS: likelyS } : {}),
    thawS: isCold ? Math.ceil(thawOf(family, seam, settings, humidityPct).dryAfterS ?? LONGEST_THAW_S) : null,
    stripMm: stripOf(frontMm),
    speedMmS,
    readyS: heat.readyAtS,
    endC: glueLineEndC(family, seam, heat),
    ...(method === "wire" ? { wire: wirePlan(scene, seam, stripOf(frontMm), cut) } : {}),
  };
}

const toTenth = (mm: number) => Math.round(10 * mm) / 10;

/** How a wire goes under the face, and which strips it leaves to cards. */
function wirePlan(
  { family }: Scene,
  seam: Seam,
  stripMm: number,
  { speedMmS, wireMmS: mmS, strengthJm2 }: Cutting,
): WirePlan {
  const strips = faceStrips(family, { stripMm, speedMmS, longestMm: longestPieceMm(null, speedMmS) });
  const sweep = wireSweep(family, seam.maxDepthMm);
  const left = new Set(stripsBehindWire(family.outline, strips, sweep));
  return {
    passes: sweep.passes.map(({ pathMm, newPct, swept }) => ({
      pathMm,
      newPct,
      swept: swept.map(({ xMm, yMm }) => ({ xMm: toTenth(xMm), yMm: toTenth(yMm) })),
    })),
    mmS,
    ...wirePull(Math.max(0, ...sweep.passes.map(({ longestMm }) => longestMm)), strengthJm2, usualWire),
    behind: strips.flatMap((strip, i) => (left.has(strip) ? [i] : [])),
  };
}

/** What the glue line has where a thermocouple lies, between the glue and what is above it, as the soak ends, C. */
function glueLineEndC(
  family: Scene["family"],
  seam: Seam,
  { result, settings: { soakS } }: LiftHeat,
): number {
  const above = family.stack.findIndex(({ name }) => name === seam.layer);
  return interpolate(result.timesS, result.interfaces[above]!.temperatureC, soakS);
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
    const assumedJm2 = strengthFor(scene, seam, undefined);
    const cut = cutting.parse({
      cardMm: CARD_MM,
      strengthJm2: assumedJm2,
      wireMmS: sent.wire?.mmS ?? WIRE_MM_S,
      ...sent.settings,
    });
    // What a bench reads of its glue lies about what is assumed of it.
    if (Math.abs(Math.log(cut.strengthJm2 / assumedJm2)) > Math.log(MOST_APART) + 1e-9) return null;
    return heatOf(scene, seam, settings, { ...cut, speedMmS: sent.speedMmS, humidityPct });
  } catch (error) {
    // Settings beyond what a method or the air can be.
    if (error instanceof z.ZodError) return null;
    throw error;
  }
}
