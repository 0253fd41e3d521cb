import { createContext, memo, useContext, useMemo } from "react";
import {
  CartesianGrid,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  usePlotArea,
  XAxis,
  YAxis,
} from "recharts";
import { heatLimits } from "../../../core/heat/heat-limits.ts";
import { methodOf } from "../../../core/heat/heat-methods.ts";
import { bandOf, type LiftHeat } from "../../../core/heat/lift-heat.ts";
import type { Family, Seam } from "../../../core/stack/family.ts";
import { usePreferences, type Preferences } from "../../ui/preferences.ts";
import { shown } from "../../ui/quantity.tsx";
import { t } from "../../../words/lift.ts";
import { term } from "../../../words/speaker.ts";

export interface ChartReading {
  atS: number;
  valueC: number;
}

/** What the axes span, in the unit that is shown. */
interface Frame {
  endS: number;
  lowest: number;
  highest: number;
}

const toUnit = (c: number, preferences: Preferences) => shown("temperature", c, preferences).value;

interface Drawn {
  heat: LiftHeat;
  /** Of the window what is sure enough to work by, s; all of it where nothing was measured. */
  sureS: number;
  readings: readonly ChartReading[];
  seamIndex: number;
  preferences: Preferences;
}
const DrawnContext = createContext<Drawn | null>(null);

/**
 * What moves with the sliders, as shapes over the chart's plot area: the curves, the window, the moment off the heat.
 * As parts of the chart they would go through its whole pipeline at each move, which takes two frames; so they take a
 * part of one, and the chart's axes, band and limit stay as they are.
 */
function Moving({ endS, lowest, highest }: Frame) {
  const area = usePlotArea();
  const drawn = useContext(DrawnContext);
  if (!area || !drawn) return null;
  const { heat, sureS, readings, seamIndex, preferences } = drawn;
  const { result, settings } = heat;
  const x = (timeS: number) => area.x + (area.width * Math.min(timeS, endS)) / endS;
  const y = (c: number) => area.y + (area.height * (highest - toUnit(c, preferences))) / (highest - lowest);
  const bottom = area.y + area.height;
  const offX = x(settings.soakS);
  const sureX = x(settings.soakS + sureS);
  const likelyX = x(settings.soakS + (heat.windowS ?? 0));
  return (
    <g data-testid="curves" fill="none">
      {sureX > offX && (
        <>
          <rect
            x={offX}
            y={area.y}
            width={sureX - offX}
            height={area.height}
            fill="var(--heat)"
            fillOpacity={0.28}
          />
          {likelyX > sureX && (
            <rect
              data-testid="likely"
              x={sureX}
              y={area.y}
              width={likelyX - sureX}
              height={area.height}
              fill="var(--heat)"
              fillOpacity={0.12}
            />
          )}
          <text
            x={(offX + sureX) / 2}
            y={bottom - 8}
            fill="var(--ink)"
            fontSize={15}
            fontWeight={600}
            textAnchor="middle"
          >
            {t("cut")}
          </text>
        </>
      )}
      <line x1={offX} x2={offX} y1={area.y} y2={bottom} stroke="var(--ink)" strokeWidth={1.5} />
      <text x={offX - 6} y={bottom - 8} fill="var(--ink)" fontSize={14} textAnchor="end">
        {methodOf(settings.method.kind).off.toLowerCase()}
      </text>
      {result.interfaces.map((face, f) => {
        const isGlueFace = f === seamIndex || f === seamIndex + 1;
        const points = face.temperatureC.map(
          (c, i) => `${x(result.timesS[i]!).toFixed(1)},${y(c).toFixed(1)}`,
        );
        return (
          <polyline
            key={face.name}
            points={points.join(" ")}
            stroke={isGlueFace ? "var(--heat)" : "var(--soft)"}
            strokeWidth={isGlueFace ? 3 : 1}
            strokeDasharray={f === seamIndex + 1 ? "10 3" : undefined}
          >
            <title>{face.name.split(" / ").map(term).join(" / ")}</title>
          </polyline>
        );
      })}
      {readings.map((reading) => (
        <circle key={reading.atS} cx={x(reading.atS)} cy={y(reading.valueC)} r={5} fill="var(--ink)" />
      ))}
    </g>
  );
}

const MARGIN = { top: 10, right: 12, bottom: 22, left: 4 };

/** The chart that stands still: axes in the unit that is shown, the working band, the lowest limit. */
const Still = memo(function Still({
  endS,
  lowest,
  highest,
  degrees,
  band,
  limit,
}: Frame & {
  degrees: number;
  band: { from: number; to: number } | null;
  limit: number | null;
}) {
  const inMinutes = endS > 240;
  const every = (inMinutes ? 30 : 10) * Math.ceil(endS / 7 / (inMinutes ? 30 : 10));
  return (
    <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 640, height: 240 }}>
      <LineChart data={[{ timeS: 0 }, { timeS: endS }]} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
        {band && (
          <ReferenceArea
            y1={band.from}
            y2={band.to}
            fill="var(--heat)"
            fillOpacity={0.1}
            label={{ value: t("band"), position: "insideBottomRight", fill: "var(--heat)", fontSize: 15 }}
          />
        )}
        <XAxis
          dataKey="timeS"
          type="number"
          domain={[0, endS]}
          ticks={Array.from({ length: 1 + Math.floor(endS / every) }, (_, i) => i * every)}
          tickFormatter={(value: number) => String(inMinutes ? Number((value / 60).toFixed(1)) : value)}
          stroke="var(--soft)"
          label={{
            value: inMinutes ? t("minutes") : t("seconds"),
            position: "insideBottom",
            offset: -14,
            fill: "var(--soft)",
          }}
        />
        <YAxis
          type="number"
          domain={[lowest, highest]}
          ticks={Array.from(
            { length: 1 + Math.floor((highest - lowest) / degrees) },
            (_, i) => lowest + i * degrees,
          )}
          width={52}
          stroke="var(--soft)"
          unit="°"
          allowDataOverflow
        />
        {limit !== null && (
          <ReferenceLine
            y={limit}
            stroke="var(--danger)"
            strokeWidth={2}
            strokeDasharray="8 4"
            label={{
              value: t("limit", { limit: limit.toFixed(0) }),
              position: "insideBottomRight",
              fill: "var(--danger)",
              fontSize: 14,
            }}
          />
        )}
        <Moving {...{ endS, lowest, highest }} />
      </LineChart>
    </ResponsiveContainer>
  );
}, sameProps);

/** Props that hold plain values, and one small object of them. */
function sameProps<Props extends object>(before: Props, after: Props): boolean {
  return JSON.stringify(before) === JSON.stringify(after);
}

/** Every interface against time, the glue line's two faces heavy, with its band, its window and the lowest limit. */
export const HeatChart = memo(function HeatChart({
  family,
  seam,
  heat,
  sureS,
  readings,
}: {
  family: Family;
  seam: Seam;
  heat: LiftHeat;
  /** Of the window what is worked by, s, where it is known to be shorter. */
  sureS?: number | null;
  readings: readonly ChartReading[];
}) {
  const preferences = usePreferences();
  const inUnit = (c: number) => toUnit(c, preferences);
  const { result, settings } = heat;
  const limitsC = heatLimits(family).map(({ maxC }) => maxC);
  const isCold = methodOf(settings.method.kind).isCold;
  const allC = result.interfaces.flatMap((face) => face.temperatureC);
  // On a plate the chart stands still while the soak is drawn longer: the plate is as hot as anything becomes.
  const plateC = settings.method.kind === "plate" ? settings.method.plateC : -Infinity;
  const topC = Math.max(plateC, ...allC, isCold ? 0 : (seam.maxC ?? 0)) + 4;
  const bottomC = Math.min(settings.roomC, ...allC);
  const band = bandOf(family, seam, settings.method)!;
  const drawn = useMemo(
    () => ({
      heat,
      sureS: Math.min(heat.windowS ?? 0, sureS ?? Infinity),
      readings,
      seamIndex: family.stack.findIndex((layer) => layer.name === seam.layer),
      preferences,
    }),
    [heat, sureS, readings, family, seam, preferences],
  );
  return (
    <figure aria-label={t("temperature-of-each-interface-against")} className="flex h-full min-h-48 flex-col">
      <div className="min-h-0 w-full flex-1 overflow-hidden">
        <DrawnContext value={drawn}>
          <Still
            endS={result.timesS.at(-1)!}
            lowest={Math.floor(inUnit(bottomC) / 10) * 10}
            highest={Math.ceil(inUnit(topC) / 10) * 10}
            degrees={preferences.temperature === "F" ? 40 : 20}
            band={
              band.minC === undefined && band.maxC === undefined
                ? null
                : {
                    from: Math.max(inUnit(band.minC ?? bottomC), Math.floor(inUnit(bottomC) / 10) * 10),
                    to: Math.min(inUnit(band.maxC ?? topC), Math.ceil(inUnit(topC) / 10) * 10),
                  }
            }
            limit={limitsC.length > 0 && !isCold ? inUnit(Math.min(...limitsC)) : null}
          />
        </DrawnContext>
      </div>
      <figcaption className="text-sm text-soft max-lg:hidden">
        {t("thick-the-two-faces-of-the-thin", {
          layer: seam.layer,
          value: readings.length > 0 ? ` ${t("dots-glue-line-as-measured")}` : "",
        })}
      </figcaption>
    </figure>
  );
});
