import { methodOf, type HeatMethodKind } from "../heat/heat-methods.ts";
import type { PracticeName } from "./attempt.ts";

/** What parting by a way to heat is practised by. */
function partingPractice(method: HeatMethodKind): PracticeName {
  if (method === "wire") return "wire";
  return methodOf(method).isCold ? "freeze" : "window";
}

/**
 * What is practised before a step is taken alone: asked at the choice before it, while nothing is hot, laid or open yet. Common practice, no
 * source.
 *
 * @example
 * practiceBefore("pattern-chosen", {}) // ["lower", "align"]
 */
export function practiceBefore(kind: string, data: unknown): readonly PracticeName[] {
  switch (kind) {
    case "heat-chosen":
      return [partingPractice((data as { method: HeatMethodKind }).method)];
    case "casing-opened":
      return ["put-back"];
    case "pattern-chosen":
      return ["lower", "align"];
    case "exposure-chosen":
      return ["sweep"];
    case "axis-chosen":
      return ["turn"];
    case "alloy-chosen":
      return ["probe"];
    default:
      return [];
  }
}
