import { fitFor, isFitted, type BenchFits } from "../../../core/heat/bench-fit.ts";
import { methodAssumptions, methodOf } from "../../../core/heat/heat-methods.ts";
import { bandOf, type LiftHeatSettings } from "../../../core/heat/lift-heat.ts";
import { heatLimits } from "../../../core/heat/heat-limits.ts";
import { glueOf } from "../../../core/materials/glues.ts";
import { surroundings } from "../../../core/materials/materials.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { setPreference, stationOf, usePreferences } from "../../ui/preferences.ts";
import { Assumed, Figure, Temperature } from "../../ui/quantity.tsx";

const STATIONS = 12;

/** What the answer rests on: measured at this station, or assumed, where from, and how to measure it. */
export function AnswerBasis({
  family,
  seam,
  settings,
  fits,
  onStation,
}: {
  family: Family;
  seam: Seam;
  settings: LiftHeatSettings;
  fits: BenchFits;
  onStation: (fits: BenchFits) => void;
}) {
  const preferences = usePreferences();
  const station = stationOf(preferences);
  const info = methodOf(settings.method.kind);
  const fit = fitFor(info.kind, fits);
  const band = bandOf(family, seam, settings.method)!;
  const glue = glueOf(family.stack.find((layer) => layer.name === seam.layer)!.material);
  const limits = info.isCold ? [] : heatLimits(family);
  const fitLink = isFitted(info.kind)
    ? { href: "#thermocouple", words: "Measure this: read a run, then fit it" }
    : { href: "#thermocouple", words: "Check this: read a run" };
  const choose = (next: string) => {
    setPreference("station", next);
    void fetch(`/api/bench-fits${next ? `?station=${next}` : ""}`)
      .then(async (answer) => answer.ok && onStation((await answer.json()) as BenchFits))
      // The values stay as they were; the next page is worked out with the station's own.
      .catch(() => undefined);
  };
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
              glue that breaks below <Temperature c={band.maxC ?? 0} />
            </>
          ) : (
            <>
              glue that parts from <Temperature c={seam.minC ?? 0} />
            </>
          )}
        </Assumed>
        .
      </p>
      <label className="mt-1 inline-flex min-h-12 items-center gap-2">
        <span className="text-soft">This screen stands at</span>
        <select
          className="min-h-12 rounded-sm border-2 border-soft bg-raised px-2 text-ink"
          value={station ?? ""}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="">no station in particular</option>
          {Array.from({ length: Math.max(STATIONS, station ?? 0) }, (_, i) => (
            <option key={i} value={i + 1}>
              station {i + 1}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}
