import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";
import type { Family, MovedPart } from "../stack/family.ts";

/** What lies on the new layer as it comes. */
export const newLayerLiners = ({ parts }: Pick<Family, "parts">): MovedPart[] =>
  parts.filter(({ kind, linerOf }) => kind === "liner" && (linerOf ?? "new layer") === "new layer");

/** Liners of the new layer come off before it is laid. */
export const linersOfNewLayer = ({ family }: Pick<Scene, "family">): DeviceFact[] =>
  newLayerLiners(family).map(({ key }): DeviceFact => ({ is: "liners-off", liner: key }));
