import type { AdhesiveInUse } from "../bond/adhesive-in-use.ts";
import { benchLamp } from "../materials/adhesives.ts";
import type { RouteName } from "../route/routes.ts";
import type { Family } from "../stack/family.ts";
import { rimOfPanel } from "../stack/panel-geometry.ts";
import { coverLight, lampNms, USUAL_LAMP_NM, type LampNm } from "./cover-light.ts";
import { calculateCureDose, type CureDoseInput } from "./cure-dose.ts";

/** What a cure is worked out from: chosen settings over what the job's readings and its bottle say. */
export interface CureBasis {
  route: RouteName;
  adhesive: AdhesiveInUse;
  chosen: Partial<Record<string, number>>;
}

export const lampNmOf = ({ lampNm }: Partial<Record<string, number>>): LampNm =>
  lampNms.find((nm) => nm === lampNm) ?? USUAL_LAMP_NM;

/** How a torch stands over a panel. */
export const torch = {
  /** Over the glass, mm; n of its cosine law. Assumed: a lamp head with a lens. */
  usual: { heightMm: 120, order: 3 },
  heightMm: { min: 30, max: 500 },
  order: { min: 1, max: 20 },
  most: 9,
} as const;

/** Where the lamp stands for each of so many exposures: in rows that leave the gaps alike both ways. Even light needs none. */
export function lampPlaces(
  { outline: { widthMm, heightMm } }: Pick<Family, "outline">,
  count: number,
): { xMm: number; yMm: number }[] {
  if (count < 1) return [];
  const fits = Array.from({ length: count }, (_, i) => i + 1).filter((across) => count % across === 0);
  const across = fits.reduce((best, n) => {
    const skew = (k: number) => Math.abs(Math.log(widthMm / k / (heightMm / (count / k))));
    return skew(n) < skew(best) ? n : best;
  });
  const down = count / across;
  return Array.from({ length: count }, (_, i) => ({
    xMm: (widthMm * ((i % across) + 0.5)) / across,
    yMm: (heightMm * (Math.floor(i / across) + 0.5)) / down,
  }));
}

/**
 * The cure input for a family, with whatever this job has chosen in place of what is assumed: even light, or the torch at its places, of
 * which each is lit as long as the others. What the radiometer reads is the light right below the lamp.
 */
export function cureInput(family: Family, { route, chosen, adhesive }: CureBasis): CureDoseInput {
  const { widthMm, heightMm } = family.outline;
  const deepestMm = rimOfPanel(family.outline)?.deepestMm ?? Math.min(widthMm, heightMm) / 2;
  const border = Math.min(family.borderMm, deepestMm - 0.1);
  const irradianceMwCm2 = chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value;
  const zMm = chosen.lampHeightMm ?? torch.usual.heightMm;
  const order = chosen.lampOrder ?? torch.usual.order;
  // E0 = P (n + 1) / (2 pi z²) right below.
  const powerMw = (irradianceMwCm2 * 2 * Math.PI * (zMm / 10) ** 2) / (order + 1);
  const places = irradianceMwCm2 > 0 ? lampPlaces(family, chosen.lampPlaces ?? 0) : [];
  return {
    panel: family.outline.pathMm ? family.outline : { widthMm, heightMm },
    ...(places.length > 0
      ? { lamps: places.map((place) => ({ ...place, zMm, powerMw, order })) }
      : { irradianceMwCm2 }),
    coverTransmittancePct:
      chosen.coverTransmittancePct ?? coverLight(family, route, lampNmOf(chosen)).transmittancePct,
    ...(border > 0
      ? {
          border: {
            widthMm: border,
            transmittancePct: chosen.borderTransmittancePct ?? benchLamp.borderTransmittancePct.value,
          },
        }
      : {}),
    requiredMjCm2: chosen.requiredMjCm2 ?? adhesive.requiredMjCm2.value,
    gridMm: Math.max(widthMm, heightMm) / 48,
  };
}

/**
 * Exposures, s; `null` where the lamp gives nothing: tack from above and from the sides, the face, and the border from the side, each edge
 * for itself with the lamp held close. `borderExposureS` is the border from above.
 */
export function cureExposure(family: Family, basis: CureBasis) {
  const input = cureInput(family, basis);
  const result = calculateCureDose(input);
  const { exposureS } = result;
  const { tackMjCm2, requiredMjCm2 } = basis.adhesive;
  const atLampMwCm2 = basis.chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value;
  const insideMwCm2 = (atLampMwCm2 * benchLamp.sideSharePct.value) / 100;
  const fromSide = (mjCm2: number) => (insideMwCm2 > 0 ? mjCm2 / insideMwCm2 : null);
  return {
    ...result,
    input,
    tackS: exposureS === null ? null : (exposureS * tackMjCm2.value) / requiredMjCm2.value,
    sideTackS: fromSide(tackMjCm2.value),
    sideS: fromSide(input.requiredMjCm2),
  };
}

/** ICNIRP: at the eye no more than this of UV-A in eight hours, J/m² (from memory of the guidelines of 2004). */
const EYE_LIMIT_J_M2 = 10_000;

/** How long an unshielded eye may be in light of this irradiance before the day's limit is used up, s. */
export const eyeLimitS = (irradianceMwCm2: number): number => EYE_LIMIT_J_M2 / (irradianceMwCm2 * 10);
