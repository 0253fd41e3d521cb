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
import { Assumptions } from "../../ui/Assumptions.tsx";
import { t } from "../../../words/lift.ts";

const interval = ({ lowWm2K, highWm2K }: HeatFit["values"][number]) =>
  lowWm2K === null || highWm2K === null
    ? t("not-bounded")
    : t("to", { lowWm2K: lowWm2K.toFixed(0), highWm2K: highWm2K.toFixed(0) });

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
    const { values, covariance, rmsC } = fitted!.result!;
    const [contact, airFilm] = values.map(({ valueWm2K, lowWm2K, highWm2K }) => ({
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
      doubt: covariance && {
        contactLogVar: covariance[0]![0]!,
        contactAirLogCov: covariance[0]![1]!,
        airLogVar: covariance[1]![1]!,
      },
      rmsC,
      readings: input.readings.length,
      isSimulated: readings.some((reading) => reading.isSimulated),
    };
    const told = await askServer("/api/bench-fits", "POST", fit, t("no-answer-from-the-server-press-again"));
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
    <section aria-label={t("this-benchs-own-values")} className="mt-3 border-y-2 border-line py-2">
      {!asked ? (
        <p className="flex flex-wrap items-center gap-3">
          <span className="flex-1">
            {t("readings-of-this-run-they-tell-how", { readings: input.readings.length })}
          </span>
          <button type="button" className="control" onClick={() => setAsked(true)}>
            {t("fit-them")}
          </button>
        </p>
      ) : !result ? (
        <p className="text-soft">{fitted?.faults ? fitted.faults[0]!.message : t("fitting")}</p>
      ) : (
        <div role="status">
          <p>
            {t("contact")} <Figure value={result.values[0]!.valueWm2K} unit="W/m²K" />{" "}
            {t("air", { interval: interval(result.values[0]!) })}{" "}
            <Figure value={result.values[1]!.valueWm2K} unit="W/m²K" digits={1} />{" "}
            {t("the-curve-then-lies-within", { interval: interval(result.values[1]!) })}{" "}
            <Figure value={result.rmsC} unit="K" digits={1} /> {t("of-the-readings")}
          </p>
          <p className="text-soft">
            {t("the-thermocouple-follows-late-and-reads-off", {
              lagS: result.probe.lagS.toFixed(1),
              offsetC: result.probe.offsetC.toFixed(1),
            })}
          </p>
          <Assumptions words={fitted.assumptions} />
          {result.warnings.map((warning) => (
            <p key={warning} className="edge-hatch mt-1 text-film">
              {warning}
            </p>
          ))}
          {!result.identifiable && (
            <p className="edge-hatch mt-1 text-film">{t("these-readings-do-not-tell-both-read")}</p>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            <button
              type="button"
              className="control-strong"
              disabled={!result.identifiable}
              onClick={() => void keep()}
            >
              {t("use-these-from-now-on", {
                value: station === null ? "" : `${t("at-station", { station })} `,
              })}
            </button>
            <button type="button" className="control" onClick={() => setAsked(false)}>
              {t("leave-it")}
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
