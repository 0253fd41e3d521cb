import { hasScrews, isFromFront, isOnFrame, lineOf, linesNow, looseParts, pluggable } from "../device/ask.ts";
import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";

/** Lines whose old layer is off must have their new one on before anything goes over them. */
const linesOn = (scene: Scene): DeviceFact[] =>
  linesNow(scene).flatMap((line): DeviceFact[] =>
    // From the front the glass comes down with the closing itself.
    lineOf(scene.state, line).old === "off" && !(line === "glass" && isFromFront(scene))
      ? [{ is: "on", line }]
      : [],
  );

/**
 * What lies inside and must be back, in the order in which it goes back: up to the module's own screws, or all of it up to the
 * supply.
 */
export function insideIsBack(scene: Scene, upTo: "module" | "supply"): DeviceFact[] {
  const { family, state } = scene;
  const moduleFirst: DeviceFact[] = linesOn(scene);
  const parts = looseParts(family).map(({ key }): DeviceFact => ({ is: "part-back", part: key }));
  // Behind glass on a frame the module is one of the parts that its screws hold.
  if (upTo === "module") return isOnFrame(scene) ? [...moduleFirst, ...parts] : moduleFirst;
  // The last one opened is the first one joined; what was never opened is joined.
  const order = [...state.open.opened].reverse();
  const rank = (key: string) => (order.includes(key) ? order.indexOf(key) : order.length);
  const connectors = [...pluggable(family)]
    .sort((a, b) => rank(a.key) - rank(b.key))
    .map(({ key }): DeviceFact => ({ is: "connector-joined", connector: key }));
  const moduleScrews: DeviceFact[] = hasScrews(family, "module")
    ? [{ is: "screws-back", holds: "module" }]
    : [];
  const plateScrews: DeviceFact[] = hasScrews(family, "connectors")
    ? [{ is: "screws-back", holds: "connectors" }]
    : [];
  return [...moduleFirst, ...parts, ...moduleScrews, ...connectors, { is: "supply-joined" }, ...plateScrews];
}
