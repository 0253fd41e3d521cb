import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import { foldDeg } from "../../../core/film/axis-angle.ts";
import type { FilmAxis } from "../../../core/film/film-axis.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { t } from "../../../words/film.ts";

/** Light against angle: what was read, the curve through it with its band, and the axis. */
export function AxisChart({
  readings,
  measured,
}: {
  readings: readonly { angleDeg: number; level: number }[];
  measured: FilmAxis | null;
}) {
  const mounted = useMounted();
  const points = readings.map(({ angleDeg, level }) => ({ angle: foldDeg(angleDeg), read: level }));
  const curve = (measured?.curve ?? []).map(({ angleDeg, level, low, high }) => ({
    angle: angleDeg,
    level,
    band: [Math.max(0, low), high],
  }));
  const highest = Math.max(
    ...points.map(({ read }) => read),
    ...(measured?.curve ?? []).map(({ level }) => level),
  );
  return (
    <figure aria-label={t("light-against-angle")} className="flex h-full min-h-52 flex-col">
      <div className="min-h-0 w-full flex-1 overflow-hidden">
        {mounted && (
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 208 }}>
            <ComposedChart
              data={curve}
              margin={{ top: 16, right: 12, bottom: 20, left: 0 }}
              accessibilityLayer={false}
            >
              <CartesianGrid stroke="var(--line)" strokeDasharray="2 5" vertical={false} />
              <XAxis
                dataKey="angle"
                type="number"
                domain={[0, 180]}
                ticks={[0, 45, 90, 135, 180]}
                tickFormatter={(deg: number) => `${deg}°`}
                stroke="var(--soft)"
                tick={{ fill: "var(--soft)", fontSize: 15 }}
                allowDataOverflow
              />
              <YAxis
                domain={[0, Math.ceil(1.1 * highest)]}
                stroke="var(--soft)"
                tick={{ fill: "var(--soft)", fontSize: 15 }}
                width={52}
                allowDataOverflow
              />
              {measured && (
                <Area
                  dataKey="band"
                  stroke="none"
                  fill="var(--light)"
                  fillOpacity={0.18}
                  isAnimationActive={false}
                />
              )}
              {measured && (
                <Line
                  dataKey="level"
                  stroke="var(--light)"
                  strokeWidth={2}
                  dot={false}
                  isAnimationActive={false}
                />
              )}
              <Scatter data={points} dataKey="read" fill="var(--ink)" isAnimationActive={false} />
              {measured && measured.verdict !== "no axis" && (
                <ReferenceLine
                  x={measured.axisDeg}
                  stroke="var(--film)"
                  strokeWidth={2}
                  label={{ value: t("axis"), position: "top", fill: "var(--film)", fontSize: 15 }}
                />
              )}
            </ComposedChart>
          </ResponsiveContainer>
        )}
      </div>
      <figcaption className="text-soft">
        {t("dots-read-line-maluss-law-through-them", {
          value: measured
            ? t("with-its-band-scatter", { residualPct: measured.residualPct.toFixed(1) })
            : t("from-four-on"),
        })}
      </figcaption>
    </figure>
  );
}
