import { adhesiveNow } from "../bond/adhesive-now.ts";
import { routeNow } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { cureExposure } from "./cure-exposure.ts";
import type { Exposure } from "./cure-slot.ts";
import { familyRoute } from "../device/routes.ts";

/**
 * Seconds for every zone from the lamp as it was read for this job, to the next second. Null before it was read, or where no light
 * arrives through this cover.
 */
export function chooseExposure(scene: Scene, places = 1): Exposure | null {
  const { family, state } = scene;
  const { lamp } = state.cure;
  if (lamp === null) return null;
  const route = routeNow(scene);
  const { exposureS, tackS, sideTackS, sideS, input } = cureExposure(family, {
    route: familyRoute(route),
    adhesive: adhesiveNow({ state }),
    chosen: { irradianceMwCm2: lamp.irradianceMwCm2, ...(places > 1 ? { lampPlaces: places } : {}) },
  });
  if (exposureS === null || tackS === null || sideTackS === null || sideS === null) return null;
  return {
    tackS: Math.ceil(tackS),
    sideTackS: Math.ceil(sideTackS),
    faceS: Math.ceil(exposureS),
    edgeS: Math.ceil(sideS),
    places,
    irradianceMwCm2: lamp.irradianceMwCm2,
    requiredMjCm2: input.requiredMjCm2,
  };
}
