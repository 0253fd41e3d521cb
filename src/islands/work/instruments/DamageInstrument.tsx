import { DamagePlan } from "../../intake/DamagePlan.tsx";
import type { InstrumentProps } from "../instrument.ts";

/** The panel to draw on: every mark is kept at once. A crack that is begun and not finished stays in this browser. */
export function DamageInstrument({ code, scene, mayTell, tell, takeBack }: InstrumentProps) {
  return (
    <DamagePlan
      code={code}
      family={scene.family}
      damage={scene.state.intake.damage}
      photoId={scene.state.records.photos[0]?.id ?? null}
      mayEnter={mayTell}
      onMark={(marked) => tell("damage-marked", marked)}
      onRemove={takeBack}
    />
  );
}
