import type { RouteName } from "../route/routes.ts";
import { listed } from "../words.ts";
import { assumed, memory, type Source } from "../materials/materials.ts";
import { seamOf } from "../heat/lift-heat.ts";
import type { LiquidAdhesive } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { t } from "../../words/cure.ts";

/** Wavelengths that curing lamps are sold with, nm. */
export const lampNms = [365, 385, 395, 405] as const;
export type LampNm = (typeof lampNms)[number];
/** What a lamp is taken to be until its wavelength is chosen. */
export const USUAL_LAMP_NM: LampNm = 395;

/** Light that a layer of a material lets through, both faces included, in percent at each of the lamps' wavelengths. */
const letsThrough: Record<string, { pct: readonly [number, number, number, number]; source: Source }> = {
  "cover glass, soda-lime": {
    pct: [84, 88, 88, 89],
    source: memory("float glass of a millimetre or two: it begins to absorb below 340 nm"),
  },
  "cover glass, aluminosilicate": {
    pct: [87, 88, 88, 89],
    source: memory("thin aluminosilicate glass, two uncoated faces"),
  },
  "touch sensor film": {
    pct: [70, 80, 83, 85],
    source: assumed("polyester film with a conductive coat"),
  },
  "optical adhesive film": {
    pct: [88, 90, 90, 91],
    source: assumed("clear acrylic without UV absorber"),
  },
  "liquid optical adhesive, cured": {
    pct: [85, 89, 90, 91],
    source: assumed("clear acrylate, cured"),
  },
  "polarizer film": {
    pct: [0, 2, 12, 28],
    source: assumed("its outer film holds a UV absorber"),
  },
  air: {
    pct: [100, 100, 100, 100],
    source: {
      kind: "handbook",
      get text() {
        return t("air-absorbs-none-of-it");
      },
    },
  },
};
/** Below this a lamp is no use: it would warm the panel more than it cures. Assumed. */
const LEAST_PCT = 5;

export interface CoverLight {
  transmittancePct: number;
  /** What lies over the glue, and what it lets through. */
  layers: { name: string; pct: number; source: string }[];
}

const nmAt = (nm: LampNm) => lampNms.indexOf(nm);

/** What of a lamp's light reaches the new bond: through every layer that lies over it once it is down. */
export function coverLight(family: Family, route: RouteName, nm: LampNm): CoverLight {
  const glue = seamOf(family, route)?.layer;
  const found = family.stack.findIndex(({ name }) => name === glue);
  const over = family.stack.slice(0, found < 0 ? 1 : found);
  const layers = over.map(({ name, material, blocksBelowNm }) => {
    if (blocksBelowNm !== undefined && nm < blocksBelowNm) {
      return { name, pct: 0, source: t("the-family-it-blocks-light-below-nm", { blocksBelowNm }) };
    }
    const known = letsThrough[material];
    return known
      ? { name, pct: known.pct[nmAt(nm)]!, source: `${known.source.text} (${known.source.kind})` }
      : { name, pct: 0, source: t("nobody-has-said-what-lets-through", { material }) };
  });
  return {
    transmittancePct: 100 * layers.reduce((share, { pct }) => share * (pct / 100), 1),
    layers,
  };
}

export interface LampChoice {
  nm: LampNm;
  transmittancePct: number;
  /** In the adhesive's band, and enough arrives. */
  cures: boolean;
}

/** Every lamp over a family's cover: what arrives, and whether the adhesive takes it. */
export const lampChoices = (
  family: Family,
  route: RouteName,
  { bandNm }: Pick<LiquidAdhesive, "bandNm">,
): LampChoice[] =>
  lampNms.map((nm) => {
    const { transmittancePct } = coverLight(family, route, nm);
    return {
      nm,
      transmittancePct,
      cures: nm >= bandNm.from && nm <= bandNm.to && transmittancePct >= LEAST_PCT,
    };
  });

/** In words where the lamp that was chosen is no use, or null. */
export function lampFault(choices: readonly LampChoice[], nm: LampNm): string | null {
  if (choices.find((choice) => choice.nm === nm)!.cures) return null;
  const good = choices.filter(({ cures }) => cures).map((choice) => String(choice.nm));
  return good.length > 0
    ? t("the-cover-stops-nm-cure-at-nm", { nm, listed: listed(good).replace(" and ", " or ") })
    : t("no-lamp-cures-through-this-cover-from");
}
