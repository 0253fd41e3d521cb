import type { Language } from "../../words/language.ts";
import { inLanguage } from "../spoken.ts";
import * as tasks from "./tasks.ts";

/** What a thread is asked: which task, with what, and in which language. */
export default ({
  task,
  asked,
  spoken,
}: {
  task: keyof typeof tasks;
  asked: never;
  spoken: Language;
}): unknown => inLanguage(spoken, () => tasks[task](asked));
