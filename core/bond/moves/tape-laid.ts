import { z } from "zod";
import { isTaped, linesNow } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { handsIn } from "../../open/open-facts.ts";
import { tapePlan } from "../tape-plan.ts";

/** Perimeter tape lies on the frame, rubbed down; its liners stay on. */
export const tapeLaid = defineMove({
  kind: "tape-laid",
  version: 1,
  stage: inStage("bond"),
  data: z.strictObject({}),
  told: "press",
  meets: ["tape-on"],
  offers: ({ state }) => (state.bond.tapeOn ? [] : [{}]),
  needs: (scene): DeviceFact[] => [
    ...handsIn,
    { is: "clean", line: linesNow(scene)[0] ?? "glass" },
    { is: "lot-taken", kind: "tape" },
    { is: "lot-in-date", kind: "tape", lot: scene.state.bond.lots.tape?.lot ?? "" },
  ],
  faults: (scene) =>
    scene.state.bond.tapeOn
      ? message("fault.tape-on-already")
      : isTaped(scene)
        ? null
        : message("fault.no-tape-here"),
  does: ({ family, state }, _, { seq }) => {
    const { lengthMm } = tapePlan(family);
    return {
      ...state,
      bond: {
        ...state.bond,
        tapeOn: true,
        spent: [
          ...state.bond.spent,
          {
            what: "perimeter tape",
            quantity: Math.round(lengthMm),
            unit: "mm",
            lot: state.bond.lots.tape?.lot ?? null,
            seq,
          },
        ],
      },
      close: {
        ...state.close,
        linersOn: family.parts
          .filter(({ kind, linerOf }) => kind === "liner" && linerOf === "tape")
          .reduce((on, { key, count }) => ({ ...on, [key]: (on[key] ?? 0) + count }), state.close.linersOn),
      },
    };
  },
  reopens: () => [],
  words: ({ family }) => message("move.tape-laid", { lengthMm: Math.round(tapePlan(family).lengthMm) }),
  hazard: noHazard,
  minutes: () => 5,
  hands: 1,
  example: {},
});
