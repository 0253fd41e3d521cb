import type { Scene } from "../device/scene.ts";
import type { FilmSide } from "../film/films.ts";
import { methodOf, type HeatMethodKind } from "../heat/heat-methods.ts";
import type { Play } from "./play.ts";
import { kindTruth, type Truth } from "./truth.ts";

/** Settings that need no calculation: what a bench meets, for plays that are about the order of the work. */
export const hoped =
  (method: HeatMethodKind, truth: Pick<Truth, "axisDeg">) =>
  (scene: Scene, kind: string, offered: unknown): unknown => {
    const as = offered as Record<string, unknown>;
    const film = as.film as FilmSide | undefined;
    const { isCold, staysOn } = methodOf(method);
    switch (kind) {
      case "heat-chosen":
        return { ...as, method, thawS: isCold ? 600 : null, windowS: staysOn ? null : 30 };
      case "axis-chosen":
        return { ...as, axisDeg: truth.axisDeg[film!] ?? 45 };
      case "film-cut-out":
        return { ...as, axisDeg: scene.state.film.chosen[film!]?.axisDeg ?? 45 };
      default:
        return null;
    }
  };

/** A job that is played as it is hoped for, on the plate and with liquid, without a stray press, unless more is said. */
export function hopedPlay(what: Pick<Play, "family" | "route"> & Partial<Play>): Play {
  const { route, method = "plate", truth = kindTruth } = what;
  return {
    films: route === "film" ? ["front", "rear"] : [],
    method,
    bondMethod: "liquid",
    truth,
    seed: 1,
    stray: 0,
    declines: false,
    choose: hoped(method, truth),
    startMs: 0,
    ...what,
  };
}
