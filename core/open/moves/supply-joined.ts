import { z } from "zod";
import { looseParts } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, takes } from "../../device/define-move.ts";
import type { DeviceFact } from "../../device/facts.ts";
import { message } from "../../job/message.ts";

/** The battery or supply is joined to the board again, last of all. */
export const supplyJoined = defineMove({
  kind: "supply-joined",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({}),
  told: "press",
  meets: ["supply-joined"],
  offers: ({ state }) => (state.open.board === "isolated" ? [{}] : []),
  needs: ({ family }): DeviceFact[] => [
    { is: "casing-open" },
    ...looseParts(family).flatMap(({ key, kind }): DeviceFact[] =>
      kind === "cell" ? [{ is: "part-back", part: key }] : [],
    ),
    { is: "dry" },
    { is: "edge-dry" },
    { is: "off-heat" },
  ],
  faults: ({ state }) => (state.open.board === "joined" ? message("fault.supply-joined-already") : null),
  does: ({ state }) => ({ ...state, open: { ...state.open, board: "joined", provedDead: false } }),
  reopens: () => ["supply"],
  words: ({ family }) => message("move.supply-joined", { power: family.power }),
  hazard: ({ family }) => (family.power === "cell" ? "cell" : family.power === "mains" ? "mains" : null),
  minutes: takes(0.5),
  hands: 1,
  example: {},
});
