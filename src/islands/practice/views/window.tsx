import type { WindowHand, WindowState, WindowTask, WindowTruth } from "../../../../core/practice/window.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { movedByKeys, pointing, pressedOrNot } from "../pointing.ts";
import { StepEntry } from "../StepEntry.tsx";

/** So much of the panel is shown below the edge that is parted, and of the bench about it, mm. */
const DEPTH_MM = 26;
const AROUND_MM = 14;
const CARD = { widthMm: 16, heightMm: 24 };
/** Keys go at a speed at which a card may go, mm/s. */
const KEYS_MM_S = 3;

const bench = ({ panel }: WindowTask) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: DEPTH_MM + AROUND_MM,
});

/** A card along an edge, while the glue line is soft. */
export const windowView: ExerciseView<WindowTruth, WindowHand, WindowState> = {
  bench,
  asks: ({ panel, cable }) =>
    t("part-the-upper-edge", { edge: panel.widthMm, from: cable.fromMm, to: cable.toMm }),
  soFar: (_, state, isSeen) => {
    if (state.cooling === null) return t("choose-heat-then-lift-off");
    const free = Math.floor(100 * state.freeShare);
    return isSeen
      ? t("edge-free-at", { free, glue: Math.round(state.glueC), speed: state.speedMmS.toFixed(1) })
      : t("edge-free", { free, seconds: Math.round(state.tS - state.cooling.fromS) });
  },
  won: (_, { tS, soaks }) => t("edge-is-free", { seconds: Math.round(tS), soaks }),
  lost: (_, { reason, at, had, limit }) => {
    const x = Math.round(at?.xMm ?? 0);
    switch (reason) {
      case "too fast":
        return t("card-too-fast", { x, had: had.toFixed(1), limit: limit.toFixed(1) });
      case "too cold":
        return t("glue-too-cold", { x, had: Math.round(had), limit: Math.round(limit) });
      case "too hot":
        return t("panel-too-hot", { had: Math.round(had), limit });
      case "too deep":
        return t("card-too-deep", { x, had: had.toFixed(1), limit });
      case "cable":
        return t("cable-cut-at", { x });
      default:
        return t("not-parted-at", { x, left: had });
    }
  },
  advice: (_, lost) => {
    switch (lost?.reason) {
      case undefined:
        return t("well-parted");
      case "too fast":
        return t("slower-as-it-cools");
      case "too cold":
        return t("back-on-the-plate-sooner");
      case "too hot":
        return t("plate-below-limits");
      case "too deep":
        return t("keep-to-the-border");
      case "cable":
        return t("card-out-at-the-cable");
      default:
        return t("go-on-to-the-corner");
    }
  },
  how: () => t("how-to-part"),
  fieldLabel: () => t("card-field-label"),
  caution: () => t("hot-glass-caution"),
  pointed: pointing,
  keyed: movedByKeys(KEYS_MM_S),
  pressed: pressedOrNot,
  facts: (_, state, isSeen) => (isSeen ? [t("glue-line-is", { glue: Math.round(state.glueC) })] : []),
  load: (_, { load }) => load,
  Picture: ({ truth, state, hand, lost }) => {
    const { widthMm } = truth.panel;
    const { cable, deepestMm } = truth;
    return (
      <BenchPicture bench={bench(truth)} panel={truth.panel}>
        <rect
          width={widthMm}
          height={truth.panel.heightMm}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={0.6}
        />
        {state?.freed.map(
          (isFree, k) =>
            isFree && (
              <rect key={k} x={k} width={1.02} height={deepestMm} fill="var(--done)" fillOpacity={0.6} />
            ),
        )}
        <rect
          x={cable.fromMm}
          y={-AROUND_MM}
          width={cable.toMm - cable.fromMm}
          height={AROUND_MM + deepestMm}
          fill="var(--danger)"
          fillOpacity={0.25}
          stroke="var(--danger)"
          strokeWidth={0.4}
        />
        <text
          x={(cable.fromMm + cable.toMm) / 2}
          y={-AROUND_MM + 5}
          textAnchor="middle"
          fontSize={3.6}
          fill="var(--ink)"
        >
          {t("cable")}
        </text>
        <line
          x1={0}
          x2={widthMm}
          y1={deepestMm}
          y2={deepestMm}
          stroke="var(--ink)"
          strokeWidth={0.3}
          strokeDasharray="2 1.5"
        />
        <text x={1} y={deepestMm + 4.5} fontSize={3.6} fill="var(--ink)">
          {t("no-deeper", { deep: deepestMm })}
        </text>
        {state?.cooling && (
          <rect
            x={hand.xMm - CARD.widthMm / 2}
            y={hand.yMm - CARD.heightMm}
            width={CARD.widthMm}
            height={CARD.heightMm}
            rx={1}
            fill="var(--film)"
            fillOpacity={hand.on ? 0.6 : 0.25}
            stroke="var(--ink)"
            strokeWidth={0.4}
          />
        )}
        {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) =>
    hand.lifted ? (
      <button type="button" className="control" onClick={() => act({ ...hand, lifted: false, on: false })}>
        {t("back-on-the-plate")}
      </button>
    ) : (
      <>
        <StepEntry
          label={t("plate-c")}
          value={hand.plateC}
          step={5}
          least={40}
          most={150}
          onChange={(plateC) => act({ ...hand, plateC })}
        />
        <StepEntry
          label={t("soak-min")}
          value={hand.soakMin}
          step={1}
          least={1}
          most={20}
          onChange={(soakMin) => act({ ...hand, soakMin })}
        />
        <button type="button" className="control-strong" onClick={() => act({ ...hand, lifted: true })}>
          {t("lift-off")}
        </button>
      </>
    ),
};
