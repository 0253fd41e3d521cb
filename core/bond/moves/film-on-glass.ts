import { z } from "zod";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { adhesiveFilmSize } from "../sheet-school.ts";
import { linersOfNewLayer } from "../liners-of-new-layer.ts";

/** Adhesive film lies on the new glass, trimmed flush. */
export const filmOnGlass = defineMove({
  kind: "film-on-glass",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["film-on-glass"],
  offers: ({ state }) => (state.bond.filmOnGlass ? [] : [{}]),
  needs: (scene): DeviceFact[] => [
    { is: "fits", line: "glass" },
    { is: "lot-taken", kind: "film" },
    { is: "lot-in-date", kind: "film", lot: scene.state.bond.lots.film?.lot ?? "" },
    ...linersOfNewLayer(scene),
  ],
  faults: ({ state }) => (state.bond.filmOnGlass ? message("fault.film-on-glass-already") : null),
  does: ({ state }, _, { seq }) => ({
    ...state,
    bond: {
      ...state.bond,
      filmOnGlass: true,
      spent: [
        ...state.bond.spent,
        {
          what: "optical adhesive film",
          quantity: 1,
          unit: "sheet",
          lot: state.bond.lots.film?.lot ?? null,
          seq,
        },
      ],
    },
  }),
  reopens: () => [],
  words: ({ family }) => {
    const { widthMm, heightMm } = adhesiveFilmSize(family.outline);
    return message("move.film-on-glass", { widthMm, heightMm });
  },
  hazard: noHazard,
  minutes: () => 4,
  hands: 1,
  example: {},
});
