import { isDeclined, isFromFront, linesNow, markSeq, routeNow } from "../device/ask.ts";
import type { DeviceFact } from "../device/facts.ts";
import type { Mark } from "../device/marks.ts";
import type { Scene } from "../device/scene.ts";
import { renewedMark } from "../prove/prove-facts.ts";

/** From which step on a proof counts as one of the new layer, while it can still be reached. */
export function proofMark(scene: Scene): Mark {
  if (scene.state.intake.seated === "gone") return "opened";
  const route = routeNow(scene);
  if (route === "layer" || route === "add-on-touch") return "cured";
  if (route === "glass-sensor") return isFromFront(scene) ? "glass off" : "glass on";
  return renewedMark(scene);
}

/** Whether what was laid can be looked under for dust before it is shut in. */
const isLookedUnder = (scene: Scene): boolean =>
  scene.state.intake.seated !== "gone" &&
  linesNow(scene).length > 0 &&
  routeNow(scene) !== "glass-sensor" &&
  routeNow(scene) !== "assembly";

/** What is proved while the device lies open, before anything is shut or stuck for good. Nothing of it where the customer declined. */
export function provedOpen(scene: Scene): DeviceFact[] {
  if (isDeclined(scene)) return [];
  const since = proofMark(scene);
  const done: DeviceFact[] =
    since !== "opened" && markSeq(scene.state, since) === 0 ? [{ is: "renewed" }] : [];
  return [
    ...done,
    ...scene.family.functions.map(({ key }): DeviceFact => ({ is: "shown", fn: key, since })),
    ...(isLookedUnder(scene) ? [{ is: "looked-under", since } as const] : []),
  ];
}
