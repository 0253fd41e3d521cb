import {
  decideRoute,
  questionKeys,
  questionNamed,
  type Decision,
  type QuestionKey,
} from "../../route/decision-tree.ts";
import type { EventDraft } from "../event.ts";
import type { JobState } from "../fold.ts";
import { confirmStep, type Stage, type Step, type StepContext } from "../step.ts";

/** Where the questions of the intake stand for a job. */
export const decisionOf = ({ state, family }: Pick<StepContext, "state" | "family">): Decision =>
  decideRoute(family, state.answers);

/** A question as a step. The big button gives the first answer that keeps the route on which the job came in. */
function questionStep(context: StepContext, question: QuestionKey): Step {
  const { family, state } = context;
  const { ask, why, answers } = questionNamed(question);
  const given = answers.find((answer) => answer.key === state.answers[question]);
  const keeps = (answer: string) =>
    decideRoute(family, { ...state.answers, [question]: answer }).possible.includes(state.route);
  const usual = answers.find((answer) => keeps(answer.key)) ?? answers[0]!;
  const draft = (answer: string) => (): EventDraft => ({
    stage: "intake",
    kind: "question-answered",
    data: { question, answer },
  });
  return {
    key: `ask-${question}`,
    ask: given ? `${ask} ${given.label}.` : `${ask} ${why}`,
    press: usual.label,
    done: given !== undefined,
    draft: draft(usual.key),
    alternatives: answers
      .filter((answer) => answer !== usual)
      .map((answer) => ({ label: answer.label, draft: draft(answer.key) })),
  };
}

const answered = (state: JobState): QuestionKey[] =>
  questionKeys.filter((key) => state.answers[key] !== undefined);

export const intake: Stage = {
  name: "intake",
  question: "What came in, and is the panel worth the work?",
  steps: (context) => {
    const { next } = decisionOf(context);
    const { quote, route, endedStages } = context.state;
    // Where the route was changed after the quotation, another is told.
    const isOver = endedStages.intake !== undefined;
    const risk = confirmStep(
      context,
      "intake",
      "risk",
      "Tell the customer what it costs, what can go wrong, and what it would cost then.",
      "Risk told",
    );
    return [
      confirmStep(
        context,
        "intake",
        "damage",
        "Look at it in strong light. Draw every crack, hole, dead zone and picture fault where it is.",
        "Damage drawn",
        { caution: "glass" },
      ),
      ...[...answered(context.state), ...(next ? [next] : [])].map((key) => questionStep(context, key)),
      { ...risk, done: quote ? quote.agreed === route || isOver : risk.done },
    ];
  },
};
