import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import type { Yield } from "../../../core/yield/yield.ts";
import { t } from "../../../words/yield.ts";
import { dayText } from "../../ui/time-text.ts";
import { useMounted } from "../../ui/useMounted.ts";

/** Share of jobs that ended well, some jobs at a time, with the limits that chance keeps within, and from when it was otherwise. */
export function SuccessOverTime({ chart }: { chart: Yield["chart"] }) {
  const mounted = useMounted();
  if (chart.points.length < 2) return <p className="text-soft">{t("too-few-for-a-chart")}</p>;
  const data = chart.points.map(({ from, ratePct }, k) => ({
    atMs: Date.parse(from),
    ratePct,
    within: [100 * chart.limits[k]!.low, 100 * chart.limits[k]!.high],
  }));
  const changed = chart.signals.filter(({ rule }) => rule === "change");
  return (
    <figure aria-label={t("success-over-time")} className="h-full overflow-hidden">
      {mounted && (
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 170 }}>
          <ComposedChart
            data={data}
            margin={{ top: 12, right: 16, bottom: 4, left: 0 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
            <XAxis
              dataKey="atMs"
              type="number"
              domain={["dataMin", "dataMax"]}
              tickFormatter={(ms: number) => dayText(ms).slice(0, 7)}
              stroke="var(--soft)"
              tick={{ fill: "var(--soft)", fontSize: 14 }}
              minTickGap={40}
            />
            <YAxis
              domain={[0, 100]}
              ticks={[0, 50, 100]}
              tickFormatter={(pct: number) => `${pct} %`}
              stroke="var(--soft)"
              tick={{ fill: "var(--soft)", fontSize: 14 }}
              width={58}
            />
            <Area
              dataKey="within"
              stroke="none"
              fill="var(--soft)"
              fillOpacity={0.15}
              isAnimationActive={false}
            />
            <ReferenceLine y={100 * chart.centre} stroke="var(--soft)" strokeDasharray="6 4" />
            {changed.map(({ from }) => (
              <ReferenceLine key={from} x={Date.parse(from)} stroke="var(--heat)" strokeWidth={3} />
            ))}
            <Line
              dataKey="ratePct"
              stroke="var(--ink)"
              strokeWidth={2}
              dot={{ r: 4, fill: "var(--ink)" }}
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      )}
    </figure>
  );
}
