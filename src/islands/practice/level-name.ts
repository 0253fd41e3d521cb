import type { PracticeLevel } from "../../../core/practice/attempt.ts";
import { t } from "../../../words/practice.ts";

export const levelName = (level: PracticeLevel): string =>
  level === "seen" ? t("level-seen") : t("level-unseen");
