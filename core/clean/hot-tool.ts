import { seamNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { methodOf, settingOf } from "../heat/heat-methods.ts";
import { keptMethod } from "../heat/lift-heat.ts";

/** Something that heats, or has heated and may still be hot. */
export interface HotTool {
  /** What it is, such as "Hot plate". */
  title: string;
  hotC: number;
}

/** What heats a job and how hot; null where nothing was heated, where it is cold, or where it was seen off and away. */
export function heatOfJob(scene: Scene): HotTool | null {
  const { heat, soaks, heatAway } = scene.state.lift;
  const seam = seamNow(scene);
  if (!heat || !seam || soaks.length === 0 || heatAway) return null;
  const info = methodOf(heat.method);
  if (info.isCold || info.setting.unit !== "C") return null;
  return { title: info.title, hotC: settingOf(keptMethod(seam, heat.method, heat.settings)) };
}
