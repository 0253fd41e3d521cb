import { z } from "zod";
import { workedStage } from "../../device/phase.ts";
import { defineMove, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { key } from "../../stack/family.ts";
import { words } from "../../units.ts";

/** At the end of a shift somebody else takes the job: where things lie. */
export const handedOver = defineMove({
  kind: "handed-over",
  version: 1,
  stage: workedStage,
  data: z.strictObject({ to: key(), note: words(500) }),
  told: "word",
  meets: [],
  offers: () => [],
  // Nobody hands over what lies on the heat or under the lamp.
  needs: () => [{ is: "opened-job" }, { is: "off-heat" }, { is: "lamp-off" }],
  faults: noFault,
  does: ({ state }, { to, note }, { who, seq }) => ({
    ...state,
    close: { ...state.close, handOver: { from: who, to, note, seq } },
  }),
  reopens: () => [],
  words: (_, { to, note }) => message("move.handed-over", { to, note }),
  hazard: noHazard,
  minutes: () => 2,
  hands: 0,
  example: { to: "noor", note: "Glass off, screws in tray 2, panel on the shelf." },
});
