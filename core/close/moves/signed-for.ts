import { z } from "zod";
import { workedStage } from "../../device/phase.ts";
import { defineMove, noHazard } from "../../device/define-move.ts";
import { facts, type DeviceFact } from "../../device/facts.ts";
import { factKey } from "../../job/fact.ts";
import { message } from "../../job/message.ts";
import { words } from "../../units.ts";

/** A signed reason stands in for what was not shown; never where somebody could be hurt. */
export const signedFor = defineMove({
  kind: "signed-for",
  version: 1,
  stage: workedStage,
  data: z.strictObject({
    fact: z.looseObject({ is: words(60) }),
    reason: z.string().trim().min(10, { error: "must say why in at least 10 characters" }).max(500),
  }),
  told: "word",
  meets: [],
  offers: () => [],
  needs: () => [{ is: "opened-job" }],
  faults: (_, { fact }) => {
    const rule = facts[fact.is as DeviceFact["is"]] as { signable: boolean } | undefined;
    if (!rule) return message("fault.unknown-fact", { fact: fact.is });
    return rule.signable ? null : message("fault.not-to-be-signed", { fact: fact.is });
  },
  does: ({ state }, { fact, reason }, { who, seq }) => ({
    ...state,
    signed: { ...state.signed, [factKey(fact)]: { fact, reason, who, seq } },
  }),
  reopens: () => [],
  words: (_, { fact, reason }) => message("move.signed-for", { fact: factKey(fact), reason }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: { fact: { is: "liners-counted" }, reason: "One liner went into the bin unseen" },
});
