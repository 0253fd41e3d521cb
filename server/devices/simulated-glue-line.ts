import type { Scene } from "../../core/device/scene.ts";
import { glueLineAt } from "../../core/heat/glue-line.ts";
import { keptMethod, usualSettings } from "../../core/heat/lift-heat.ts";
import type { Seam } from "../../core/stack/family.ts";

/** The stand-in's bench touches its plate better than is assumed, so that there is something to find out. */
const CONTACT_FACTOR = 1.3;
/** Its thermocouple has slipped so far into the glue, as a share of the glue's thickness. */
const SLIPPED_SHARE = 0.4;

/** What the stand-in's glue line does: the job's own soak on a bench that differs a little from what is assumed. */
export function simulatedGlueLine({ family, state }: Scene, seam: Seam): (nowMs: number) => number {
  const { heat, soaks } = state.lift;
  const kind = heat?.method ?? "plate";
  const method = keptMethod(seam, kind, heat?.settings ?? {});
  return glueLineAt(
    family,
    seam,
    {
      ...usualSettings(seam, kind),
      method:
        "contactWm2K" in method ? { ...method, contactWm2K: method.contactWm2K * CONTACT_FACTOR } : method,
      soakS: heat?.soakS ?? 300,
    },
    soaks.map(({ startedMs, endedMs }) => ({ startedMs, stoppedMs: endedMs })),
    SLIPPED_SHARE,
  );
}
