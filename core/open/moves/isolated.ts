import { z } from "zod";
import { hasScrews, isFromFront } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";
import { beforeOpening } from "../open-facts.ts";

/** The battery or supply is parted from the board, before any other connector is touched. */
export const isolated = defineMove({
  kind: "isolated",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["isolated", "safe"],
  offers: ({ state }) => (state.open.board === "joined" ? [{}] : []),
  needs: (scene): DeviceFact[] => [
    ...beforeOpening(scene),
    { is: "casing-open" },
    ...(hasScrews(scene.family, "connectors") ? [{ is: "screws-out", holds: "connectors" } as const] : []),
    ...(isFromFront(scene) && hasScrews(scene.family, "module")
      ? [{ is: "screws-out", holds: "module" } as const]
      : []),
  ],
  faults: ({ state }) => (state.open.board === "isolated" ? message("fault.isolated-already") : null),
  does: ({ state }) => ({ ...state, open: { ...state.open, board: "isolated", provedDead: false } }),
  reopens: () => ["supply"],
  words: ({ family }) => message("move.isolated", { power: family.power }),
  hazard: ({ family }) => (family.power === "cell" ? "cell" : family.power === "mains" ? "mains" : null),
  minutes: takes(1),
  hands: 1,
  example: {},
});
