import { useMemo } from "react";
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import type { LiftHeat } from "../../../core/heat/lift-heat.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { shown } from "../../ui/quantity.tsx";

/** More points than this are not seen, and cost a slider its frame. */
const MOST_POINTS = 110;

export interface ChartReading {
  atS: number;
  valueC: number;
}

/** Every interface against time, the glue line's two faces heavy, with its band, its window and the limits. */
export function HeatChart({
  family,
  seam,
  heat,
  readings,
}: {
  family: Family;
  seam: Seam;
  heat: LiftHeat;
  readings: readonly ChartReading[];
}) {
  const preferences = usePreferences();
  const inUnit = (c: number) => shown("temperature", c, preferences).value;
  const { unit } = shown("temperature", 0, preferences);
  const seamIndex = family.stack.findIndex((layer) => layer.name === seam.layer);
  const { result, settings } = heat;
  const endS = result.timesS.at(-1)!;

  const data = useMemo(() => {
    const every = Math.max(1, Math.ceil(result.timesS.length / MOST_POINTS));
    return result.timesS.flatMap((timeS, i) =>
      i % every === 0 || i === result.timesS.length - 1
        ? [
            Object.fromEntries([
              ["timeS", timeS],
              ...result.interfaces.map((face, f) => [`face${f}`, inUnit(face.temperatureC[i]!)] as const),
            ]),
          ]
        : [],
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- inUnit changes with the preference alone
  }, [result, preferences.temperature]);

  const top = Math.max(
    settings.plateC + 4,
    ...result.limits.map((limit) => limit.peakC + 4),
    (seam.maxC ?? 0) + 3,
  );
  const lowest = Math.floor(inUnit(settings.roomC) / 10) * 10;
  const highest = Math.ceil(inUnit(top) / 10) * 10;
  const degrees = preferences.temperature === "F" ? 40 : 20;
  const degreeTicks = Array.from(
    { length: 1 + Math.floor((highest - lowest) / degrees) },
    (_, i) => lowest + i * degrees,
  );
  const minutes = endS > 240;
  const timeTicks = Array.from(
    { length: 7 },
    (_, i) => Math.round((endS * i) / 6 / (minutes ? 30 : 10)) * (minutes ? 30 : 10),
  );
  const limits = family.stack.filter((layer) => layer.maxC !== undefined);
  const lowestLimit = limits.length > 0 ? Math.min(...limits.map((layer) => layer.maxC!)) : null;

  return (
    <figure aria-label="Temperature of each interface against time">
      <div className="h-60 w-full">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 640, height: 240 }}>
          <LineChart data={data} margin={{ top: 10, right: 12, bottom: 22, left: 4 }}>
            <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
            {seam.minC !== undefined && (
              <ReferenceArea
                y1={inUnit(seam.minC)}
                y2={inUnit(Math.min(seam.maxC ?? top, top))}
                fill="var(--heat)"
                fillOpacity={0.1}
                label={{ value: "band", position: "insideBottomRight", fill: "var(--heat)", fontSize: 15 }}
              />
            )}
            {heat.windowS !== null && (
              <ReferenceArea
                x1={settings.soakS}
                x2={Math.min(endS, settings.soakS + heat.windowS)}
                fill="var(--heat)"
                fillOpacity={0.28}
                label={{
                  value: "cut",
                  position: "insideBottom",
                  fill: "var(--ink)",
                  fontSize: 15,
                  fontWeight: 600,
                }}
              />
            )}
            <XAxis
              dataKey="timeS"
              type="number"
              domain={[0, endS]}
              ticks={[...new Set(timeTicks)]}
              tickFormatter={(value: number) => (minutes ? (value / 60).toFixed(1) : String(value))}
              stroke="var(--soft)"
              label={{
                value: minutes ? "minutes" : "seconds",
                position: "insideBottom",
                offset: -14,
                fill: "var(--soft)",
              }}
            />
            <YAxis
              type="number"
              domain={[lowest, highest]}
              ticks={degreeTicks}
              width={52}
              stroke="var(--soft)"
              unit={unit.slice(0, 1)}
              allowDataOverflow
            />
            {lowestLimit !== null && (
              <ReferenceLine
                y={inUnit(lowestLimit)}
                stroke="var(--danger)"
                strokeWidth={2}
                strokeDasharray="8 4"
                label={{
                  value: `limit ${inUnit(lowestLimit).toFixed(0)}`,
                  position: "insideBottomRight",
                  fill: "var(--danger)",
                  fontSize: 14,
                }}
              />
            )}
            <ReferenceLine
              x={settings.soakS}
              stroke="var(--ink)"
              strokeWidth={1.5}
              label={{ value: "off the heat", position: "insideTopRight", fill: "var(--ink)", fontSize: 14 }}
            />
            {result.interfaces.map((face, f) => {
              const isGlueFace = f === seamIndex || f === seamIndex + 1;
              return (
                <Line
                  key={face.name}
                  dataKey={`face${f}`}
                  name={face.name}
                  type="linear"
                  dot={false}
                  isAnimationActive={false}
                  stroke={isGlueFace ? "var(--heat)" : "var(--soft)"}
                  strokeWidth={isGlueFace ? 3 : 1}
                  strokeDasharray={isGlueFace ? (f === seamIndex ? undefined : "10 3") : undefined}
                />
              );
            })}
            {readings.length > 0 && (
              <Scatter
                data={readings.map(({ atS, valueC }) => ({ timeS: atS, measured: inUnit(valueC) }))}
                dataKey="measured"
                fill="var(--ink)"
                isAnimationActive={false}
              />
            )}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-sm text-soft">
        Heavy lines: upper face (whole) and lower face (dashed) of the {seam.layer}. Thin lines: every other
        interface.
        {readings.length > 0 ? " Dots: glue line as measured." : ""}
      </figcaption>
    </figure>
  );
}
