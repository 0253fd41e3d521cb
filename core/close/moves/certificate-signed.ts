import { z } from "zod";
import { defineMove, inStage, noFault, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";

/** Somebody read the certificate and puts a name under it. */
export const certificateSigned = defineMove({
  kind: "certificate-signed",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({}),
  told: "word",
  meets: ["certificate-signed"],
  offers: ({ state }) => (state.close.certificateSigned === null ? [{}] : []),
  needs: () => [{ is: "customer-told" }],
  faults: noFault,
  does: ({ state }, _, { who, seq, atMs }) => ({
    ...state,
    close: { ...state.close, certificateSigned: { who, seq, atMs } },
  }),
  reopens: () => [],
  words: () => message("move.certificate-signed"),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: {},
});
