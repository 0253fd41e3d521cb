import { handsIn } from "../open/open-facts.ts";
import { isFromFront, isOnFrame } from "../device/ask.ts";
import type { DeviceFact } from "../device/facts.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import { dryEdges } from "./dry-edge.ts";

/** Before a face is wetted: its old layer off, the device dead, what heated it away, an edge that must stay dry held up. */
export const beforeWet = (scene: Scene, line: LineKey): DeviceFact[] => [
  ...handsIn,
  { is: "old-off", line },
  { is: "heat-away" },
  { is: "dry" },
  ...(dryEdges(scene.family).length > 0 ? [{ is: "edge-held-up" } as const] : []),
];

/** What is cleaned: the panel's face, or the frame where the glass is taped. */
export const faceName = (scene: Scene): "panel" | "frame" =>
  isFromFront(scene) || isOnFrame(scene) ? "frame" : "panel";
