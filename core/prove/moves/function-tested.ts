import { z } from "zod";
import {
  hasScrews,
  isAbsent,
  isOnFrame,
  lineOf,
  looseParts,
  markSeq,
  needsConnector,
  pluggable,
} from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, noHazard } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { words, oneOf } from "../../units.ts";
import { isExempt } from "../prove-facts.ts";
import { testResults } from "../prove-slot.ts";

/** What a function needs to be tried at all: what serves it in and joined, then power, then hands out. */
export function beforeTest(scene: Scene, fn: string): DeviceFact[] {
  const { family, state } = scene;
  // With something new in place all is joined at once; before that, what the panel needs to show itself.
  const isWhole = markSeq(state, "renewed") > 0 || lineOf(state, "glass").fits;
  const wanted = isWhole ? family.functions.map(({ key: of }) => of) : [fn, "picture", "touch"];
  return [
    ...looseParts(family).flatMap(({ key: part, serves, goes }): DeviceFact[] => {
      if (!serves.includes(fn)) return [];
      // What waits for the new layer cannot be tried before it is moved there.
      return goes === "to the new layer" && state.open.parts[part] !== "out"
        ? []
        : [{ is: "part-back", part }];
    }),
    ...(isOnFrame(scene) && markSeq(state, "glass on") > 0 && hasScrews(family, "module")
      ? [{ is: "screws-back", holds: "module" } as const]
      : []),
    ...pluggable(family).flatMap((c): DeviceFact[] =>
      wanted.some((of) => needsConnector(family, of, c))
        ? [{ is: "connector-joined", connector: c.key }]
        : [],
    ),
    { is: "supply-joined" },
    { is: "plugged" },
    { is: "running" },
  ];
}

/** A function was tried, with the device as it is now. */
export const functionTested = defineMove({
  kind: "function-tested",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({
    fn: key(),
    result: oneOf(testResults),
    note: words(500).nullable(),
  }),
  told: "answer",
  meets: ["shown", "still-shown"],
  offers: (scene, fact) => {
    if (fact?.is === "shown" || fact?.is === "still-shown")
      return [{ fn: fact.fn, result: "pass" as const, note: null }];
    return scene.family.functions.flatMap(({ key: fn }) =>
      isExempt(scene, fn) ? [] : testResults.slice(0, 2).map((result) => ({ fn, result, note: null })),
    );
  },
  needs: (scene, { fn }) => beforeTest(scene, fn),
  faults: (scene, { fn }) =>
    !scene.family.functions.some((f) => f.key === fn)
      ? message("fault.unknown-function", { fn, family: scene.family.code })
      : isAbsent(scene, fn)
        ? message("fault.function-absent", { fn })
        : null,
  does: (scene, { fn, result, note }, { seq, atMs, who }) => {
    const { state } = scene;
    return {
      ...state,
      prove: { ...state.prove, tests: { ...state.prove.tests, [fn]: { result, seq, atMs, who, note } } },
      // What was dead when it came in, and is not to be mended, is no trouble now.
      intake:
        result === "fail" && !isExempt(scene, fn)
          ? { ...state.intake, trouble: { fn, kind: "failed" as const, seq } }
          : state.intake,
    };
  },
  reopens: () => [],
  words: ({ family }, { fn, result }) => {
    const known = family.functions.find((f) => f.key === fn);
    return message("move.function-tested", { name: known?.name ?? fn, how: known?.how ?? "", result });
  },
  hazard: noHazard,
  minutes: () => 1,
  hands: 1,
  example: { fn: "picture", result: "pass", note: null },
});
