import { settingOf, type HeatMethodKind } from "../../../core/heat/heat-methods.ts";
import { keptMethod, longestSoakS, USUAL_HUMIDITY_PCT } from "../../../core/heat/lift-heat.ts";
import { speedOf } from "../../../core/lift/lift-plan.ts";
import type { Seam } from "../../../core/stack/family.ts";
import { useDraft } from "../../ui/useDraft.ts";
import type { PanelProps } from "../stage/panel.ts";

/** What a technician turns on the lift screen. */
export interface Dials {
  kind: HeatMethodKind;
  setting: number;
  soakS: number;
  speedMmS: number;
  humidityPct: number;
}

/** The dials as they stand: what was chosen for the job or is usual, and over it what has been turned since. */
export function useDials({
  code,
  state,
  seam,
  usualLift,
}: Pick<PanelProps, "code" | "state"> & { seam: Seam; usualLift: Record<string, number> | null }) {
  const chosen = state.settings.lift ?? usualLift ?? {};
  const kind = state.heatMethod;
  const method = keptMethod(seam, kind, chosen);
  const start: Dials = {
    kind,
    setting: settingOf(method),
    soakS: Math.min(chosen.soakS ?? 120, longestSoakS(method)),
    speedMmS: chosen.speedMmS ?? speedOf(seam),
    humidityPct: chosen.relativeHumidityPct ?? USUAL_HUMIDITY_PCT,
  };
  const [entered, setEntered] = useDraft<Dials | null>(`${code} lift`, null);
  return {
    dials: { ...start, ...entered },
    isChanged: entered !== null,
    setDials: setEntered,
    clear: () => setEntered(null),
  };
}
