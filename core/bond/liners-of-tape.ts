import type { DeviceFact } from "../device/facts.ts";
import type { Scene } from "../device/scene.ts";

/** Liners of the tape come off at the last moment, edge by edge. */
export const linersOfTape = ({ family }: Pick<Scene, "family">): DeviceFact[] =>
  family.parts.flatMap(({ key, kind, linerOf }): DeviceFact[] =>
    kind === "liner" && linerOf === "tape" ? [{ is: "liners-off", liner: key }] : [],
  );
