import { z } from "zod";
import { defineMove, never, noHazard, takes } from "../../device/define-move.ts";
import { workedStage } from "../../device/phase.ts";
import { message } from "../../job/message.ts";
import { bounded, boundedWhole, words } from "../../units.ts";
import type { Scene } from "../../device/scene.ts";
import { readingFault, readingKinds } from "../reading.ts";

const found = ({ state }: Scene, { reading, index }: { reading: string; index: number }) =>
  state.records.readings.find((kept) => kept.of === reading && kept.index === index);

/** A reading was wrong: what it should have been, and why. What stood there stays on the record. */
export const readingCorrected = defineMove({
  kind: "reading-corrected",
  version: 1,
  stage: workedStage,
  data: z.strictObject({
    /** Id of the move that told it. */
    reading: z.string().min(1).max(80),
    index: boundedWhole(0, 1_999),
    value: bounded(-1e6, 1e6),
    reason: words(300),
  }),
  told: "word",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: (scene, data) => {
    const kept = found(scene, data);
    if (!kept) return message("fault.no-such-reading");
    const why = readingFault(kept.quantity, data.value);
    return why === null ? null : message("fault.reading-out-of-bounds", { why });
  },
  does: ({ state }, { reading, index, value, reason }, { who }) => ({
    ...state,
    records: {
      ...state.records,
      readings: state.records.readings.map((kept) =>
        kept.of === reading && kept.index === index
          ? { ...kept, value, corrected: { was: kept.corrected?.was ?? kept.value, reason, who } }
          : kept,
      ),
    },
  }),
  reopens: never,
  words: (scene, data) => {
    const kept = found(scene, data);
    return message("move.reading-corrected", {
      quantity: kept ? readingKinds[kept.quantity].label : "",
      was: kept?.value ?? 0,
      value: data.value,
      reason: data.reason,
    });
  },
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: { reading: "reading-1", index: 0, value: 49.5, reason: "Comma slipped" },
});
