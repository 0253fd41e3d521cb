import type { SweepHand, SweepState, SweepTruth } from "../../../../core/practice/sweep.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { movedByKeys, pointing, pressedOrNot } from "../pointing.ts";
import { ShareMap } from "../ShareMap.tsx";

const FINGERS = { widthMm: 30, heightMm: 22 };
const SPOT_MM = 9;
const AROUND_MM = 25;
const BELOW_MM = 60;

const bench = ({ panel }: SweepTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: panel.heightMm + AROUND_MM + BELOW_MM,
});

/** A torch in the hand over a panel. */
export const sweepView: ExerciseView<SweepTruth, SweepHand, SweepState> = {
  bench,
  asks: (truth) =>
    t("give-every-place", { dose: truth.requiredMjCm2, reading: Math.round(truth.readingMwCm2) }),
  soFar: (_, state, isSeen) =>
    isSeen
      ? t("least-so-far", { percent: Math.floor(100 * state.leastShare), seconds: Math.round(state.tS) })
      : t("time-so-far", { seconds: Math.round(state.tS) }),
  won: (_, state) => t("every-place-had", { seconds: Math.round(state.tS) }),
  lost: (_, { reason, at, had, limit }) =>
    reason === "skin"
      ? t("fingers-had", { had: Math.round(had), limit })
      : t("place-had", { x: Math.round(at!.xMm), y: Math.round(at!.yMm), had: Math.round(had), limit }),
  advice: (_, lost) =>
    lost === null ? t("well-swept") : lost.reason === "skin" ? t("keep-fingers-out") : t("go-over-the-edges"),
  how: () => t("how-to-sweep"),
  fieldLabel: () => t("field-label"),
  caution: () => t("uv-caution"),
  pointed: pointing,
  keyed: movedByKeys(),
  pressed: pressedOrNot,
  facts: ({ fingersMjCm2 }, { skinMjCm2 }) => [
    t("fingers-so-far", { had: Math.round(skinMjCm2), limit: fingersMjCm2 }),
  ],
  Picture: ({ truth, state, hand, isSeen, lost }) => {
    const { fingers } = truth;
    const { widthMm, heightMm } = truth.panel;
    const { xMm, yMm } = state?.grid ?? { xMm: [], yMm: [] };
    const shares =
      state && isSeen
        ? state.doseMjCm2.flatMap((row) => row.map((dose) => dose / truth.requiredMjCm2))
        : null;
    return (
      <BenchPicture
        bench={bench(truth)}
        panel={truth.panel}
        onPanel={
          <ShareMap
            columns={xMm.length}
            rows={yMm.length}
            shares={shares}
            over={{ x: (xMm[1] ?? 0) / 2 / widthMm, y: (yMm[1] ?? 0) / 2 / heightMm }}
            some="--light"
            whole="--done"
          />
        }
      >
        <rect width={widthMm} height={heightMm} fill="none" stroke="var(--ink)" strokeWidth={0.8} />
        <rect
          x={fingers.xMm - FINGERS.widthMm / 2}
          y={fingers.yMm - FINGERS.heightMm / 2}
          width={FINGERS.widthMm}
          height={FINGERS.heightMm}
          fill="none"
          stroke="var(--danger)"
          strokeWidth={0.6}
          strokeDasharray="2 1.5"
        />
        <text x={fingers.xMm} y={fingers.yMm + 1.5} textAnchor="middle" fontSize={5} fill="var(--ink)">
          {t("fingers")}
        </text>
        {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
        {state && (
          <circle
            cx={hand.xMm}
            cy={hand.yMm}
            r={SPOT_MM}
            fill={hand.on ? "var(--light)" : "none"}
            fillOpacity={0.35}
            stroke="var(--ink)"
            strokeWidth={hand.on ? 1.2 : 0.6}
          />
        )}
      </BenchPicture>
    );
  },
};
