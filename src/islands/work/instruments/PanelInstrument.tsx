import { Plan } from "../../../drawing/Plan.tsx";
import type { InstrumentProps } from "../instrument.ts";

/** The panel as it came in: what is broken, what is in the way. */
export function PanelInstrument({ scene }: InstrumentProps) {
  return (
    <Plan
      family={scene.family}
      damage={scene.state.intake.damage}
      fills
      title={`Panel of ${scene.family.code} with its damage, viewer's side`}
    />
  );
}
