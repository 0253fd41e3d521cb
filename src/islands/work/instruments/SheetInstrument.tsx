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
import { durationText } from "../../../../core/duration-text.ts";
import { Duration, Figure, Length, Temperature, temperatureText } from "../../../ui/quantity.tsx";
import { useDraft } from "../../../ui/useDraft.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** How large the adhesive film is cut, and what the laminator is set to. */
export function SheetInstrument({ code, scene, kind }: InstrumentProps) {
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
          title={t("film-for", { code: family.code })}
        />
      </div>
      <div className="self-center">
        {!kind.startsWith("laminator") && (
          <p className="text-lg">
            {t("film")} <Length mm={widthMm} /> × <Length mm={heightMm} />:{" "}
            <Length mm={OVERSIZE_MM} digits={1} /> {t("larger-at-each-side")}
          </p>
        )}
        {dial(
          "laminateC",
          t("plates"),
          1,
          <Temperature c={program.laminateC} />,
          temperatureText(program.laminateC, preferences),
        )}
        {dial(
          "pressKpa",
          t("press"),
          5,
          <Figure value={program.pressKpa} unit="kPa" />,
          t("kilopascals", { pressKpa: program.pressKpa }),
        )}
        {dial("laminateS", t("time"), 5, <Duration s={program.laminateS} />, durationText(program.laminateS))}
        <p className="text-sm text-soft">{t("common-practice-follow-the-films-data")}</p>
      </div>
    </div>
  );
}
