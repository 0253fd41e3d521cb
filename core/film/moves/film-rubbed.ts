import { z } from "zod";
import { lineOf, withLine } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { filmSide } from "../films.ts";

/** The film is rubbed down from the middle outwards, and every edge is covered. */
export const filmRubbed = defineMove({
  kind: "film-rubbed",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({ film: filmSide() }),
  told: "press",
  meets: ["film-rubbed"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "film-rubbed" && fact.film !== film) || lineOf(state, film).rubbed ? [] : [{ film }],
    ),
  needs: (_, { film }) => [{ is: "on", line: film }],
  faults: ({ state }, { film }) =>
    lineOf(state, film).rubbed ? message("fault.rubbed-already", { film }) : null,
  does: ({ state }, { film }) => withLine(state, film, { rubbed: true }),
  reopens: () => ["stack"],
  words: (_, { film }) => message("move.film-rubbed", { film }),
  hazard: noHazard,
  minutes: () => 3,
  hands: 1,
  example: { film: "front" },
});
