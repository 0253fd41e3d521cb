import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { repairRoutes, routesOf } from "../../device/routes.ts";
import { filmSide } from "../../film/films.ts";
import { message } from "../../job/message.ts";
import { oneOf, utcTime, words } from "../../units.ts";

/** A job begins: what it came in for, and the route that is asked about. */
export const jobOpened = defineMove({
  kind: "job-opened",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({
    complaint: words(500),
    route: oneOf(repairRoutes),
    /** Which polarizers, on a film route. */
    films: z.array(filmSide()).max(2),
    bondMethod: oneOf(["liquid", "sheet"]),
    /** When it is promised for; null where it is not. */
    dueAt: utcTime().nullable().default(null),
  }),
  told: "word",
  meets: ["opened-job"],
  offers: () => [],
  needs: never,
  faults: ({ family, state }, { route, films }) =>
    state.intake.complaint !== ""
      ? message("fault.job-open-already")
      : !routesOf(family).includes(route)
        ? message("fault.route-not-offered", { family: family.code, route })
        : route === "film" && films.length === 0
          ? message("fault.no-film-named")
          : null,
  does: ({ state }, { complaint, route, films, bondMethod, dueAt }) => ({
    ...state,
    intake: {
      ...state.intake,
      complaint,
      wanted: route,
      films: [...new Set(films)],
      bondMethod,
      dueAt: dueAt ?? null,
    },
  }),
  reopens: never,
  words: (_, { complaint }) => message("move.job-opened", { complaint }),
  hazard: noHazard,
  minutes: takes(2),
  hands: 0,
  example: { complaint: "Cracked glass", route: "layer", films: [], bondMethod: "liquid", dueAt: null },
});
