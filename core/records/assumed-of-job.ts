import { assumptionsOf } from "../assumed.ts";
import { adhesiveNow } from "../bond/adhesive-now.ts";
import { fillFrontInput } from "../bond/fill-front.ts";
import type { Scene } from "../device/scene.ts";
import { methodAssumed } from "../heat/heat-method-input.ts";
import { lookAssumes } from "../prove/look.ts";
import { lookSeries } from "../prove/look-series.ts";
import { usualAirFilm } from "../heat/usual-air-film.ts";
import { t } from "../../words/records.ts";
import { term } from "../../words/speaker.ts";

/** What the heat, the liquid, the pattern and the looks under the glass of a job rest on that nobody measured: all that is chosen, or only what was worked by. */
export function assumedOfJob(scene: Scene, of: "chosen" | "worked"): string[] {
  const { state } = scene;
  const { heat, soaks } = state.lift;
  const { dose, pattern, laidMl } = state.bond;
  const isAll = of === "chosen";
  const listed = (assumptions: readonly string[]) => assumptions.map((each) => term(each)).join("; ");
  const ofHeat =
    heat && (isAll || soaks.length > 0)
      ? [
          ...methodAssumed({ kind: heat.method, ...heat.settings }),
          ...(heat.settings.airFilmWm2K === usualAirFilm[0] ? [usualAirFilm[1]] : []),
        ]
      : [];
  const liquid = dose && isAll ? adhesiveNow({ state }).assumed : null;
  const ofPattern =
    pattern && (isAll || laidMl !== null) ? assumptionsOf(fillFrontInput, pattern.calculated.input) : [];
  const ofLook = lookSeries(scene) ? lookAssumes() : [];
  return [
    ...(ofHeat.length > 0 ? [t("heat-assumed", { listed: listed(ofHeat) })] : []),
    ...(liquid === null ? [] : [t("liquid-assumed", { listed: liquid })]),
    ...(ofPattern.length > 0 ? [t("pattern-assumed", { listed: listed(ofPattern) })] : []),
    ...(ofLook.length > 0 ? [t("look-assumed", { listed: listed(ofLook) })] : []),
  ];
}
