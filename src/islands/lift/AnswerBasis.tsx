import { fitFor, isFitted, type BenchFits } from "../../../core/heat/bench-fit.ts";
import { methodAssumptions, methodOf } from "../../../core/heat/heat-methods.ts";
import { bandOf, type LiftHeatSettings } from "../../../core/heat/lift-heat.ts";
import { heatLimits } from "../../../core/heat/heat-limits.ts";
import { glueOf } from "../../../core/materials/glues.ts";
import { surroundings } from "../../../core/materials/materials.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { stationOf, usePreferences } from "../../ui/preferences.ts";
import { Assumed, Figure, Temperature } from "../../ui/quantity.tsx";

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
    ? { href: "#thermocouple", words: "Measure this: read a run, then fit it" }
    : { href: "#thermocouple", words: "Check this: read a run" };
  return (
    <>
      <p className="mt-3">
        Worked out with{" "}
        {fit && (
          <>
            what {fit.station === null ? "this bench" : `station ${fit.station}`} measured on {fit.jobCode}
            {fit.isSimulated && " (simulated readings)"}:{" "}
            <Figure value={fit.contact.valueWm2K} unit="W/m²K" /> of contact,{" "}
            <Figure value={fit.airFilm.valueWm2K} unit="W/m²K" digits={1} /> to the air;{" "}
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
              <Figure value={settings.airFilmWm2K} unit="W/m²K" /> to the air
            </Assumed>
            ,{" "}
          </>
        )}
        <Assumed source={surroundings.roomC.source.text}>
          a room at <Temperature c={settings.roomC} />
        </Assumed>
        {limits.map(({ layer, maxC, source }) => (
          <span key={layer}>
            ,{" "}
            <Assumed source={source}>
              {layer} not above <Temperature c={maxC} />
            </Assumed>
          </span>
        ))}{" "}
        and{" "}
        <Assumed
          source={info.isCold ? glue.brittleC.source.text : seam.bandSource}
          measure={{ href: "#gauge", words: "Measure how it holds: read a wedge" }}
        >
          {info.isCold ? (
            <>
              glue that turns brittle below <Temperature c={band.maxC ?? 0} />
            </>
          ) : (
            <>
              glue that softens from <Temperature c={seam.minC ?? 0} />
            </>
          )}
        </Assumed>
        .
      </p>
      <p className="mt-1 text-soft">
        {station === null ? "No bench station is set." : `Bench station ${station}.`} Set it under Settings.
      </p>
    </>
  );
}
