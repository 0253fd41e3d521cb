import { chooseDose } from "../bond/choose-dose.ts";
import { choosePattern } from "../bond/choose-pattern.ts";
import { settleS } from "../bond/lowering.ts";
import { adhesiveNow } from "../bond/adhesive-now.ts";
import { chooseExposure } from "../cure/choose-exposure.ts";
import { chooseAxis } from "../film/choose-axis.ts";
import type { FilmSide } from "../film/films.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import { chooseHeat, type HeatDialled } from "../lift/choose-heat.ts";
import { chooseSoakAgain } from "../lift/choose-soak-again.ts";
import type { NamedPattern } from "../bond/pattern.ts";
import type { ToChoose } from "./choice-asked.ts";
import type { Scene } from "./scene.ts";

/** What a bench works with where there is a choice. */
export interface BenchChoices extends HeatDialled {
  method: HeatMethodKind;
  gapUm?: number;
  overflowPct?: number;
  /** A pattern of one's own, in place of those that are tried. */
  pattern?: NamedPattern;
  /** How many places the lamp stands at over the face. */
  places?: number;
}

/**
 * The data of a move whose setting is worked out: by the product's own calculations, from the device as it is. Null where nothing is
 * worked out for this move, or not yet.
 */
export function chooseFor(scene: Scene, kind: string, offered: unknown, choices: BenchChoices): unknown {
  const { state, family } = scene;
  const { film } = offered as { film?: FilmSide };
  switch (kind) {
    case "heat-chosen":
      return chooseHeat(scene, choices.method, choices);
    case "soak-started":
      return chooseSoakAgain(scene);
    case "dose-chosen":
      return chooseDose(scene, {
        ...(choices.gapUm === undefined ? {} : { gapUm: choices.gapUm }),
        ...(choices.overflowPct === undefined ? {} : { overflowPct: choices.overflowPct }),
      });
    case "pattern-chosen":
      return state.bond.dose ? choosePattern(scene, state.bond.dose, choices.pattern) : null;
    case "lowered":
      return {
        settleS: Math.ceil(settleS(family, state.bond.dose?.gapUm ?? 150, adhesiveNow({ state }))),
      };
    case "exposure-chosen":
      return chooseExposure(scene, choices.places);
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

/** Works out what was asked, with the dials as they are. */
export const chooseAsked = ({ asked: { scene, kind, offered }, choices }: ToChoose): unknown =>
  chooseFor(scene, kind, offered, choices);
