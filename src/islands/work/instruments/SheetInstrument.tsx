import {
  adhesiveFilmSize,
  laminator,
  OVERSIZE_MM,
  programOfLaminator,
  type LaminatorSetting,
} from "../../../../core/bond/sheet-school.ts";
import { PlanFrame } from "../../../drawing/PlanFrame.tsx";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { usePreferences } from "../../../ui/preferences.ts";
import { durationText } from "../../../ui/duration-text.ts";
import { Duration, Figure, Length, Temperature, temperatureText } from "../../../ui/quantity.tsx";
import { useDraft } from "../../../ui/useDraft.ts";
import type { InstrumentProps } from "../instrument.ts";

/** How large the adhesive film is cut, and what the laminator is set to. */
export function SheetInstrument({ code, scene }: InstrumentProps) {
  const { family } = scene;
  const preferences = usePreferences();
  const { widthMm, heightMm } = adhesiveFilmSize(family.outline);
  const [program, setProgram] = useDraft(`${code} laminator`, programOfLaminator({}));
  const dial = (key: LaminatorSetting, label: string, step: number, shown: React.ReactNode, text: string) => (
    <DialSlider
      label={label}
      value={program[key]}
      {...laminator[key]}
      step={step}
      shown={shown}
      text={text}
      onChange={(value) => setProgram({ ...program, [key]: value })}
    />
  );
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_19rem] side:grid-rows-1">
      <div className="min-h-0">
        <PlanFrame
          outline={family.outline}
          borderMm={family.borderMm}
          windows={family.windows}
          labels={false}
          fills
          title={`Film for ${family.code}`}
        />
      </div>
      <div className="self-center">
        <p className="text-lg">
          Film <Length mm={widthMm} /> × <Length mm={heightMm} />: <Length mm={OVERSIZE_MM} digits={1} />{" "}
          larger at each side.
        </p>
        {dial(
          "laminateC",
          "Plates",
          1,
          <Temperature c={program.laminateC} />,
          temperatureText(program.laminateC, preferences),
        )}
        {dial(
          "pressKpa",
          "Press",
          5,
          <Figure value={program.pressKpa} unit="kPa" />,
          `${program.pressKpa} kilopascals`,
        )}
        {dial("laminateS", "Time", 5, <Duration s={program.laminateS} />, durationText(program.laminateS))}
        <p className="text-sm text-soft">Common practice. Follow the film&apos;s data sheet.</p>
      </div>
    </div>
  );
}
