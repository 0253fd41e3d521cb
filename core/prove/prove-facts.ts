import { dependsOn, isAbsent, isTaped, lineOf, linesNow, markSeq, routeNow } from "../device/ask.ts";
import type { Mark } from "../device/marks.ts";
import { isMended } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import type { FactRules } from "../job/fact.ts";

export type ProveFact =
  /** It was shown to work at least once since a great step: a milestone, which later work does not take away. */
  | { is: "shown"; fn: string; since: Mark }
  /** It was shown to work, and nothing that it depends on has been touched since. */
  | { is: "still-shown"; fn: string; since: Mark }
  | { is: "looked-under"; since: Mark }
  /** Something new is in place. */
  | { is: "renewed" };

/** A function that was dead or not fitted when it came in, and that this route does not mend or has not mended yet: the repair neither fails nor passes it. */
export function isExempt(scene: Scene, fn: string): boolean {
  const tried = scene.state.intake.tried[fn];
  if (tried === "not-fitted") return true;
  const { state } = scene;
  if (tried !== "dead" && !state.intake.broke.some((broke) => broke.fn === fn)) return false;
  const isRenewed = state.marks.renewed !== undefined || (isTaped(scene) && lineOf(state, "glass").fits);
  return !isRenewed || !isMended(scene.family, routeNow(scene), fn);
}

/** Whether the last result of a function still counts: nothing that it depends on was touched since. */
export function stillHolds(scene: Scene, fn: string): boolean {
  const tested = scene.state.prove.tests[fn];
  if (!tested) return false;
  return dependsOn(scene.family, fn).every((thing) => (scene.state.touched[thing] ?? 0) < tested.seq);
}

const isShown = (scene: Scene, fn: string, since: Mark): boolean => {
  const tested = scene.state.prove.tests[fn];
  return tested !== undefined && tested.result === "pass" && tested.seq > markSeq(scene.state, since);
};

export const proveFacts: FactRules<Scene, ProveFact> = {
  shown: {
    signable: true,
    holds: (scene, { fn, since }) => isExempt(scene, fn) || isAbsent(scene, fn) || isShown(scene, fn, since),
  },
  "still-shown": {
    signable: true,
    holds: (scene, { fn, since }) =>
      isExempt(scene, fn) || (isShown(scene, fn, since) && stillHolds(scene, fn)),
  },
  renewed: { signable: false, holds: ({ state }) => state.marks.renewed !== undefined },
  "looked-under": {
    signable: true,
    holds: ({ state }, { since }) =>
      state.prove.look !== null &&
      state.prove.look.result === "clear" &&
      state.prove.look.seq > markSeq(state, since),
  },
};

/** The step after which a new layer counts as in place, for a look under it. */
export const renewedMark = (scene: Scene): Mark => {
  const lines = linesNow(scene);
  if (lines.length === 0) return "renewed";
  const latest = [...lines].sort(
    (a, b) => markSeq(scene.state, `${b} on`) - markSeq(scene.state, `${a} on`),
  )[0]!;
  return `${latest} on`;
};
