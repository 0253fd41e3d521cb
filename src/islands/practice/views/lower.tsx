import type { Filling, LowerHand, LowerState, LowerTruth } from "../../../../core/practice/lower.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { movedByKeys, pointing, pressedOrNot } from "../pointing.ts";
import { ShareMap } from "../ShareMap.tsx";

const AROUND_MM = 12;
/** What is laid is drawn as high as it stands under the nozzle, mm. */
const BEAD_MM = 1.2;

const bench = ({ panel }: LowerTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: panel.widthMm + 2 * AROUND_MM,
  heightMm: panel.heightMm + 2 * AROUND_MM,
});

const frameAt = ({ frames }: Filling, down: number) =>
  frames[Math.min(frames.length - 1, Math.round(down * (frames.length - 1)))]!;

const lengthOf = (pathMm: LowerState["laid"][number]["pathMm"]) =>
  pathMm
    .slice(1)
    .reduce((sum, to, k) => sum + Math.hypot(to.xMm - pathMm[k]!.xMm, to.yMm - pathMm[k]!.yMm), 0);

/** What is laid, as wide as its volume makes it. */
function Laid({ laid }: Pick<LowerState, "laid">) {
  return laid.map(({ pathMm, volumeUl }, k) => {
    const width = Math.min(14, volumeUl / BEAD_MM / Math.max(4, lengthOf(pathMm)));
    const points = [...pathMm, pathMm.at(-1)!].map(({ xMm, yMm }) => `${xMm},${yMm}`).join(" ");
    return (
      <polyline
        key={k}
        points={points}
        fill="none"
        stroke="var(--liquid)"
        strokeWidth={Math.max(1, width)}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    );
  });
}

/** Liquid laid by hand, and a glass lowered on it. */
export const lowerView: ExerciseView<LowerTruth, LowerHand, LowerState> = {
  bench,
  asks: (truth) =>
    t("lay-and-lower", {
      needed: truth.neededUl,
      flow: truth.flowUlS,
      speed: truth.frontMmS.toFixed(1),
    }),
  soFar: (truth, state, isSeen) => {
    if (state.down === 0)
      return isSeen
        ? t("laid-so-far", { laid: Math.round(state.laidUl), needed: truth.neededUl })
        : t("laying", { seconds: Math.round(state.tS) });
    const percent = Math.floor(100 * state.down);
    return isSeen
      ? t("lowered-at", { percent, speed: state.frontMmS.toFixed(1) })
      : t("lowered", { percent });
  },
  won: (truth, { filling }) =>
    t("gap-is-full", {
      wet: Math.round(filling?.wetPct ?? 0),
      spill: Math.round((100 * (filling?.spillUl ?? 0)) / truth.neededUl),
    }),
  lost: (truth, { reason, at, had, limit }) => {
    const [x, y] = [Math.round(at?.xMm ?? 0), Math.round(at?.yMm ?? 0)];
    switch (reason) {
      case "trapped air":
        return t("front-too-fast", { had: had.toFixed(1), limit: limit.toFixed(1), y });
      case "pocket":
        return t("air-closed-in", { x, y, had: Math.round(had), limit });
      case "flooded":
        return t("bay-flooded", { had: Math.round(had), limit });
      case "spill":
        return t("too-much-out", { had: Math.round(had), limit, needed: truth.neededUl });
      case "starved":
        return t("corner-starved", { x, y, had: Math.round(had), limit });
      default:
        return t("glass-not-down", { had: Math.round(had) });
    }
  },
  advice: (truth, lost) => {
    switch (lost?.reason) {
      case undefined:
        return t("well-lowered");
      case "trapped air":
        return t("lower-for-seconds", {
          seconds: Math.ceil(truth.panel.heightMm / (0.7 * truth.frontMmS)),
        });
      case "pocket":
        return t("no-rings");
      case "flooded":
        return t("keep-off-the-bay");
      case "spill":
        return t("lay-for-seconds", { seconds: Math.round(truth.neededUl / truth.flowUlS) });
      case "starved":
        return t("three-even-beads", { seconds: Math.round(truth.neededUl / truth.flowUlS) });
      default:
        return t("all-the-way-down");
    }
  },
  how: () => t("how-to-lower"),
  fieldLabel: () => t("lower-field-label"),
  caution: () => t("liquid-caution"),
  pointed: (truth, hand, at, isDown) => (hand.down > 0 ? hand : pointing(truth, hand, at, isDown)),
  keyed: (truth, hand, towards, seconds) =>
    hand.down > 0
      ? {
          ...hand,
          down: Math.min(
            1,
            hand.down + (Math.max(0, towards[1]) * 0.7 * truth.frontMmS * seconds) / truth.panel.heightMm,
          ),
        }
      : movedByKeys(20)(truth, hand, towards, seconds),
  pressed: (hand) => (hand.down > 0 ? hand : pressedOrNot(hand)),
  facts: () => [],
  Picture: ({ truth, state, hand, lost }) => {
    const { widthMm, heightMm } = truth.panel;
    const filling = state?.filling;
    return (
      <BenchPicture
        bench={bench(truth)}
        panel={truth.panel}
        onPanel={
          filling && (
            <ShareMap
              columns={filling.columns}
              rows={filling.rows}
              shares={frameAt(filling, state.down)}
              over={{ x: 0, y: 0 }}
              some="--liquid"
              whole="--liquid"
            />
          )
        }
      >
        {state && !filling && <Laid laid={state.laid} />}
        <rect width={widthMm} height={heightMm} fill="none" stroke="var(--ink)" strokeWidth={0.6} />
        <rect
          x={widthMm - truth.bayMm}
          width={truth.bayMm}
          height={truth.bayMm}
          fill="var(--danger)"
          fillOpacity={0.2}
          stroke="var(--danger)"
          strokeWidth={0.5}
        />
        <text x={widthMm - truth.bayMm / 2} y={-2} textAnchor="middle" fontSize={4} fill="var(--ink)">
          {t("stays-dry")}
        </text>
        {state && state.down > 0 ? (
          <line
            x1={-AROUND_MM}
            x2={widthMm + AROUND_MM}
            y1={heightMm * state.down}
            y2={heightMm * state.down}
            stroke="var(--glass)"
            strokeWidth={0.8}
          />
        ) : (
          state && (
            <circle
              cx={hand.xMm}
              cy={hand.yMm}
              r={2}
              fill={hand.on ? "var(--liquid)" : "none"}
              stroke="var(--ink)"
              strokeWidth={0.6}
            />
          )
        )}
        {lost?.at && <LostPlace at={lost.at} bench={bench(truth)} />}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) => (
    <label className="grid gap-1">
      {t("far-edge-down")}
      <input
        type="range"
        className="min-h-12 accent-ink"
        min={0}
        max={1_000}
        value={Math.round(1_000 * hand.down)}
        onChange={({ target }) =>
          act({ ...hand, on: false, down: Math.max(hand.down, Number(target.value) / 1_000) })
        }
      />
    </label>
  ),
};
