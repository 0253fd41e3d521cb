import { useEffect, useMemo, useRef, useState } from "react";
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import { alloyNamed } from "../../../core/materials/alloys.ts";
import type { AlloyName } from "../../../core/materials/alloy-names.ts";
import type { TableReading } from "../../../core/readings/reading-table.ts";
import { calculateReflowProfile, reflowProfileInput } from "../../../core/rework/reflow-profile.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { Duration, Figure, shown, Temperature } from "../../ui/quantity.tsx";
import { LoggerTable } from "../readings/LoggerTable.tsx";
import type { ToolProps } from "../work/instrument.ts";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { assumptionsOf } from "../../../core/assumed.ts";
import { t } from "../../../words/rework.ts";

interface Reading {
  timeS: number;
  temperatureC: number;
}

const MOST_READINGS = 2_000;
const NOTHING: readonly Reading[] = [];

/** A logger that reads too often is thinned, so that the whole of the curve is kept. */
function thinned(readings: readonly TableReading[]): Reading[] {
  const every = Math.ceil(readings.length / MOST_READINGS);
  const kept: Reading[] = [];
  for (const { offsetS, valueC } of readings.filter((_, i) => i % every === 0)) {
    const timeS = Number(offsetS.toFixed(3));
    if (timeS > (kept.at(-1)?.timeS ?? -1)) kept.push({ timeS, temperatureC: Number(valueC.toFixed(2)) });
  }
  return kept;
}

/** What the joint went through: by a logger's file or live, held against what the solder wants. */
export function SolderProfile({ code, scene, mayTell: live, tell }: ToolProps) {
  const state = scene.state.rework;
  const [isOn, setIsOn] = useState(false);
  // Kept in this browser as it comes, so that a reload in the middle of the heat loses nothing of it.
  const [logged, setLogged] = useDraft<readonly Reading[]>(`${code} joint log`, NOTHING);
  const [isLost, setIsLost] = useState(false);
  const line = useRef<EventSource | null>(null);
  useEffect(() => () => line.current?.close(), []);
  const alloy = (state.alloy?.alloy as AlloyName | undefined) ?? "SAC305";
  const readings = logged.length >= 3 ? logged : (state.profile?.readings ?? null);
  const measured = useMemo(
    () => (readings ? calculateReflowProfile({ readings: [...readings], alloy }) : null),
    [readings, alloy],
  );
  const keep = (source: "logger" | "simulated", taken: Reading[]) =>
    tell("profile-read", { source, readings: taken });
  const start = () => {
    setLogged(NOTHING);
    setIsOn(true);
    setIsLost(false);
    const source = new EventSource(`/api/jobs/${code}/thermocouple?at=${Date.now()}`);
    line.current = source;
    let startedMs: number | null = null;
    let read: Reading[] = [];
    source.addEventListener("reading", ({ data }: MessageEvent<string>) => {
      const { atMs, valueC } = JSON.parse(data) as { atMs: number; valueC: number };
      startedMs ??= atMs;
      const reading = { timeS: (atMs - startedMs) / 1_000, temperatureC: valueC };
      if (read.length >= MOST_READINGS || reading.timeS <= (read.at(-1)?.timeS ?? -1)) return;
      read = [...read, reading];
      setLogged(read);
    });
    // A stand-in that begins anew would begin its profile anew: what was read until now is kept.
    source.onerror = () => {
      source.close();
      setIsLost(true);
    };
  };
  const stop = () => {
    line.current?.close();
    if (logged.length >= 3 && !keep("simulated", [...logged])) return;
    setLogged(NOTHING);
    setIsOn(false);
    setIsLost(false);
  };
  const isHeld = logged.length > 0;
  return (
    <section aria-label={t("soldering-profile")}>
      {measured && readings ? (
        <>
          <p className="text-lg" role="status" data-testid="profile">
            {t("peak")} <Temperature c={measured.peakC} />
            {t("liquid-for")} <Duration s={measured.aboveLiquidusS} />
            {t("rises-by")} <Figure value={measured.maxRiseCs} digits={1} unit="K/s" />
            {t("falls-by")} <Figure value={measured.maxFallCs} digits={1} unit="K/s" />
            {t("preheat")} <Duration s={measured.soakS} />.{" "}
            {isHeld || state.profile?.source === "simulated" ? t("simulated") : ""}{" "}
            <Assumptions words={assumptionsOf(reflowProfileInput, { readings, alloy })} />
          </p>
          <ProfileChart readings={readings} alloy={alloy} faults={measured.faults} />
          {measured.faults.length > 0 ? (
            <ol className="edge-hatch mt-1 text-danger" aria-label={t("faults-of-the-profile")}>
              {measured.faults.map(({ kind, sentence }, i) => (
                <li key={kind}>
                  {i + 1}: {sentence}
                </li>
              ))}
            </ol>
          ) : (
            <p className="text-done">{t("within-what-wants", { alloy })}</p>
          )}
          {measured.assumed.length > 0 && (
            <p className="text-sm text-soft">{t("limits-of-are-assumed-follow-the", { alloy })}</p>
          )}
        </>
      ) : (
        <p className="mt-1 text-soft">{t("no-profile-yet-a-thermocouple-under")}</p>
      )}
      {isLost && (
        <p role="alert" className="mt-1 text-danger">
          {t("the-thermocouple-is-lost-the-readings")}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="control" disabled={!live} onClick={isOn || isHeld ? stop : start}>
          {isOn ? t("stop-and-save") : isHeld ? t("save-what-was-logged") : t("log-it-live")}
        </button>
        <span className="text-film">{t("simulated-no-real-thermocouple-is")}</span>
        {isOn && isHeld && (
          <span className="text-2xl font-semibold" data-testid="joint-now">
            <Temperature c={logged.at(-1)!.temperatureC} />
          </span>
        )}
      </div>
      <LoggerTable
        measures={t("joint")}
        most={100_000}
        note={() => t("counted-from-the-first-one")}
        onTake={(table) => keep("logger", thinned(table))}
        disabled={!live}
      />
    </section>
  );
}

/** The curve with the liquidus, the peak that is wanted, and the stretches that show a fault, numbered as in the list. */
function ProfileChart({
  readings,
  alloy: name,
  faults,
}: {
  readings: readonly Reading[];
  alloy: Parameters<typeof alloyNamed>[0];
  faults: ReturnType<typeof calculateReflowProfile>["faults"];
}) {
  const preferences = usePreferences();
  const alloy = alloyNamed(name);
  const inUnit = (c: number) => shown("temperature", c, preferences).value;
  const points = readings.map(({ timeS, temperatureC }) => ({ timeS, level: inUnit(temperatureC) }));
  const endS = readings.at(-1)!.timeS;
  const topC = Math.max(alloy.peakC.most.value, ...readings.map(({ temperatureC }) => temperatureC)) + 12;
  const every = 30 * Math.max(1, Math.ceil(endS / 8 / 30));
  return (
    <figure aria-label={t("temperature-of-the-joint-against-time")} className="h-64 w-full">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 640, height: 256 }}>
        <LineChart
          data={points}
          margin={{ top: 10, right: 12, bottom: 22, left: 4 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
          <ReferenceArea
            y1={inUnit(alloy.peakC.least.value)}
            y2={inUnit(alloy.peakC.most.value)}
            fill="var(--heat)"
            fillOpacity={0.12}
            label={{ value: t("peak-wanted"), position: "insideTopLeft", fill: "var(--heat)", fontSize: 14 }}
          />
          {faults
            .filter(({ fromS, toS }) => toS > fromS)
            .map(({ kind, fromS, toS }, i) => (
              <ReferenceArea
                key={kind}
                x1={fromS}
                x2={toS}
                fill="var(--danger)"
                fillOpacity={0.12}
                label={{ value: String(i + 1), position: "insideTop", fill: "var(--danger)", fontSize: 16 }}
              />
            ))}
          <XAxis
            dataKey="timeS"
            type="number"
            domain={[0, Math.max(endS, 30)]}
            ticks={Array.from({ length: 1 + Math.floor(endS / every) }, (_, i) => i * every)}
            stroke="var(--soft)"
            label={{ value: t("seconds"), position: "insideBottom", offset: -14, fill: "var(--soft)" }}
          />
          <YAxis
            type="number"
            domain={[0, Math.ceil(inUnit(topC) / 20) * 20]}
            width={52}
            stroke="var(--soft)"
            unit="°"
            allowDataOverflow
          />
          <ReferenceLine
            y={inUnit(alloy.countedFromC)}
            stroke="var(--ink)"
            strokeDasharray="8 4"
            label={{
              value: t("liquid-above", { inUnit: inUnit(alloy.countedFromC).toFixed(0) }),
              position: "insideBottomRight",
              fill: "var(--ink)",
              fontSize: 14,
            }}
          />
          <Line dataKey="level" stroke="var(--heat)" strokeWidth={3} dot={false} isAnimationActive={false} />
          {faults.map(({ kind, fromS, toS }, i) =>
            toS > fromS ? null : (
              <ReferenceDot
                key={kind}
                x={fromS}
                y={inUnit(Math.max(...readings.map(({ temperatureC }) => temperatureC)))}
                r={7}
                fill="var(--danger)"
                label={{ value: String(i + 1), position: "top", fill: "var(--danger)", fontSize: 16 }}
              />
            ),
          )}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
