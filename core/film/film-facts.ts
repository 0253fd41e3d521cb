import { dryEdges } from "../clean/dry-edge.ts";
import { lineOf, markSeq } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import type { FactRules } from "../job/fact.ts";
import type { FilmSide } from "./films.ts";

export type FilmFact =
  | { is: "axis-read"; film: FilmSide }
  | { is: "up-edge-marked"; film: FilmSide }
  | { is: "corner-started"; film: FilmSide }
  /** Nothing can run to an edge that must stay dry. */
  | { is: "edge-held-up" }
  | { is: "edge-dry" }
  | { is: "lit-bare" }
  | { is: "axis-chosen"; film: FilmSide }
  | { is: "film-cut"; film: FilmSide }
  | { is: "film-rubbed"; film: FilmSide }
  | { is: "skin-off"; film: FilmSide };

/** Fewer readings tell no axis. */
export const LEAST_READINGS = 4;

export const filmFacts: FactRules<Scene, FilmFact> = {
  "axis-read": {
    signable: true,
    holds: ({ state }, { film }) => (state.film.readings[film]?.length ?? 0) >= LEAST_READINGS,
  },
  "up-edge-marked": { signable: true, holds: ({ state }, { film }) => state.film.upEdge[film] !== undefined },
  "corner-started": { signable: false, holds: ({ state }, { film }) => state.film.corners.includes(film) },
  "edge-held-up": { signable: false, holds: ({ state }) => state.film.edgeUp },
  "edge-dry": {
    signable: false,
    holds: ({ family, state }) => dryEdges(family).length === 0 || state.film.drySeq >= state.film.wetSeq,
  },
  "lit-bare": {
    signable: true,
    holds: ({ state }) => {
      const { litBare } = state.film;
      const since = Math.max(...state.intake.films.map((film) => markSeq(state, `${film} off`)));
      return litBare !== null && litBare.result === "even" && litBare.seq > since;
    },
  },
  "axis-chosen": { signable: false, holds: ({ state }, { film }) => state.film.chosen[film] !== undefined },
  "film-cut": { signable: false, holds: ({ state }, { film }) => state.film.cut[film] !== undefined },
  "film-rubbed": { signable: false, holds: ({ state }, { film }) => lineOf(state, film).rubbed },
  "skin-off": { signable: false, holds: ({ state }, { film }) => state.film.skinsOff.includes(film) },
};
