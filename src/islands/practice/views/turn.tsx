import { foldDeg } from "../../../../core/film/axis-angle.ts";
import { apartDeg, PASS_DEG } from "../../../../core/practice/turn-angle.ts";
import type { TurnHand, TurnState, TurnTruth } from "../../../../core/practice/turn.ts";
import type { PracticePlace } from "../../../../core/practice/exercise.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";

/** The turntable and the picture beside it, mm. */
const DIAL = { xMm: 40, yMm: 40, radiusMm: 34 };
const PANEL = { widthMm: 80, heightMm: 60 };
const PANEL_AT = { xMm: 88, yMm: 10 };
const bench = () => ({ fromX: 0, fromY: 0, widthMm: PANEL_AT.xMm + PANEL.widthMm + 6, heightMm: 80 });
/** Keys turn so fast, deg/s. */
const KEYS_DEG_S = 12;
const TICKS = Array.from({ length: 18 }, (_, k) => 10 * k);
/** Signs on the panel, as bars of a seven-part sign: x, y, width, height in a field of 10 by 18. */
const BARS = [
  [1, 0, 8, 2],
  [0, 1, 2, 7],
  [8, 1, 2, 7],
  [1, 8, 8, 2],
  [0, 10, 2, 7],
  [8, 10, 2, 7],
  [1, 16, 8, 2],
] as const;

const angleAt = ({ xMm, yMm }: PracticePlace): number =>
  (Math.atan2(DIAL.yMm - yMm, xMm - DIAL.xMm) * 180) / Math.PI;

/** A film that is turned on a dial over a cell, by eye and by a meter. */
export const turnView: ExerciseView<TurnTruth, TurnHand, TurnState> = {
  bench,
  asks: () => t("turn-the-film", { pass: PASS_DEG }),
  soFar: (_, { deg, readings, axis }, isSeen) =>
    isSeen && axis
      ? t("film-stands-read", {
          deg: Math.round(foldDeg(deg)),
          darkest: axis.darkestDeg.toFixed(1),
          half: axis.halfWidthDeg.toFixed(1),
        })
      : t("film-stands", { deg: Math.round(foldDeg(deg)), readings: readings.length }),
  won: (truth, { deg }) => t("film-is-right", { off: Math.abs(apartDeg(deg, truth.rightDeg)).toFixed(1) }),
  lost: (_, { reason, had, limit }) => {
    const off = had.toFixed(1);
    return reason === "inverted"
      ? t("picture-inverted", { off })
      : reason === "tinted"
        ? t("picture-tinted", { off, limit })
        : t("film-off", { off, limit });
  },
  advice: (_, lost) =>
    lost === null ? t("well-turned") : lost.reason === "inverted" ? t("quarter-turn") : t("read-all-round"),
  how: () => t("how-to-turn"),
  fieldLabel: () => t("turn-field-label"),
  caution: () => t("film-caution"),
  pointed: (_, hand, at, isDown) => {
    if (!isDown) return hand;
    // The nearer of the turns that look alike, so that the film does not leap.
    const to = angleAt(at);
    return { ...hand, deg: hand.deg + apartDeg(to, hand.deg) };
  },
  keyed: (_, hand, [x, y], seconds) => ({ ...hand, deg: hand.deg + KEYS_DEG_S * seconds * (x - y) }),
  facts: (_, { readings }, isSeen) =>
    isSeen
      ? readings
          .slice(-4)
          .map(({ angleDeg, level }) =>
            t("meter-read", { deg: Math.round(foldDeg(angleDeg)), level: Math.round(level) }),
          )
      : [],
  Picture: ({ state, hand }) => {
    const { xMm, yMm, radiusMm } = DIAL;
    const deg = state?.deg ?? hand.deg;
    return (
      <BenchPicture bench={bench()} panel={{ widthMm: 0, heightMm: 0 }}>
        <circle cx={xMm} cy={yMm} r={radiusMm} fill="none" stroke="var(--ink)" strokeWidth={0.6} />
        {TICKS.map((tick) => (
          <g key={tick} transform={`rotate(${-tick} ${xMm} ${yMm})`}>
            <line
              x1={xMm + radiusMm - 3}
              x2={xMm + radiusMm}
              y1={yMm}
              y2={yMm}
              stroke="var(--ink)"
              strokeWidth={0.4}
            />
          </g>
        ))}
        {[0, 45, 90, 135].map((tick) => (
          <text
            key={tick}
            x={xMm + (radiusMm + 4) * Math.cos((tick * Math.PI) / 180)}
            y={yMm - (radiusMm + 3) * Math.sin((tick * Math.PI) / 180) + 1.5}
            textAnchor="middle"
            fontSize={4}
            fill="var(--ink)"
          >
            {tick}°
          </text>
        ))}
        <g transform={`rotate(${-deg} ${xMm} ${yMm})`}>
          {[-16, -8, 0, 8, 16].map((across) => (
            <line
              key={across}
              x1={xMm - Math.sqrt(26 ** 2 - across ** 2)}
              x2={xMm + Math.sqrt(26 ** 2 - across ** 2)}
              y1={yMm + across}
              y2={yMm + across}
              stroke="var(--film)"
              strokeWidth={across === 0 ? 1.6 : 0.7}
            />
          ))}
          <circle cx={xMm + 29} cy={yMm} r={3} fill="var(--film)" />
        </g>
        {state && (
          <g transform={`translate(${PANEL_AT.xMm} ${PANEL_AT.yMm})`}>
            <rect
              width={PANEL.widthMm}
              height={PANEL.heightMm}
              fill={state.picture.off.srgb}
              stroke="var(--ink)"
              strokeWidth={0.6}
            />
            {[0, 1, 2, 3].map((sign) => (
              <g key={sign} transform={`translate(${9 + 17 * sign} 19) scale(1.15)`}>
                {BARS.map(([x, y, width, height]) => (
                  <rect
                    key={`${x},${y}`}
                    x={x}
                    y={y}
                    width={width}
                    height={height}
                    fill={state.picture.on.srgb}
                  />
                ))}
              </g>
            ))}
          </g>
        )}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) => (
    <button type="button" className="control" onClick={() => act({ ...hand, reads: hand.reads + 1 })}>
      {t("read-the-meter")}
    </button>
  ),
};
