import { z } from "zod";
import { isDeclined } from "../../device/ask.ts";
import { defineMove, inStage, noHazard } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { outcomes, type Outcome } from "../../intake/intake-slot.ts";
import type { Scene } from "../../device/scene.ts";
import { endGoals } from "../../device/goals.ts";
import { oneOf } from "../../units.ts";

/** How a job that has come so far ends. */
export const outcomeNow = (scene: Scene): Outcome =>
  isDeclined(scene) ? "declined" : scene.state.intake.seated === "gone" ? "connection seated" : "repaired";

/** The job is over, and the device goes out. */
export const ended = defineMove({
  kind: "ended",
  version: 1,
  stage: inStage("close"),
  data: z.strictObject({
    outcome: oneOf(outcomes),
  }),
  told: "word",
  meets: ["ended"],
  offers: (scene) => [{ outcome: outcomeNow(scene) }],
  needs: (scene, { outcome }) =>
    outcome === "given up" ? [{ is: "customer-told" }, { is: "certificate-signed" }] : endGoals(scene),
  faults: (scene, { outcome }) =>
    outcome !== "given up" && outcome !== outcomeNow(scene)
      ? message("fault.other-outcome", { outcome: outcomeNow(scene) })
      : null,
  does: ({ state }, { outcome }, { who, atMs }) => ({
    ...state,
    intake: { ...state.intake, ended: { outcome, who, atMs } },
  }),
  reopens: () => [],
  words: (_, { outcome }) => message("move.ended", { outcome }),
  hazard: noHazard,
  minutes: () => 1,
  hands: 0,
  example: { outcome: "repaired" },
});
