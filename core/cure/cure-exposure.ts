import { benchLamp, liquidAdhesive } from "../materials/adhesives.ts";
import type { JobState } from "../job/fold.ts";
import type { Family } from "../stack/family.ts";
import { calculateCureDose, type CureDoseInput } from "./cure-dose.ts";

/** What a job's cure is reckoned with: its chosen settings, and before them what the radiometer last said. */
export function cureSettings(state: JobState): Partial<Record<string, number>> {
  const read = state.readings.filter((reading) => reading.quantity === "irradiance").at(-1);
  return { ...state.settings.cure, ...(read ? { irradianceMwCm2: read.value } : {}) };
}

/** The cure input for a family under even light, with whatever this job has chosen in place of what is assumed. */
export function cureInput(family: Family, chosen: Partial<Record<string, number>> = {}): CureDoseInput {
  const { widthMm, heightMm } = family.outline;
  const border = Math.min(family.borderMm, Math.min(widthMm, heightMm) / 2 - 0.1);
  return {
    panel: { widthMm, heightMm },
    irradianceMwCm2: chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value,
    coverTransmittancePct: chosen.coverTransmittancePct ?? benchLamp.coverTransmittancePct.value,
    ...(border > 0
      ? {
          border: {
            widthMm: border,
            transmittancePct: chosen.borderTransmittancePct ?? benchLamp.borderTransmittancePct.value,
          },
        }
      : {}),
    requiredMjCm2: chosen.requiredMjCm2 ?? liquidAdhesive.requiredMjCm2.value,
  };
}

/** Exposures for tack and main cure, s; `null` where the lamp gives nothing. The border from above is its own figure. */
export function cureExposure(family: Family, chosen: Partial<Record<string, number>> = {}) {
  const input = cureInput(family, chosen);
  const { exposureS, borderExposureS, minMwCm2 } = calculateCureDose(input);
  return {
    minMwCm2,
    exposureS,
    borderExposureS,
    tackS: exposureS === null ? null : (exposureS * liquidAdhesive.tackMjCm2.value) / input.requiredMjCm2,
  };
}
