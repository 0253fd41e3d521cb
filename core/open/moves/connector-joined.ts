import { z } from "zod";
import { pluggable } from "../../device/ask.ts";
import { phaseOf } from "../../device/phase.ts";
import { defineMove, noHazard, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { handsIn } from "../open-facts.ts";

/** A connector is pressed home: for a test, or to stay. */
export const connectorJoined = defineMove({
  kind: "connector-joined",
  version: 1,
  stage: phaseOf,
  data: z.strictObject({ connector: key() }),
  told: "press",
  meets: ["connector-joined"],
  offers: ({ family, state }, fact) =>
    fact?.is === "connector-joined"
      ? [{ connector: fact.connector }]
      : pluggable(family).flatMap(({ key: connector }) =>
          state.open.connectors[connector] === "open" ? [{ connector }] : [],
        ),
  // Connectors before power: what is live is not plugged together.
  needs: () => [...handsIn, { is: "dry" }, { is: "edge-dry" }, { is: "off-heat" }],
  faults: ({ family, state }, { connector }) => {
    const known = pluggable(family).find((c) => c.key === connector);
    if (!known) return message("fault.unknown-connector", { connector, family: family.code });
    return state.open.connectors[connector] === "open"
      ? null
      : message("fault.joined-already", { name: known.name });
  },
  does: ({ state }, { connector }) => ({
    ...state,
    open: { ...state.open, connectors: { ...state.open.connectors, [connector]: "joined" } },
  }),
  reopens: (_, { connector }) => [`connector ${connector}`],
  words: ({ family }, { connector }) => {
    const known = family.connectors.find((c) => c.key === connector);
    return message("move.connector-joined", {
      name: known?.name ?? connector,
      kind: known?.kind ?? "",
      tape: known?.tape ?? "none",
    });
  },
  hazard: noHazard,
  minutes: takes(0.5),
  hands: 1,
  example: { connector: "panel" },
});
