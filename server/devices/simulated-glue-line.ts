import { glueLineAt, soaksOf } from "../../core/heat/glue-line.ts";
import { keptMethod, usualSettings } from "../../core/heat/lift-heat.ts";
import type { JobState } from "../../core/job/fold.ts";
import type { Family, Seam } from "../../core/stack/family.ts";

/** The stand-in's bench touches its plate better than is assumed, so that there is something to find out. */
const CONTACT_FACTOR = 1.3;

/** What the stand-in's glue line does: the job's own soak on a bench that differs a little from what is assumed. */
export function simulatedGlueLine(family: Family, seam: Seam, state: JobState): (nowMs: number) => number {
  const kept = state.settings.lift ?? {};
  const method = keptMethod(seam, state.heatMethod, kept);
  return glueLineAt(
    family,
    seam,
    {
      ...usualSettings(seam, state.heatMethod),
      method:
        "contactWm2K" in method ? { ...method, contactWm2K: method.contactWm2K * CONTACT_FACTOR } : method,
      soakS: kept.soakS ?? 300,
    },
    soaksOf(state.timers),
  );
}
