import { proofPhoto } from "../../prove/proof-photo.ts";
import { checkStep, confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

/** Looked for by eye, or by a photo that was kept. */
function lookStep(context: StepContext): Step {
  const step = confirmStep(
    context,
    "prove",
    "clear",
    "On black, in strong light: dust, hairs and bubbles under the glass show white. A photo looks closer than an eye.",
    "Clear to the eye",
  );
  return proofPhoto(context.state) ? { ...step, done: true } : step;
}

export const prove: Stage = {
  name: "prove",
  question: "Does everything work, before it is sealed?",
  steps: (context) => [
    lookStep(context),
    ...context.family.functions.map((f) => checkStep(context, "prove", f.key)),
  ],
};
