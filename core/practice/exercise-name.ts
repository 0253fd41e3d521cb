import type { PracticeName } from "./attempt.ts";
import { t } from "../../words/practice.ts";

/** What an exercise is called, in a word or two. */
export function exerciseName(name: PracticeName): string {
  switch (name) {
    case "sweep":
      return t("exercise-sweep");
    case "align":
      return t("exercise-align");
    case "probe":
      return t("exercise-probe");
    case "see":
      return t("exercise-see");
    case "cut":
      return t("exercise-cut");
    case "put-back":
      return t("exercise-put-back");
    case "freeze":
      return t("exercise-freeze");
    case "window":
      return t("exercise-window");
    case "lower":
      return t("exercise-lower");
    case "turn":
      return t("exercise-turn");
    case "wire":
      return t("exercise-wire");
    case "whole-job":
      return t("exercise-whole-job");
  }
}

/** What one learns by it. */
export function exerciseAim(name: PracticeName): string {
  switch (name) {
    case "sweep":
      return t("aim-sweep");
    case "align":
      return t("aim-align");
    case "probe":
      return t("aim-probe");
    case "see":
      return t("aim-see");
    case "cut":
      return t("aim-cut");
    case "put-back":
      return t("aim-put-back");
    case "freeze":
      return t("aim-freeze");
    case "window":
      return t("aim-window");
    case "lower":
      return t("aim-lower");
    case "turn":
      return t("aim-turn");
    case "wire":
      return t("aim-wire");
    case "whole-job":
      return t("aim-whole-job");
  }
}
