import type { PracticeName } from "../../../core/practice/attempt.ts";
import type { Learned } from "../../../core/practice/learning.ts";
import { wilson95 } from "../../../core/statistics/binomial.ts";
import { t } from "../../../words/practice.ts";
import { levelName } from "./level-name.ts";

/** How somebody does in an exercise, a line for each level that was tried. */
export const HowItGoes = ({ learned, exercise }: { learned: readonly Learned[]; exercise: PracticeName }) =>
  learned
    .filter((one) => one.exercise === exercise)
    .map(({ level, tried, won }) => {
      const [low, high] = wilson95(won, tried).map((share) => Math.round(100 * share));
      return (
        <p key={level} className="text-sm" data-testid={`learned-${level}`}>
          {t("so-many-went-well", { level: levelName(level), won, tried, low: low!, high: high! })}
        </p>
      );
    });
