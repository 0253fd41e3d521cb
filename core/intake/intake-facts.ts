import type { FactRules } from "../job/fact.ts";
import { decideRoute, type QuestionKey } from "../route/decision-tree.ts";
import { isDeclined } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";

/** Questions that can only be answered once the device is open, or that trying it from outside answers. */
const notAsked: readonly QuestionKey[] = ["flex", "family"];

const asked = new WeakMap<object, { family: unknown; next: QuestionKey | null }>();

/** The next question of the intake that would still decide something; null where none would. */
export function nextQuestion({ family, state }: Scene): QuestionKey | null {
  const { answers } = state.intake;
  const known = asked.get(answers);
  if (known?.family === family) return known.next;
  const decided = decideRoute(family, { flex: "still", ...answers }).next;
  const next = decided !== null && notAsked.includes(decided) ? null : decided;
  asked.set(answers, { family, next });
  return next;
}

export type IntakeFact =
  | { is: "opened-job" }
  | { is: "damage-drawn" }
  | { is: "tried"; fn: string }
  | { is: "questions-answered" }
  /** The customer has answered to the route and price that stand: asked anew after something broke. */
  | { is: "agreed" }
  | { is: "seated-tried" }
  | { is: "trouble-settled" }
  | { is: "released" }
  | { is: "ended" }
  | { is: "still-open" }
  /** The customer's last word was not no. */
  | { is: "going-ahead" };

export const intakeFacts: FactRules<Scene, IntakeFact> = {
  "opened-job": { signable: false, holds: ({ state }) => state.intake.complaint !== "" },
  "damage-drawn": { signable: false, holds: ({ state }) => state.intake.damageDrawn },
  tried: { signable: false, holds: ({ state }, { fn }) => state.intake.tried[fn] !== undefined },
  "questions-answered": { signable: false, holds: (scene) => nextQuestion(scene) === null },
  agreed: {
    signable: false,
    holds: ({ state }) => {
      const last = state.intake.agreements.at(-1);
      return last !== undefined && last.seq > (state.intake.broke.at(-1)?.seq ?? 0);
    },
  },
  "seated-tried": { signable: true, holds: ({ state }) => state.intake.seated !== null },
  "trouble-settled": { signable: false, holds: ({ state }) => state.intake.trouble === null },
  released: { signable: false, holds: ({ state }) => state.intake.held === null },
  "still-open": { signable: false, holds: ({ state }) => state.intake.ended === null },
  "going-ahead": { signable: false, holds: (scene) => !isDeclined(scene) },
  ended: { signable: false, holds: ({ state }) => state.intake.ended !== null },
};
