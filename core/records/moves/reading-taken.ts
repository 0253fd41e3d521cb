import { defineMove, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { message } from "../../job/message.ts";
import { readingKinds, readingTold } from "../reading.ts";

/** Something was read: a temperature, the room, the lamp, a weight. */
export const readingTaken = defineMove({
  kind: "reading-taken",
  version: 1,
  stage: workedStage,
  data: readingTold,
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: (scene, { quantity, source, values }, { id }) => ({
    ...scene.state,
    records: {
      ...scene.state.records,
      readings: [
        ...scene.state.records.readings,
        ...values.map(({ at, value }, index) => ({
          of: id,
          index,
          stage: workedStage(scene),
          quantity,
          source,
          atMs: Date.parse(at),
          value,
          corrected: null,
        })),
      ],
    },
  }),
  reopens: never,
  words: (_, { quantity, source, values }) =>
    message("move.reading-taken", {
      quantity: readingKinds[quantity].label,
      unit: readingKinds[quantity].unit === "C" ? "°C" : readingKinds[quantity].unit,
      source,
      count: values.length,
      value: values.at(-1)!.value,
    }),
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { quantity: "plate", source: "hand", values: [{ at: "2026-01-05T08:30:00.000Z", value: 94.5 }] },
});
