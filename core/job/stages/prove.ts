import { checkStep, type Stage } from "../step.ts";

export const prove: Stage = {
  name: "prove",
  question: "Does everything work, before it is sealed?",
  steps: (context) => context.family.functions.map((f) => checkStep(context, "prove", f.key)),
};
