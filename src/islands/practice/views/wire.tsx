import type { PracticePlace } from "../../../../core/practice/exercise.ts";
import type { WireHand, WireState, WireTruth } from "../../../../core/practice/wire.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { StepEntry } from "../StepEntry.tsx";

const AROUND_MM = 12;
/** Keys draw so fast, mm/s. */
const KEYS_MM_S = 1.2;

const bench = ({ panel }: WireTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: panel.heightMm + 2 * AROUND_MM,
});

/** Which ends a pointer draws: the one that it is near, or both in the middle. */
function drawnTo({ panel }: WireTruth, hand: WireHand, { xMm, yMm }: PracticePlace): WireHand {
  const third = xMm / panel.widthMm;
  const isLeft = third < 2 / 3;
  const isRight = third > 1 / 3;
  return { ...hand, ...(isLeft ? { leftMm: yMm } : {}), ...(isRight ? { rightMm: yMm } : {}) };
}

/** A wire by its two ends through a glue line that stays warm. */
export const wireView: ExerciseView<WireTruth, WireHand, WireState> = {
  bench,
  asks: ({ toMm, shardMmS }) => t("draw-the-wire-down", { to: toMm, speed: shardMmS }),
  soFar: (_, state, isSeen) =>
    state.glueC === null
      ? t("choose-plate-then-heat")
      : isSeen
        ? t("wire-stands-at", {
            left: Math.round(state.leftMm),
            right: Math.round(state.rightMm),
            force: state.forceN.toFixed(1),
            breaks: state.breaksAtN.toFixed(1),
          })
        : t("wire-stands", { left: Math.round(state.leftMm), right: Math.round(state.rightMm) }),
  won: (_, { tS }) => t("wire-is-through", { seconds: Math.round(tS) }),
  lost: (_, { reason, had, limit }) => {
    switch (reason) {
      case "snapped":
        return t("wire-snapped", { had: had.toFixed(1), limit: limit.toFixed(1) });
      case "cable":
        return t("wire-cut-cable", { limit: Math.round(limit) });
      case "shards":
        return t("wire-dragged-shards", { had: had.toFixed(1), limit });
      case "too hot":
        return t("panel-too-hot", { had: Math.round(had), limit });
      default:
        return t("wire-not-through", { had: Math.round(had), limit: Math.round(limit) });
    }
  },
  advice: (_, lost) => {
    switch (lost?.reason) {
      case undefined:
        return t("well-drawn");
      case "snapped":
        return t("warmer-and-slower");
      case "cable":
        return t("stop-above-the-cable");
      case "shards":
        return t("slow-over-cracks");
      case "too hot":
        return t("plate-below-limits");
      default:
        return t("both-ends-to-the-line");
    }
  },
  how: () => t("how-to-draw"),
  fieldLabel: () => t("wire-field-label"),
  caution: () => t("wire-caution"),
  pointed: (truth, hand, at, isDown) => (isDown && hand.heated ? drawnTo(truth, hand, at) : hand),
  keyed: (_, hand, [x, y], seconds) => {
    if (!hand.heated) return hand;
    const way = KEYS_MM_S * seconds;
    const leftMm = Math.max(0, hand.leftMm) + (y > 0 || x < 0 ? way : 0);
    return { ...hand, leftMm, rightMm: Math.max(0, hand.rightMm) + (y > 0 || x > 0 ? way : 0) };
  },
  facts: (_, { glueC, speedMmS }, isSeen) =>
    isSeen && glueC !== null
      ? [t("glue-line-is", { glue: Math.round(glueC) }), t("wire-goes-at", { speed: speedMmS.toFixed(1) })]
      : [],
  load: (_, { forceN, breaksAtN }) => (breaksAtN > 0 ? Math.min(1, forceN / breaksAtN) : 0),
  Picture: ({ truth, state, lost }) => {
    const { widthMm, heightMm } = truth.panel;
    const [left, right] = [state?.leftMm ?? 0, state?.rightMm ?? 0];
    return (
      <BenchPicture bench={bench(truth)} panel={truth.panel}>
        <polygon
          points={`0,0 ${widthMm},0 ${widthMm},${right} 0,${left}`}
          fill="var(--done)"
          fillOpacity={0.4}
        />
        <rect width={widthMm} height={heightMm} fill="none" stroke="var(--ink)" strokeWidth={0.6} />
        {truth.cracksMm.map((mm) => (
          <polyline
            key={mm}
            points={Array.from(
              { length: 9 },
              (_, k) => `${(widthMm * k) / 8},${mm + (k % 2 === 0 ? -1 : 1)}`,
            ).join(" ")}
            fill="none"
            stroke="var(--glass)"
            strokeWidth={0.7}
          />
        ))}
        <rect
          x={widthMm * 0.3}
          y={heightMm - truth.cableMm}
          width={widthMm * 0.4}
          height={truth.cableMm + AROUND_MM}
          fill="var(--danger)"
          fillOpacity={0.25}
          stroke="var(--danger)"
          strokeWidth={0.4}
        />
        <text x={widthMm / 2} y={heightMm + 6} textAnchor="middle" fontSize={4} fill="var(--ink)">
          {t("cable")}
        </text>
        <line
          x1={0}
          x2={widthMm}
          y1={truth.toMm}
          y2={truth.toMm}
          stroke="var(--ink)"
          strokeWidth={0.3}
          strokeDasharray="2 1.5"
        />
        <line
          x1={-AROUND_MM}
          x2={widthMm + AROUND_MM}
          y1={left}
          y2={right}
          stroke="var(--ink)"
          strokeWidth={0.6}
        />
        {[
          [-AROUND_MM / 2, left],
          [widthMm + AROUND_MM / 2, right],
        ].map(([x, y]) => (
          <circle key={x} cx={x} cy={y} r={4} fill="var(--raised)" stroke="var(--ink)" strokeWidth={0.8} />
        ))}
        {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) =>
    hand.heated ? null : (
      <>
        <StepEntry
          label={t("plate-c")}
          value={hand.plateC}
          step={5}
          least={20}
          most={150}
          onChange={(plateC) => act({ ...hand, plateC })}
        />
        <button type="button" className="control-strong" onClick={() => act({ ...hand, heated: true })}>
          {t("heat-ten-minutes")}
        </button>
      </>
    ),
};
