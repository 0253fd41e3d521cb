import { checkStep, confirmStep, hasTouch, type Stage } from "../step.ts";

export const intake: Stage = {
  name: "intake",
  question: "What came in, and is the panel worth the work?",
  steps: (context) => [
    confirmStep(
      context,
      "intake",
      "damage",
      "Look at it in strong light: cracks, missing shards, where they are worst.",
      "Damage seen",
      {
        caution: "glass",
      },
    ),
    checkStep(context, "intake", "picture"),
    ...(hasTouch(context.family) ? [checkStep(context, "intake", "touch")] : []),
    confirmStep(
      context,
      "intake",
      "cause",
      "Rule out a loose flex and the board before blaming a layer.",
      "Ruled out",
    ),
    confirmStep(
      context,
      "intake",
      "risk",
      "Tell the customer what can go wrong and what it would cost then.",
      "Risk told",
    ),
  ],
};
