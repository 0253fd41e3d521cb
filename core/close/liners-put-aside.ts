import type { Scene } from "../device/scene.ts";
import type { CloseSlot } from "./close-slot.ts";

/** What lay at the bench for a layer that is given up is put aside, its liners with it; those of parts that are in stay on. */
export const linersPutAside = ({ family, state }: Pick<Scene, "family" | "state">): CloseSlot => ({
  ...state.close,
  linersOn: Object.fromEntries(
    Object.entries(state.close.linersOn).filter(([liner]) => {
      const on = family.parts.find(({ key }) => key === liner)?.linerOf;
      return family.parts.some(({ key }) => key === on);
    }),
  ),
});
