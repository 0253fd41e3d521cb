import { z } from "zod";
import { pluggable } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { handsIn } from "../open-facts.ts";

/** A connector is open, the way it opens. */
export const connectorOpened = defineMove({
  kind: "connector-opened",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({ connector: key() }),
  told: "press",
  meets: ["connector-open"],
  offers: ({ family, state }, fact) =>
    fact?.is === "connector-open"
      ? [{ connector: fact.connector }]
      : pluggable(family).flatMap(({ key: connector }) =>
          state.open.connectors[connector] === "joined" ? [{ connector }] : [],
        ),
  needs: () => handsIn,
  faults: ({ family, state }, { connector }) => {
    const known = family.connectors.find((c) => c.key === connector);
    if (!known) return message("fault.unknown-connector", { connector, family: family.code });
    if (known.kind === "soldered") return message("fault.soldered", { name: known.name });
    return state.open.connectors[connector] === "joined"
      ? null
      : message("fault.open-already", { name: known.name });
  },
  does: ({ state }, { connector }) => ({
    ...state,
    open: {
      ...state.open,
      connectors: { ...state.open.connectors, [connector]: "open" },
      opened: [...state.open.opened.filter((other) => other !== connector), connector],
    },
  }),
  reopens: (_, { connector }) => [`connector ${connector}`],
  words: ({ family }, { connector }) => {
    const known = family.connectors.find((c) => c.key === connector);
    return message("move.connector-opened", {
      name: known?.name ?? connector,
      opens: known?.opens ?? "",
      way: known?.way ?? "",
      tape: known?.tape ?? "none",
    });
  },
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { connector: "panel" },
});
