import { z } from "zod";
import { routeNow } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { isSheetFilm } from "../../film/films.ts";
import { message } from "../../job/message.ts";
import { bounded, isoDate, oneOf, words } from "../../units.ts";

/** A bottle, roll or sheet is taken from the shelf, as its label says. */
export const lotTaken = defineMove({
  kind: "lot-taken",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    kind: oneOf(["adhesive", "film", "tape"]),
    lot: words(60),
    material: words(80),
    goodUntil: isoDate().nullable(),
    /** As it was measured of this lot. */
    viscosityPaS: bounded(0.001, 10_000).nullable().default(null),
  }),
  told: "choice",
  meets: ["lot-taken", "lot-in-date"],
  offers: ({ state }, fact) =>
    (["adhesive", "film", "tape"] as const).flatMap((kind) => {
      if (fact?.is === "lot-taken" && fact.kind !== kind) return [];
      if (fact?.is === "lot-in-date" && (fact.kind !== kind || state.bond.lots[kind] === undefined))
        return [];
      return [{ kind, lot: "L-1", material: kind, goodUntil: null, viscosityPaS: null }];
    }),
  needs: () => [],
  // A polarizer is cut for a film's own route and joins nothing.
  faults: (scene, { lot, material }) =>
    routeNow(scene) !== "film" && isSheetFilm(material) ? message("fault.lot-joins-nothing", { lot }) : null,
  does: ({ state }, lot) => ({
    ...state,
    bond: { ...state.bond, lots: { ...state.bond.lots, [lot.kind]: lot } },
  }),
  reopens: () => [],
  words: (_, { kind, lot, material, goodUntil }) =>
    message("move.lot-taken", { kind, lot, material, until: goodUntil ?? "none" }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: {
    kind: "adhesive",
    lot: "LA-1",
    material: "liquid optical adhesive, soft",
    goodUntil: "2027-03-31",
    viscosityPaS: null,
  },
});
