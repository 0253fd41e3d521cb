import { useMemo, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import { benchFitInput, type BenchFit, type BenchFits, isFitted } from "../../../core/heat/bench-fit.ts";
import type { Soak } from "../../../core/heat/glue-line.ts";
import type { HeatFit } from "../../../core/heat/heat-fit.ts";
import type { LiftHeatSettings } from "../../../core/heat/lift-heat.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { askServer } from "../../ui/ask-server.ts";
import { stationOf, usePreferences } from "../../ui/preferences.ts";
import { Figure } from "../../ui/quantity.tsx";
import { useCalculations } from "../../workers/useCalculations.ts";

const interval = ({ lowWm2K, highWm2K }: HeatFit["values"][number]) =>
  lowWm2K === null || highWm2K === null ? "not bounded" : `${lowWm2K.toFixed(0)} to ${highWm2K.toFixed(0)}`;

/** One value of the glue line as it was read. */
export interface RunReading {
  atMs: number;
  valueC: number;
  isSimulated: boolean;
}

/** After a run that was read: one press makes the heat model this bench's own, a second keeps it for later jobs. */
export function BenchFitOffer({
  code,
  family,
  seam,
  settings,
  soaks,
  readings,
  onKept,
}: {
  code: string;
  family: Family;
  seam: Seam;
  settings: LiftHeatSettings;
  soaks: readonly Soak[];
  readings: readonly RunReading[];
  onKept: (fits: BenchFits) => void;
}) {
  const station = stationOf(usePreferences());
  const [asked, setAsked] = useState(false);
  const [fault, setFault] = useState<string>();
  const id = useRef<string | null>(null);
  const input = useMemo(
    () => benchFitInput(family, seam, settings, soaks, readings),
    [family, seam, settings, soaks, readings],
  );
  const inputs = useMemo(() => (asked && input ? [input] : null), [asked, input]);
  const [fitted] = useCalculations<HeatFit>("heat-fit", inputs);
  const { kind } = settings.method;
  if (!input || !isFitted(kind)) return null;

  const keep = async () => {
    const [contact, airFilm] = fitted!.result!.values.map(({ valueWm2K, lowWm2K, highWm2K }) => ({
      valueWm2K,
      lowWm2K,
      highWm2K,
    }));
    id.current ??= uuid();
    const fit: BenchFit = {
      id: id.current,
      jobCode: code,
      station,
      method: kind,
      contact: contact!,
      airFilm: airFilm!,
      rmsC: fitted!.result!.rmsC,
      readings: input.readings.length,
      isSimulated: readings.some((reading) => reading.isSimulated),
    };
    const told = await askServer("/api/bench-fits", "POST", fit, "No answer from the server. Press again.");
    if ("said" in told) {
      setFault(told.said);
      return;
    }
    onKept((await told.answer.json()) as BenchFits);
    id.current = null;
    setAsked(false);
    setFault(undefined);
  };
  const result = fitted?.result;
  return (
    <section aria-label="This bench's own values" className="mt-3 border-y-2 border-line py-2">
      {!asked ? (
        <p className="flex flex-wrap items-center gap-3">
          <span className="flex-1">
            {input.readings.length} readings of this run: they tell how this bench heats.
          </span>
          <button type="button" className="control" onClick={() => setAsked(true)}>
            Fit them
          </button>
        </p>
      ) : !result ? (
        <p className="text-soft">{fitted?.faults ? fitted.faults[0]!.message : "Fitting"}</p>
      ) : (
        <div role="status">
          <p>
            Contact <Figure value={result.values[0]!.valueWm2K} unit="W/m²K" /> ({interval(result.values[0]!)}
            ), air <Figure value={result.values[1]!.valueWm2K} unit="W/m²K" digits={1} /> (
            {interval(result.values[1]!)}). The curve then lies within{" "}
            <Figure value={result.rmsC} unit="K" digits={1} /> of the readings.
          </p>
          {!result.identifiable && (
            <p className="edge-hatch mt-1 text-film">
              These readings do not tell both: read on while it cools, or from an earlier moment.
            </p>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            <button
              type="button"
              className="control-strong"
              disabled={!result.identifiable}
              onClick={() => void keep()}
            >
              Use these {station === null ? "" : `at station ${station} `}from now on
            </button>
            <button type="button" className="control" onClick={() => setAsked(false)}>
              Leave it
            </button>
          </div>
        </div>
      )}
      {fault && (
        <p role="alert" className="edge-hatch mt-2 text-danger">
          {fault}
        </p>
      )}
    </section>
  );
}
