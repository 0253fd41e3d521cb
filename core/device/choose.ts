import { chooseDose } from "../bond/choose-dose.ts";
import { choosePattern } from "../bond/choose-pattern.ts";
import { settleS } from "../bond/lowering.ts";
import { adhesiveOf } from "../bond/adhesive-of.ts";
import { chooseExposure } from "../cure/choose-exposure.ts";
import { chooseAxis } from "../film/choose-axis.ts";
import type { FilmSide } from "../film/films.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import { chooseHeat } from "../lift/choose-heat.ts";
import type { Scene } from "./scene.ts";

/** What a bench works with where there is a choice. */
export interface BenchChoices {
  method: HeatMethodKind;
}

/**
 * The data of a move whose setting is worked out: by the product's own calculations, from the device as it is. Null where nothing is
 * worked out for this move, or not yet.
 */
export function chooseFor(scene: Scene, kind: string, offered: unknown, { method }: BenchChoices): unknown {
  const { state, family } = scene;
  const { film } = offered as { film?: FilmSide };
  switch (kind) {
    case "heat-chosen":
      return chooseHeat(scene, method);
    case "dose-chosen":
      return chooseDose(scene);
    case "pattern-chosen":
      return state.bond.dose ? choosePattern(scene, state.bond.dose) : null;
    case "lowered":
      return {
        settleS: Math.ceil(
          settleS(family, state.bond.dose?.gapUm ?? 150, adhesiveOf(state.bond.lots.adhesive?.material)),
        ),
      };
    case "exposure-chosen":
      return chooseExposure(scene);
    case "axis-chosen":
      return film ? chooseAxis(scene, film) : null;
    case "film-cut-out":
      return film && state.film.chosen[film]
        ? { ...(offered as object), axisDeg: state.film.chosen[film].axisDeg }
        : null;
    default:
      return null;
  }
}
