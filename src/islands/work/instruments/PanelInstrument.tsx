import { Plan } from "../../../drawing/Plan.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The panel as it came in: what is broken, what is in the way. */
export function PanelInstrument({ scene }: InstrumentProps) {
  return (
    <Plan
      family={scene.family}
      damage={scene.state.intake.damage}
      fills
      title={t("panel-of-with-its-damage-viewers-side", { code: scene.family.code })}
    />
  );
}
