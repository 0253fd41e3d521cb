import { z } from "zod";
import { isDeclined, lineOf, looseParts } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, noHazard, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import type { Scene } from "../../device/scene.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { handsIn } from "../open-facts.ts";

/** The layer that a part came off is still on the device. */
const hasOldLayer = ({ state }: Scene): boolean =>
  lineOf(state, "glass").old === "on" && lineOf(state, "display").old === "on";

/** A part is back in its place, or a new one of it is. */
export const partPutBack = defineMove({
  kind: "part-put-back",
  version: 1,
  stage: (scene) => (scene.state.marks.renewed === undefined ? phaseOf(scene) : "close"),
  data: z.strictObject({ part: key() }),
  told: "press",
  meets: ["part-back"],
  offers: (scene, fact) => {
    const { family, state } = scene;
    // A part of the old layer goes back on it only where nothing new is to come.
    const keepsOld = state.intake.seated === "gone" || isDeclined(scene);
    return looseParts(family).flatMap(({ key: part, goes }) => {
      if (fact?.is === "part-back" && fact.part !== part) return [];
      const is = state.open.parts[part];
      if (goes === "to the new layer")
        return is === "out" && keepsOld && hasOldLayer(scene) ? [{ part }] : [];
      // Where a new one is wanted, the old one comes out first.
      return is === "out" || (goes === "new each time" && is === "in" && fact !== null) ? [{ part }] : [];
    });
  },
  needs: (scene, { part }): DeviceFact[] => {
    const known = looseParts(scene.family).find((p) => p.key === part);
    return [
      ...handsIn,
      { is: "off-heat" },
      ...(known?.goes === "new each time" ? [{ is: "part-out", part } as const] : []),
    ];
  },
  faults: (scene, { part }) => {
    const { family, state } = scene;
    const known = looseParts(family).find((p) => p.key === part);
    if (!known) return message("fault.unknown-part", { part, family: family.code });
    if (known.goes === "to the new layer" && !hasOldLayer(scene)) {
      return message("fault.part-moves", { name: known.name });
    }
    return state.open.parts[part] === "out" ? null : message("fault.part-in-already", { name: known.name });
  },
  does: ({ family, state }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part)!;
    const isNew = known.goes === "new each time";
    const liners = family.parts.filter(({ kind, linerOf }) => kind === "liner" && linerOf === part);
    return {
      ...state,
      open: { ...state.open, parts: { ...state.open.parts, [part]: isNew ? "new" : "in" } },
      close: {
        ...state.close,
        linersOn: liners.reduce(
          (on, liner) => ({ ...on, [liner.key]: (on[liner.key] ?? 0) + liner.count }),
          state.close.linersOn,
        ),
      },
    };
  },
  reopens: (_, { part }) => [`part ${part}`],
  words: ({ family }, { part }) => {
    const known = looseParts(family).find((p) => p.key === part);
    return message("move.part-put-back", {
      name: known?.name ?? part,
      count: known?.count ?? 1,
      goes: known?.goes ?? "back in its place",
    });
  },
  hazard: noHazard,
  minutes: takes(1.5),
  hands: 1,
  example: { part: "magnet" },
});
