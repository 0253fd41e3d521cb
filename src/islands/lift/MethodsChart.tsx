import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceDot,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import type { SoakPlan } from "../../../core/heat/soak-plan.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { shown } from "../../ui/quantity.tsx";
import { t } from "../../../words/lift.ts";

export interface DrawnWay {
  number: number;
  plan: SoakPlan;
  isPicked: boolean;
}

/** Minutes that a bench thinks in: close together where the quick ways are, wide where the slow ones are. */
const TICKS_MIN = [0, 0.5, 1, 2, 3, 5, 10, 15, 20, 30, 45, 60, 90, 120, 180, 240];

/** Every way's glue line on one chart: thin on the heat, heavy in the seconds that count. Time by its root, so that both ends can be read. */
export function MethodsChart({
  ways,
  handlingS,
  speedMmS,
  band,
}: {
  ways: readonly DrawnWay[];
  handlingS: number;
  speedMmS: number;
  band: { minC?: number; maxC?: number };
}) {
  const preferences = usePreferences();
  const inUnit = (c: number) => shown("temperature", c, preferences).value;
  const drawn = ways.map(({ plan, ...way }) => {
    let nowS = 0;
    const cuts = plan.passes.map(({ soakS, cutMm }) => {
      const fromS = nowS + soakS + handlingS;
      nowS = fromS + cutMm / speedMmS;
      return [fromS, nowS] as const;
    });
    const points = plan.curve.timesS.flatMap((timeS, i) => {
      if (timeS > nowS) return [];
      const value = inUnit(plan.curve.temperatureC[i]!);
      return [
        { min: timeS / 60, value, cut: cuts.some(([a, b]) => timeS >= a && timeS <= b) ? value : null },
      ];
    });
    const ready = points.find(({ cut }) => cut !== null) ?? points.at(-1)!;
    return { ...way, points, ready };
  });
  const endMin = Math.max(1, ...drawn.map(({ points }) => points.at(-1)!.min));
  const values = drawn.flatMap(({ points }) => points.map(({ value }) => value));
  const every = preferences.temperature === "F" ? 40 : 20;
  const lowest = every * Math.floor(Math.min(...values) / every);
  const highest = every * Math.ceil(Math.max(...values, inUnit(band.minC ?? 0)) / every);
  return (
    <figure aria-label={t("glue-line-against-time-every-method")}>
      <div className="h-64 w-full overflow-hidden">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 640, height: 256 }}>
          <LineChart margin={{ top: 14, right: 16, bottom: 22, left: 4 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
            {band.minC !== undefined && (
              <ReferenceArea
                y1={inUnit(band.minC)}
                y2={Math.min(highest, inUnit(band.maxC ?? Infinity))}
                fill="var(--heat)"
                fillOpacity={0.1}
                label={{ value: t("band"), position: "insideBottomRight", fill: "var(--heat)", fontSize: 15 }}
              />
            )}
            <XAxis
              dataKey="min"
              type="number"
              scale="sqrt"
              domain={[0, endMin]}
              ticks={TICKS_MIN.filter((min) => min <= endMin)}
              stroke="var(--soft)"
              allowDuplicatedCategory={false}
              label={{ value: t("minutes"), position: "insideBottom", offset: -14, fill: "var(--soft)" }}
            />
            <YAxis
              type="number"
              domain={[lowest, highest]}
              ticks={Array.from({ length: 1 + (highest - lowest) / every }, (_, i) => lowest + i * every)}
              width={52}
              stroke="var(--soft)"
              unit="°"
              allowDataOverflow
            />
            {drawn.flatMap(({ number, points, isPicked }) => [
              <Line
                key={number}
                data={points}
                dataKey="value"
                stroke={isPicked ? "var(--heat)" : "var(--soft)"}
                strokeWidth={isPicked ? 2 : 1}
                dot={false}
                isAnimationActive={false}
              />,
              <Line
                key={`cut ${number}`}
                data={points}
                dataKey="cut"
                stroke={isPicked ? "var(--heat)" : "var(--ink)"}
                strokeWidth={4}
                dot={false}
                isAnimationActive={false}
              />,
            ])}
            {drawn.map(({ number, ready, isPicked }) => (
              <ReferenceDot
                key={number}
                x={ready.min}
                y={ready.value}
                r={10}
                fill={isPicked ? "var(--heat)" : "var(--raised)"}
                stroke={isPicked ? "var(--heat)" : "var(--ink)"}
                label={{
                  value: number,
                  fill: isPicked ? "var(--ground)" : "var(--ink)",
                  fontSize: 13,
                  fontWeight: 600,
                }}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="text-sm text-soft">{t("the-part-of-the-glue-that-is")}</figcaption>
    </figure>
  );
}
