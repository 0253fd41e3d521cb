import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { words } from "../../units.ts";
import { axesApartDeg } from "../axis-angle.ts";
import { adhesiveSides, axisDeg, filmSide } from "../films.ts";
import { t } from "../../../words/film.ts";

/** A piece may be off the chosen axis by so much, deg. Common practice (about two degrees are seen), no source. */
export const AXIS_PASS_DEG = 2;

/** The new film is cut: from which sheet and lot, at which axis, by the shelf's plan or by hand. */
export const filmCutOut = defineMove({
  kind: "film-cut-out",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({
    film: filmSide(),
    sheet: words(60),
    lot: words(60),
    axisDeg: axisDeg(),
    adhesive: z.enum(adhesiveSides, { error: () => t("must-be-down-or-up") }),
    byHand: z.boolean(),
  }),
  told: "choice",
  meets: ["film-cut"],
  offers: ({ state }, fact) =>
    state.intake.films.flatMap((film) => {
      const chosen = state.film.chosen[film];
      if ((fact?.is === "film-cut" && fact.film !== film) || state.film.cut[film]) return [];
      return [
        {
          film,
          sheet: "S-1",
          lot: "PF-1",
          axisDeg: chosen?.axisDeg ?? 45,
          adhesive: "down" as const,
          byHand: false,
        },
      ];
    }),
  needs: ({ state }, { film, lot }): DeviceFact[] => [
    { is: "axis-chosen", film },
    // A sheet whose lot is known and past its date is cut only under somebody's name.
    ...(state.bond.lots.film?.lot === lot ? [{ is: "lot-in-date", kind: "film", lot } as const] : []),
  ],
  faults: ({ state }, { film, axisDeg: axis }) => {
    const chosen = state.film.chosen[film];
    if (state.film.cut[film]) return message("fault.film-cut-already", { film });
    return chosen && axesApartDeg(chosen.axisDeg, axis) > AXIS_PASS_DEG
      ? message("fault.film-off-axis", { film, axis, chosen: chosen.axisDeg, most: AXIS_PASS_DEG })
      : null;
  },
  does: ({ family, state }, { film, ...cut }, { seq }) => {
    const liners = family.parts.filter(({ kind }) => kind === "liner");
    return {
      ...state,
      film: { ...state.film, cut: { ...state.film.cut, [film]: cut } },
      bond: {
        ...state.bond,
        spent: [
          ...state.bond.spent,
          { what: `polarizer film, ${film}`, quantity: 1, unit: "piece", lot: cut.lot, seq },
        ],
      },
      close: {
        ...state.close,
        linersOn: liners.reduce(
          (on, { key, count }) => ({ ...on, [key]: (on[key] ?? 0) + count }),
          state.close.linersOn,
        ),
      },
    };
  },
  reopens: () => [],
  words: (_, { film, axisDeg: axis, sheet, byHand }) =>
    message("move.film-cut-out", {
      film,
      axis: Math.round(axis * 10) / 10,
      sheet,
      byHand: byHand ? "yes" : "no",
    }),
  hazard: noHazard,
  minutes: () => 5,
  hands: 1,
  example: { film: "front", sheet: "S-1", lot: "PF-1", axisDeg: 45, adhesive: "down", byHand: false },
});
