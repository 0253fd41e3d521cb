import { seamNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { soakAgainS } from "../heat/glue-line.ts";
import { methodOf } from "../heat/heat-methods.ts";
import { isHeated, keptMethod, usualSettings } from "../heat/lift-heat.ts";

/** Not shorter than this, s: what the record takes. */
const LEAST_S = 5;

/**
 * How long a stack that is still warm goes back on the heat to have its window again, at the scene's moment. Null for the first soak, for
 * the cold, and for heat that stays on: those take what was chosen.
 */
export function chooseSoakAgain(scene: Scene): { forS: number } | null {
  const { family, state, nowMs } = scene;
  const { heat, soaks } = state.lift;
  const seam = seamNow(scene);
  if (!heat || soaks.length === 0 || heat.windowS === null) return null;
  if (!seam || !isHeated(seam) || methodOf(heat.method).isCold) return null;
  const settings = {
    ...usualSettings(seam, heat.method),
    method: keptMethod(seam, heat.method, heat.settings),
    soakS: heat.soakS,
  };
  const ran = soaks.map(({ startedMs, endedMs }) => ({ startedMs, stoppedMs: endedMs }));
  const againS = soakAgainS(family, seam, settings, heat.likelyWindowS ?? heat.windowS, ran, nowMs);
  return { forS: Math.min(heat.soakS, Math.max(LEAST_S, Math.round(againS))) };
}
