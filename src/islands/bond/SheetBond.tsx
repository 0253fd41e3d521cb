import { useEffect, useMemo } from "react";
import type { AdhesiveInUse } from "../../../core/bond/adhesive-in-use.ts";
import {
  adhesiveFilmSize,
  laminator,
  OVERSIZE_MM,
  programOfLaminator,
  type LaminatorSetting,
} from "../../../core/bond/sheet-school.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { usePreferences } from "../../ui/preferences.ts";
import { durationText, Duration, Figure, Length, Temperature, temperatureText } from "../../ui/quantity.tsx";
import { useDraft } from "../../ui/useDraft.ts";
import { AlignGauge } from "./AlignGauge.tsx";
import { BondParts } from "./BondParts.tsx";
import { BubblePlan } from "./BubblePlan.tsx";
import { LotChoice } from "../lots/LotChoice.tsx";
import type { PanelProps } from "../stage/panel.ts";

/** The bond line that an adhesive film leaves, µm. Common practice, no source: such films are 100 to 250. */
const FILM_UM = 175;

/** The sheet school: how large the film is cut, what the laminator is set to. */
export function SheetBond({ adhesive, ...props }: PanelProps & { adhesive: AdhesiveInUse }) {
  const { code, family, state, live, send, offer } = props;
  const preferences = usePreferences();
  const { widthMm, heightMm } = adhesiveFilmSize(family.outline);
  const chosen = programOfLaminator(state.settings.bond);
  const [entered, setEntered] = useDraft<typeof chosen | null>(`${code} laminator`, null);
  const program = entered ?? chosen;
  const draft = useMemo(() => {
    const settings = entered ?? programOfLaminator(state.settings.bond);
    return () => ({ stage: "bond" as const, kind: "setting-chosen" as const, data: { settings } });
  }, [entered, state.settings.bond]);
  useEffect(() => offer("program", draft), [offer, draft]);
  const dial = (key: LaminatorSetting, label: string, step: number, shown: React.ReactNode, text: string) => (
    <DialSlider
      label={label}
      value={program[key]}
      {...laminator[key]}
      step={step}
      shown={shown}
      text={text}
      onChange={(value) => setEntered({ ...program, [key]: value })}
    />
  );
  return (
    <>
      <p className="answer" data-testid="answer">
        Film <Length mm={widthMm} /> × <Length mm={heightMm} />, then <Duration s={program.laminateS} /> in
        the laminator
      </p>
      <p className="mt-1 text-lg">
        <Length mm={OVERSIZE_MM} digits={1} /> larger than the glass at each side, trimmed flush once it lies.
        The film's maker says pressure and temperature; what stands here is common practice.
      </p>
      <BondParts
        {...props}
        parts={[
          {
            key: "laminate",
            title: "Laminate",
            steps: [],
            content: (
              <>
                <LotChoice
                  {...props}
                  kind="film"
                  materials={["optical adhesive film"]}
                  stage="bond"
                  title="Adhesive film from the shelf"
                />
                <div className="mt-4 grid max-w-3xl gap-x-8 gap-y-3 sm:grid-cols-2">
                  {dial(
                    "vacuumMbar",
                    "Vacuum, absolute",
                    0.1,
                    <Figure value={program.vacuumMbar} unit="mbar" digits={1} />,
                    `${program.vacuumMbar} millibar`,
                  )}
                  {dial(
                    "pressKpa",
                    "Pressure",
                    10,
                    <Figure value={program.pressKpa} unit="kPa" />,
                    `${program.pressKpa} kilopascal`,
                  )}
                  {dial(
                    "laminateC",
                    "Plates",
                    1,
                    <Temperature c={program.laminateC} />,
                    temperatureText(program.laminateC, preferences),
                  )}
                  {dial(
                    "laminateS",
                    "Pressed for",
                    5,
                    <Duration s={program.laminateS} />,
                    durationText(program.laminateS),
                  )}
                </div>
                {live && entered && (
                  <button
                    type="button"
                    className="control mt-2"
                    onClick={() => send(draft()) && setEntered(null)}
                  >
                    Use this program
                  </button>
                )}
              </>
            ),
          },
          { key: "align", title: "Align", steps: ["align"], content: <AlignGauge {...props} /> },
          {
            key: "bubbles",
            title: "Bubbles",
            steps: ["bubbles", "chamber", "bubbles-settled"],
            content: <BubblePlan {...props} gapUm={FILM_UM} adhesive={adhesive} />,
          },
        ]}
      />
    </>
  );
}
