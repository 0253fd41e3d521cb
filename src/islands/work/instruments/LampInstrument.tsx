import { useMemo, useState } from "react";
import { adhesiveNow } from "../../../../core/bond/adhesive-now.ts";
import { coverLight, lampChoices, lampFault } from "../../../../core/cure/cover-light.ts";
import { cureExposure, eyeLimitS, lampNmOf, torch } from "../../../../core/cure/cure-exposure.ts";
import { zoneS } from "../../../../core/cure/cure-facts.ts";
import type { Exposure } from "../../../../core/cure/cure-slot.ts";
import type { Zone } from "../../../../core/cure/cure-slot.ts";
import { zonesOf } from "../../../../core/cure/zones.ts";
import { routeNow } from "../../../../core/device/ask.ts";
import { useInstrument } from "../../../instruments/serial-instruments.ts";
import { DialSlider } from "../../../ui/DialSlider.tsx";
import { Assumed, Duration } from "../../../ui/quantity.tsx";
import { asTyped, typedWithin } from "../../../ui/typed-number.ts";
import { useDraft } from "../../../ui/useDraft.ts";
import { DoseMap } from "../../cure/DoseMap.tsx";
import { LampAge, useShopLamp } from "../../cure/LampAge.tsx";
import { MeasuredHere } from "../MeasuredHere.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";
import { familyRoute } from "../../../../core/device/routes.ts";

const LEAST = 0.1;
const MOST = 100_000;

/** Where the light falls and how long each zone gets it; the zone at hand is the filled number. */
export function LampInstrument(props: InstrumentProps) {
  const { scene, kind, data, choices, change, shop } = props;
  const { family, state } = scene;
  const { lamp } = state.cure;
  const route = routeNow(scene);
  // An add-on layer lies under the glass that the layer's own route renews.
  const covered = familyRoute(route);
  const isChoosing = kind === "exposure-chosen";
  const exposure = (isChoosing ? (data as unknown as Exposure) : state.cure.exposure) ?? null;
  const places = isChoosing ? (choices.places ?? 1) : (exposure?.places ?? 1);
  const mwCm2 = lamp?.irradianceMwCm2 ?? null;
  const adhesive = useMemo(() => adhesiveNow({ state }), [state]);
  const dose = useMemo(
    () =>
      mwCm2 === null
        ? null
        : cureExposure(family, {
            route: covered,
            adhesive,
            chosen: { irradianceMwCm2: mwCm2, ...(places > 1 ? { lampPlaces: places } : {}) },
          }),
    [family, covered, adhesive, mwCm2, places],
  );
  const wrongLamp = useMemo(
    () => lampFault(lampChoices(family, covered, adhesive), lampNmOf({})),
    [family, covered, adhesive],
  );
  if (kind === "lamp-read") return <LampReading {...props} />;
  const zone = String((data as { zone?: string }).zone ?? state.cure.lit?.zone ?? "");
  const zones = exposure ? zonesOf({ exposure }) : [];
  const hasHad = (of: Zone) => exposure !== null && (state.cure.hadS[of] ?? 0) >= zoneS(exposure, of) - 0.5;
  const done = zones.filter(hasHad).length;
  const face = /^face (\d)$/.exec(zone)?.[1];
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-3 side:grid-cols-[minmax(0,1fr)_18rem] side:grid-rows-1">
      <div className="min-h-0">
        {dose && (
          <DoseMap family={family} dose={dose} places={places} lit={face ? Number(face) : null} fills />
        )}
      </div>
      <div className="min-h-0 overflow-y-auto">
        {exposure && (
          <p className={`lg:hidden ${done > 0 ? "text-done" : ""}`}>
            {done > 0 && "✓ "}
            {t("of-done", { done, zones: zones.length })}
          </p>
        )}
        {exposure && (
          <table className="w-full text-lg" aria-label={t("zones")} data-testid="exposures">
            <tbody>
              {zones.map((of) => {
                const wants = zoneS(exposure, of);
                const isNow = of === zone;
                const isDone = hasHad(of);
                return (
                  <tr
                    key={of}
                    className={`border-b border-line ${isNow ? "font-semibold text-light" : isDone ? "text-done max-lg:hidden" : "max-lg:hidden"}`}
                  >
                    <th scope="row" className="py-0.5 text-left font-normal">
                      {isDone ? "✓ " : ""}
                      {term(of)}
                    </th>
                    <td className="text-right">
                      <Duration s={wants} />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        {isChoosing && (
          <DialSlider
            label={t("lamp-places")}
            value={places}
            min={1}
            max={torch.most}
            step={1}
            shown={String(places)}
            text={t("places", { places })}
            onChange={(value) => change({ ...choices, places: value })}
          />
        )}
        {isChoosing && wrongLamp && (
          <p role="alert" className="edge-hatch text-danger">
            {wrongLamp}
          </p>
        )}
        {mwCm2 !== null && isChoosing && (
          <details>
            <summary className="min-h-12 content-center font-semibold">{t("light-through")}</summary>
            <p>
              {coverLight(family, covered, lampNmOf({}))
                .layers.map(({ name, pct }) => `${name} ${pct} %`)
                .join(", ")}
            </p>
          </details>
        )}
        <MeasuredHere compared={shop.compared} of={["light dose"]} />{" "}
        {mwCm2 !== null && !isChoosing && (
          <p className="mt-1 text-sm">
            {t("bare-eyes-a-day")}{" "}
            <Assumed source={t("limit-for-ultraviolet-light-icnirp")}>
              <Duration s={eyeLimitS(mwCm2)} />
            </Assumed>
          </p>
        )}
      </div>
    </div>
  );
}

/** The lamp is read at the glass, for this job; the shop's own readings stand beside. */
function LampReading({ code, scene, mayTell, tell }: InstrumentProps) {
  const lamp = useShopLamp(scene.state.records.readings.length);
  const [typed, setTyped] = useDraft(`${code} irradiance`, "");
  const [fault, setFault] = useState<string>();
  const radiometer = useInstrument("irradiance");
  const keep = (value: number, from: "hand" | "simulated" | "logger") => {
    if (tell("lamp-read", { irradianceMwCm2: value, from })) setTyped("");
  };
  const save = () => {
    const value = typedWithin(typed, [LEAST, MOST]);
    if (value === null) {
      return setFault(t("reading-must-be-a-number-from-to", { typed: asTyped(typed), LEAST, MOST }));
    }
    setFault(undefined);
    return keep(value, "hand");
  };
  const readMeter = async () => {
    const answer = await fetch("/api/shop/radiometer").catch(() => null);
    if (answer?.ok) keep(((await answer.json()) as { mwCm2: number }).mwCm2, "simulated");
    else setFault(t("the-radiometer-does-not-answer-read-it"));
  };
  return (
    <div className="w-full max-w-xl">
      <label className="block font-semibold" htmlFor="lamp-reading">
        {t("reading-at-the-glass-mw-cm")}
      </label>
      <div className="mt-1 flex flex-wrap gap-2">
        <input
          id="lamp-reading"
          className={`min-h-14 w-40 border-2 bg-raised px-3 text-2xl font-semibold ${fault ? "border-danger" : "border-ink"}`}
          inputMode="decimal"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        <button type="button" className="control-strong" disabled={!mayTell} onClick={save}>
          {t("save-reading")}
        </button>
        {radiometer?.last ? (
          <button
            type="button"
            className="control"
            disabled={!mayTell || radiometer.status !== "joined"}
            onClick={() => keep(radiometer.last!.value, "logger")}
          >
            {t("save-what-the-radiometer-shows", { mwCm2: radiometer.last.value })}
          </button>
        ) : (
          <button type="button" className="control" disabled={!mayTell} onClick={() => void readMeter()}>
            {t("read-the-radiometer-simulated")}
          </button>
        )}
      </div>
      {fault && (
        <p role="alert" className="edge-hatch mt-2 text-danger">
          {fault}
        </p>
      )}
      {lamp && <LampAge lamp={lamp} exposureS={null} />}
    </div>
  );
}
