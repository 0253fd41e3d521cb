import { defineMove, inStage, never, noFault, takes } from "../../device/define-move.ts";
import { message } from "../../job/message.ts";
import { damage } from "../damage.ts";

/** One crack, hole, dead zone or picture fault, drawn where it is. */
export const damageMarked = defineMove({
  kind: "damage-marked",
  version: 1,
  stage: inStage("intake"),
  data: damage,
  told: "answer",
  meets: [],
  offers: never,
  needs: () => [{ is: "opened-job" }],
  faults: noFault,
  does: ({ state }, data, { id }) => ({
    ...state,
    intake: { ...state.intake, damage: [...state.intake.damage, { ...data, id }] },
  }),
  reopens: never,
  words: (_, data) => message("move.damage-marked", { damage: data.damage }),
  hazard: () => "glass",
  minutes: takes(1),
  hands: 1,
  example: {
    damage: "crack",
    points: [
      { xMm: 5, yMm: 5 },
      { xMm: 20, yMm: 30 },
    ],
  },
});
