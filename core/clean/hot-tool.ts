import { methodOf, settingOf } from "../heat/heat-methods.ts";
import { keptMethod, seamOf } from "../heat/lift-heat.ts";
import { stepKey, type JobState } from "../job/fold.ts";
import type { Family } from "../stack/family.ts";

/** Something that heats, or has heated and may still be hot. */
export interface HotTool {
  /** What it is, such as "Hot plate". */
  title: string;
  hotC: number;
}

/** What heats a job and how hot; null where nobody can say, where it is cold, or where it was said to be put out. */
export function heatOfJob(state: JobState, family: Family): HotTool | null {
  const seam = seamOf(family, state.route);
  const info = methodOf(state.heatMethod);
  if (!seam || info.isCold || info.setting.unit !== "C" || stepKey("clean", "cold") in state.stepsDone) {
    return null;
  }
  return {
    title: info.title,
    hotC: settingOf(keptMethod(seam, state.heatMethod, state.settings.lift ?? {})),
  };
}
