import type { Scene } from "../device/scene.ts";
import type { FilmSide } from "../film/films.ts";
import { methodOf, type HeatMethodKind } from "../heat/heat-methods.ts";
import type { Truth } from "./truth.ts";

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
