import { z } from "zod";
import { defineMove, inStage, never, noHazard, takes } from "../../device/define-move.ts";
import { routeNow } from "../../device/ask.ts";
import { message } from "../../job/message.ts";
import { answerNamed, decideRoute, questionKeys, questionNamed } from "../../route/decision-tree.ts";
import { words, oneOf } from "../../units.ts";
import { nextQuestion } from "../intake-facts.ts";
import { familyRoute } from "../../device/routes.ts";

/** A question that decides which repair is possible. */
export const questionAnswered = defineMove({
  kind: "question-answered",
  version: 1,
  stage: inStage("intake"),
  data: z.strictObject({
    question: oneOf(questionKeys),
    answer: words(80),
  }),
  told: "answer",
  meets: ["questions-answered"],
  offers: (scene) => {
    const question = nextQuestion(scene);
    if (question === null) return [];
    const route = familyRoute(routeNow(scene));
    const { answers } = questionNamed(question);
    const keeps = (answer: string) =>
      decideRoute(scene.family, { ...scene.state.intake.answers, [question]: answer }).possible.some(
        (left) => left === route,
      );
    const offers = answers.map(({ key: answer }) => ({ first: keeps(answer), offer: { question, answer } }));
    return offers.sort((a, b) => Number(b.first) - Number(a.first)).map(({ offer }) => offer);
  },
  needs: () => [{ is: "opened-job" }],
  faults: (_, { question, answer }) =>
    answerNamed(question, answer)
      ? null
      : message("fault.unknown-answer", {
          answer,
          answers: questionNamed(question)
            .answers.map((a) => a.key)
            .join("; "),
        }),
  does: ({ state }, { question, answer }) => ({
    ...state,
    intake: { ...state.intake, answers: { ...state.intake.answers, [question]: answer } },
  }),
  reopens: never,
  words: (_, { question, answer }) =>
    message("move.question-answered", {
      ask: questionNamed(question).ask,
      answer: answerNamed(question, answer)?.label ?? answer,
    }),
  hazard: noHazard,
  minutes: takes(1),
  hands: 0,
  example: { question: "picture", answer: "whole" },
});
