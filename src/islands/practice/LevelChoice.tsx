import { practiceLevels, type PracticeLevel } from "../../../core/practice/attempt.ts";
import { t } from "../../../words/practice.ts";
import { PressGroup } from "../../ui/PressGroup.tsx";
import { levelName } from "./level-name.ts";

/** How much is shown that a bench does not show. */
export const LevelChoice = ({
  level,
  onChange,
}: {
  level: PracticeLevel;
  onChange: (level: PracticeLevel) => void;
}) => (
  <PressGroup
    label={t("level")}
    value={level}
    options={practiceLevels.map((value) => ({ value, text: levelName(value) }))}
    onChange={onChange}
  />
);
