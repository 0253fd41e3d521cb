import type { AlignHand, AlignState, AlignTruth } from "../../../../core/practice/align.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { movedByKeys, pointing, pressedOrNot } from "../pointing.ts";

const AROUND_MM = 10;
/** Keys lead a finger so fast, mm/s. */
const KEYS_MM_S = 12;

const bench = ({ panel }: AlignTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: panel.heightMm + 2 * AROUND_MM,
});

/** A glass that floats is nudged until its border is even, and tacked. */
export const alignView: ExerciseView<AlignTruth, AlignHand, AlignState> = {
  bench,
  asks: ({ borderMm, passMm }) => t("make-the-border-even", { border: borderMm, pass: passMm }),
  soFar: (truth, state, isSeen) => {
    if (state.tackedAtS !== null) return t("tacking", { seconds: truth.tackS });
    const { worstMm, nudge } = state.border;
    return isSeen
      ? t("border-off-by", { worst: worstMm.toFixed(2), nudge })
      : t("nudging", { seconds: Math.round(state.tS) });
  },
  won: (_, { border, tackedAtS }) =>
    t("border-is-even", {
      worst: border.worstMm.toFixed(2),
      seconds: Math.round(tackedAtS ?? 0),
    }),
  lost: (_, { reason, had, limit }) =>
    reason === "outside" ? t("border-outside", { had: had.toFixed(2), limit }) : t("not-tacked", { limit }),
  advice: (_, lost) =>
    lost === null
      ? t("well-aligned")
      : lost.reason === "outside"
        ? t("turn-then-push-then-tack")
        : t("wait-for-the-tack"),
  how: () => t("how-to-align"),
  fieldLabel: () => t("align-field-label"),
  caution: () => t("uv-caution"),
  endsItself: true,
  pointed: pointing,
  keyed: movedByKeys(KEYS_MM_S),
  pressed: pressedOrNot,
  facts: () => [],
  Picture: ({ truth, state, hand, lost }) => {
    const { widthMm, heightMm } = truth.panel;
    const { borderMm } = truth;
    const lying = state?.lying ?? truth.first;
    return (
      <BenchPicture bench={bench(truth)} panel={truth.panel}>
        <rect
          x={borderMm}
          y={borderMm}
          width={widthMm - 2 * borderMm}
          height={heightMm - 2 * borderMm}
          fill="var(--light)"
          fillOpacity={0.25}
          stroke="var(--light)"
          strokeWidth={0.25}
        />
        <rect
          x={lying.xMm}
          y={lying.yMm}
          width={widthMm}
          height={heightMm}
          transform={`rotate(${lying.turnDeg} ${widthMm / 2 + lying.xMm} ${heightMm / 2 + lying.yMm})`}
          fill="var(--glass)"
          fillOpacity={0.12}
          stroke="var(--glass)"
          strokeWidth={0.5}
        />
        {state && (
          <circle
            cx={hand.xMm}
            cy={hand.yMm}
            r={4}
            fill={hand.on ? "var(--ink)" : "none"}
            fillOpacity={0.35}
            stroke="var(--ink)"
            strokeWidth={0.5}
          />
        )}
        {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) => (
    <button
      type="button"
      className="control-strong"
      disabled={hand.tacked}
      onClick={() => act({ ...hand, on: false, tacked: true })}
    >
      {t("tack-it")}
    </button>
  ),
};
