import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { filmSide } from "../films.ts";

/** The protective skin of a new film is off, at the end. */
export const skinOff = defineMove({
  kind: "skin-off",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({ film: filmSide() }),
  told: "press",
  meets: ["skin-off"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) =>
      (fact?.is === "skin-off" && fact.film !== film) || state.film.skinsOff.includes(film) ? [] : [{ film }],
    ),
  needs: (_, { film }) => [{ is: "film-rubbed", film }],
  faults: ({ state }, { film }) =>
    state.film.skinsOff.includes(film) ? message("fault.skin-off-already", { film }) : null,
  does: ({ family, state }, { film }) => {
    const [liner] = family.parts.filter(({ kind }) => kind === "liner");
    const off = liner ? liner.count - 1 : 0;
    return {
      ...state,
      film: { ...state.film, skinsOff: [...state.film.skinsOff, film] },
      close: liner
        ? {
            ...state.close,
            linersOn: { ...state.close.linersOn, [liner.key]: (state.close.linersOn[liner.key] ?? 0) - off },
            linersPeeled: state.close.linersPeeled + off,
          }
        : state.close,
    };
  },
  reopens: () => [],
  words: (_, { film }) => message("move.skin-off", { film }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 1,
  example: { film: "front" },
});
