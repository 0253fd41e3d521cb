import { useEffect, useRef } from "react";
import type { SeeHand, SeeState, SeeTruth } from "../../../../core/practice/see.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";

const KEYS_MM_S = 8;
const MARK_MM = 1.3;
const AROUND_MM = 1;

const bench = ({ panel }: SeeTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: panel.heightMm + 2 * AROUND_MM,
});

/** A picture in grey, as the simulated camera has taken it. */
function GreyPhoto({ photo: { width, height, grey } }: Pick<SeeState, "photo">) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const isDrawn = useRef(false);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    // The same picture comes with every moment: it is drawn once.
    if (!context || isDrawn.current) return;
    isDrawn.current = true;
    const image = context.createImageData(width, height);
    grey.forEach((light, i) => image.data.set([light, light, light, 255], 4 * i));
    context.putImageData(image, 0, 0);
  }, [width, height, grey]);
  return <canvas ref={canvas} width={width} height={height} className="absolute inset-0 size-full" />;
}

const left = ({ withinS }: SeeTruth, { tS }: SeeState) => Math.max(0, Math.round(withinS - tS));

/** Defects that are marked in a picture, against the clock. */
export const seeView: ExerciseView<SeeTruth, SeeHand, SeeState> = {
  bench,
  asks: ({ leastMm, lighting, withinS }) =>
    t("mark-every-defect", {
      least: leastMm,
      light: lighting === "dark" ? t("on-black") : t("on-white"),
      seconds: withinS,
    }),
  soFar: (truth, state, isSeen) =>
    isSeen
      ? t("marked-of", {
          marks: state.marks.length,
          there: truth.planted.filter(({ sizeMm }) => sizeMm >= truth.leastMm).length,
          seconds: left(truth, state),
        })
      : t("marked", { marks: state.marks.length, seconds: left(truth, state) }),
  won: (_, { tS, wrong }) => t("all-seen", { seconds: Math.round(tS), wrong }),
  lost: (_, { reason, at, had, limit }) => {
    const [x, y] = [Math.round(at?.xMm ?? 0), Math.round(at?.yMm ?? 0)];
    return reason === "missed"
      ? t("defect-missed", { size: had.toFixed(1), x, y, limit })
      : reason === "false calls"
        ? t("nothing-there", { had, x, y })
        : t("no-time-left", { limit });
  },
  advice: (_, lost) =>
    lost === null
      ? t("well-seen")
      : lost.reason === "missed"
        ? t("row-by-row")
        : lost.reason === "time"
          ? t("faster-rows")
          : t("noise-is-even"),
  how: () => t("how-to-see"),
  fieldLabel: () => t("see-field-label"),
  caution: () => t("see-caution"),
  tapped: (_, hand, { xMm, yMm }) => ({ xMm, yMm, marks: hand.marks + 1 }),
  keyed: (_, hand, [x, y], seconds) => ({
    ...hand,
    xMm: Math.max(0, hand.xMm) + KEYS_MM_S * seconds * x,
    yMm: Math.max(0, hand.yMm) + KEYS_MM_S * seconds * y,
  }),
  pressed: (hand) => ({ ...hand, marks: hand.marks + 1 }),
  facts: (_, { eyes }, __, isOver) => (isOver ? [t("own-eyes-see", { eyes: eyes.length })] : []),
  Picture: ({ truth, state, hand, lost, isOver }) => (
    <BenchPicture
      bench={bench(truth)}
      panel={truth.panel}
      onPanel={state && <GreyPhoto key={truth.cameraSeed} photo={state.photo} />}
    >
      {state?.marks.map(({ xMm, yMm }) => (
        <g key={`${xMm},${yMm}`}>
          <circle cx={xMm} cy={yMm} r={MARK_MM} fill="none" stroke="black" strokeWidth={0.35} />
          <circle cx={xMm} cy={yMm} r={MARK_MM} fill="none" stroke="white" strokeWidth={0.18} />
        </g>
      ))}
      {isOver &&
        state?.eyes.map(({ xMm, yMm }) => (
          <rect
            key={`${xMm},${yMm}`}
            x={xMm - 1.8}
            y={yMm - 1.8}
            width={3.6}
            height={3.6}
            fill="none"
            stroke="var(--light)"
            strokeWidth={0.25}
          />
        ))}
      {lost &&
        state &&
        state.missed.map(({ xMm, yMm, sizeMm }) => (
          <circle
            key={`${xMm},${yMm}`}
            cx={xMm}
            cy={yMm}
            r={Math.max(MARK_MM, 0.6 * sizeMm)}
            fill="none"
            stroke="var(--danger)"
            strokeWidth={0.25}
            strokeDasharray="0.6 0.4"
          />
        ))}
      {state && (
        <path
          d={`M${hand.xMm - 0.8} ${hand.yMm}h1.6m-0.8 -0.8v1.6`}
          stroke="var(--light)"
          strokeWidth={0.15}
          fill="none"
        />
      )}
      {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
    </BenchPicture>
  ),
};
