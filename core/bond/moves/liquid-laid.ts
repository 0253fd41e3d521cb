import { z } from "zod";
import { defineMove, hazardOf, inStage } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { allConnectorsOpen, handsIn } from "../../open/open-facts.ts";
import { bounded, oneOf } from "../../units.ts";
import { adhesiveNow } from "../adhesive-now.ts";
import { asRead } from "../choose-dose.ts";
import { linersOfNewLayer } from "../liners-of-new-layer.ts";

/** The liquid lies on the panel, in its pattern. */
export const liquidLaid = defineMove({
  kind: "liquid-laid",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({
    volumeMl: bounded(0.001, 5_000),
    /** By the syringe's scale, or weighed. */
    by: oneOf(["syringe", "scale"]),
  }),
  told: "press",
  meets: ["liquid-laid"],
  offers: (scene) => {
    const { bond, records } = scene.state;
    if (bond.laidMl !== null) return [];
    // What the scale said lies there, and not what was aimed at.
    const weighed = records.readings
      .filter(({ quantity, stage }) => quantity === "mass" && stage === "bond")
      .at(-1);
    return weighed
      ? [{ volumeMl: asRead(weighed.value / adhesiveNow(scene).densityGcm3.value), by: "scale" as const }]
      : [{ volumeMl: bond.dose?.volumeMl ?? 1, by: "syringe" as const }];
  },
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    ...allConnectorsOpen(scene),
    { is: "fits", line: "glass" },
    { is: "clean", line: "glass" },
    { is: "lot-taken", kind: "adhesive" },
    { is: "lot-in-date", kind: "adhesive", lot: scene.state.bond.lots.adhesive?.lot ?? "" },
    { is: "dose-chosen" },
    { is: "pattern-run" },
    { is: "pattern-clear" },
    ...linersOfNewLayer(scene),
    { is: "freshly-wiped", line: "glass" },
  ],
  faults: ({ state }) => (state.bond.laidMl !== null ? message("fault.laid-already") : null),
  does: ({ state }, { volumeMl }, { seq }) => ({
    ...state,
    bond: {
      ...state.bond,
      laidMl: volumeMl,
      spent: [
        ...state.bond.spent,
        {
          what: "liquid optical adhesive",
          quantity: volumeMl,
          unit: "ml",
          lot: state.bond.lots.adhesive?.lot ?? null,
          seq,
        },
      ],
    },
  }),
  reopens: () => ["stack"],
  words: ({ state }, { volumeMl }) =>
    message("move.liquid-laid", { volumeMl, pattern: state.bond.pattern?.name ?? "" }),
  hazard: hazardOf("adhesive"),
  minutes: () => 3,
  hands: 1,
  example: { volumeMl: 6.2, by: "scale" },
});
