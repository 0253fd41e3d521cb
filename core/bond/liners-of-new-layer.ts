import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";

/** Liners of the new layer come off before it is laid. */
export const linersOfNewLayer = ({ family }: Pick<Scene, "family">): DeviceFact[] =>
  family.parts.flatMap(({ key, kind, linerOf }): DeviceFact[] =>
    kind === "liner" && (linerOf ?? "new layer") === "new layer" ? [{ is: "liners-off", liner: key }] : [],
  );
