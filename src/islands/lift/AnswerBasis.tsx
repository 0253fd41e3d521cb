import { fitFor, isFitted, type BenchFits } from "../../../core/heat/bench-fit.ts";
import { methodOf } from "../../../core/heat/heat-methods.ts";
import { methodAssumptions } from "../../../core/heat/heat-method-input.ts";
import { bandOf, type LiftHeatSettings } from "../../../core/heat/lift-heat.ts";
import { heatLimits } from "../../../core/heat/heat-limits.ts";
import { glueOf } from "../../../core/materials/glues.ts";
import { surroundings } from "../../../core/materials/materials.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { stationOf, usePreferences } from "../../ui/preferences.ts";
import { Assumed, Figure, Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/lift.ts";

/** What the answer rests on: measured at this station, or assumed, where from, and how to measure it. */
export function AnswerBasis({
  family,
  seam,
  settings,
  fits,
}: {
  family: Family;
  seam: Seam;
  settings: LiftHeatSettings;
  fits: BenchFits;
}) {
  const station = stationOf(usePreferences());
  const info = methodOf(settings.method.kind);
  const fit = fitFor(info.kind, fits);
  const band = bandOf(family, seam, settings.method)!;
  const glue = glueOf(family.stack.find((layer) => layer.name === seam.layer)!.material);
  const limits = info.isCold ? [] : heatLimits(family);
  const fitLink = isFitted(info.kind)
    ? { href: "#thermocouple", words: t("measure-this-read-a-run-then-fit") }
    : { href: "#thermocouple", words: t("check-this-read-a-run") };
  return (
    <>
      <p className="mt-3">
        {t("worked-out-with")}{" "}
        {fit && (
          <>
            {t("what-measured-on", {
              value: fit.station === null ? t("this-bench") : t("station", { station: fit.station }),
              jobCode: fit.jobCode,
            })}
            {fit.isSimulated && ` ${t("simulated-readings")}`}:{" "}
            <Figure value={fit.contact.valueWm2K} unit="W/m²K" /> {t("of-contact")}{" "}
            <Figure value={fit.airFilm.valueWm2K} unit="W/m²K" digits={1} /> {t("to-the-air")}{" "}
          </>
        )}
        {methodAssumptions(settings.method).map(({ field, value, unit, words, source }) => (
          <span key={field}>
            <Assumed source={source} measure={fitLink}>
              <Figure value={value} unit={unit} digits={unit === "" ? 2 : 0} /> {words}
            </Assumed>
            ,{" "}
          </span>
        ))}
        {!fit && (
          <>
            <Assumed source={surroundings.airFilmWm2K.source.text} measure={fitLink}>
              <Figure value={settings.airFilmWm2K} unit="W/m²K" /> {t("to-the-air-2")}
            </Assumed>
            ,{" "}
          </>
        )}
        <Assumed source={surroundings.roomC.source.text}>
          {t("a-room-at")} <Temperature c={settings.roomC} />
        </Assumed>
        {limits.map(({ layer, maxC, source }) => (
          <span key={layer}>
            ,{" "}
            <Assumed source={source}>
              {t("not-above", { layer })} <Temperature c={maxC} />
            </Assumed>
          </span>
        ))}{" "}
        {t("and")}{" "}
        <Assumed
          source={info.isCold ? glue.brittleC.source.text : seam.bandSource}
          measure={{ href: "#gauge", words: t("measure-how-it-holds-read-a-wedge") }}
        >
          {info.isCold ? (
            <>
              {t("glue-that-turns-brittle-below")} <Temperature c={band.maxC ?? 0} />
            </>
          ) : (
            <>
              {t("glue-that-softens-from")} <Temperature c={seam.minC ?? 0} />
            </>
          )}
        </Assumed>
        .
      </p>
      <p className="mt-1 text-soft">
        {t("set-it-under-settings", {
          value: station === null ? t("no-bench-station-is-set") : t("bench-station", { station }),
        })}
      </p>
    </>
  );
}
