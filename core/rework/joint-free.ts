import { looseParts, pluggable, routeNow } from "../device/ask.ts";
import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";

/** What must be out of the way before a joint is heated: the loose sheets behind a panel, or the layer that the controller moves to. */
export function jointFree(scene: Scene): DeviceFact[] {
  if (routeNow(scene) === "add-on-touch") return [{ is: "fits", line: "glass" }];
  return [
    { is: "sheets-photographed" },
    ...pluggable(scene.family).map(({ key }): DeviceFact => ({ is: "connector-open", connector: key })),
    ...looseParts(scene.family).map(({ key }): DeviceFact => ({ is: "part-out", part: key })),
  ];
}
