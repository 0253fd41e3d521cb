import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { triedResults } from "../intake-slot.ts";
import { oneOf } from "../../units.ts";

/** A function as it is when the device comes in, tried from outside: the baseline that the repair is held against. */
export const functionTried = defineMove({
  kind: "function-tried",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({
    fn: key(),
    result: oneOf(triedResults),
  }),
  told: "answer",
  meets: ["tried"],
  offers: ({ family, state }, fact) =>
    fact?.is === "tried"
      ? [{ fn: fact.fn, result: "works" as const }]
      : family.functions.flatMap(({ key: fn }) =>
          state.intake.tried[fn] === undefined ? triedResults.map((result) => ({ fn, result })) : [],
        ),
  needs: () => [{ is: "opened-job" }],
  faults: ({ family, state }, { fn }) =>
    !family.functions.some((f) => f.key === fn)
      ? message("fault.unknown-function", { fn, family: family.code })
      : state.marks.opened !== undefined
        ? message("fault.tried-before-opening")
        : null,
  does: ({ state }, { fn, result }) => ({
    ...state,
    intake: { ...state.intake, tried: { ...state.intake.tried, [fn]: result } },
  }),
  reopens: never,
  words: ({ family }, { fn, result }) => {
    const known = family.functions.find((f) => f.key === fn);
    return message("move.function-tried", { name: known?.name ?? fn, how: known?.how ?? "", result });
  },
  hazard: noHazard,
  minutes: takes(1),
  hands: 1,
  example: { fn: "picture", result: "works" },
});
