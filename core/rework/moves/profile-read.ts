import { z } from "zod";
import { defineMove, inStage, never, noFault, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { reflowReading } from "../reflow-reading.ts";
import { oneOf } from "../../units.ts";

/** A soldering profile as it was logged. */
export const profileRead = defineMove({
  kind: "profile-read",
  version: 1,
  stage: inStage("rework"),
  data: z.strictObject({
    source: oneOf(["logger", "simulated"]),
    readings: z.array(reflowReading).min(3).max(2_000),
  }),
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }, profile) => ({ ...state, rework: { ...state.rework, profile } }),
  reopens: never,
  words: (_, { readings, source }) =>
    message("move.profile-read", {
      source,
      peakC: Math.round(Math.max(...readings.map(({ temperatureC }) => temperatureC))),
    }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: {
    source: "logger",
    readings: [
      { timeS: 0, temperatureC: 25 },
      { timeS: 60, temperatureC: 150 },
      { timeS: 120, temperatureC: 240 },
    ],
  },
});
