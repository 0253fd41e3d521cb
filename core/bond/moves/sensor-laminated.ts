import { z } from "zod";
import { routeNow } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";

/** An add-on touch layer lies under the new glass, its controller moved and its joint sound. */
export const sensorLaminated = defineMove({
  kind: "sensor-laminated",
  version: 1,
  stage: inStage("fit"),
  data: z.strictObject({}),
  told: "press",
  meets: ["sensor-on-glass"],
  offers: (scene) => (routeNow(scene) === "add-on-touch" && !scene.state.bond.sensorOnGlass ? [{}] : []),
  needs: (): DeviceFact[] => [
    { is: "fits", line: "glass" },
    { is: "joint-sound" },
    { is: "lot-taken", kind: "film" },
  ],
  faults: (scene) => (routeNow(scene) === "add-on-touch" ? null : message("fault.no-add-on-layer")),
  does: ({ state }, _, { seq }) => ({
    ...state,
    bond: {
      ...state.bond,
      sensorOnGlass: true,
      spent: [
        ...state.bond.spent,
        { what: "add-on touch layer", quantity: 1, unit: "piece", lot: null, seq },
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
  words: () => message("move.sensor-laminated"),
  hazard: noHazard,
  minutes: () => 8,
  hands: 1,
  example: {},
});
