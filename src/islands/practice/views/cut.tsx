import { RotateCcw, RotateCw } from "lucide-react";
import { PAD_MM, TURN_STEP_DEG } from "../../../../core/practice/cut-tools.ts";
import type { CutHand, CutState, CutTruth, LaidPiece } from "../../../../core/practice/cut.ts";
import type { PracticePlace } from "../../../../core/practice/exercise.ts";
import { t } from "../../../../words/practice.ts";
import { PressGroup } from "../../../ui/PressGroup.tsx";
import { BenchPicture, LostPlace } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";
import { movedByKeys, pressedOrNot } from "../pointing.ts";
import { ShareMap } from "../ShareMap.tsx";

const AROUND_MM = 8;
/** A film that is rubbed down is drawn so many times as large. */
const LARGER = 2;
const NAMES = ["A", "B", "C"] as const;
const bench = ({ sheet }: CutTruth) => ({
  fromX: -AROUND_MM,
  fromY: -AROUND_MM,
  widthMm: sheet.widthMm + 2 * AROUND_MM,
  heightMm: sheet.heightMm + 2 * AROUND_MM,
});

/** The piece under a pointer, or the one whose middle is nearest. */
const pieceAt = ({ pieces }: CutHand, { xMm, yMm }: PracticePlace): number => {
  const far = pieces.map(([x, y]) => Math.hypot(xMm - x, yMm - y));
  return far.indexOf(Math.min(...far));
};

/** The hand with the piece that it holds laid otherwise. */
const laying = (hand: CutHand, change: (laid: LaidPiece) => CutHand["pieces"][number]): CutHand => ({
  ...hand,
  pieces: hand.pieces.map((piece, n) => (n === hand.held ? change(piece) : piece)),
});

const turning = (hand: CutHand, byDeg: number) => laying(hand, ([x, y, deg]) => [x, y, (deg + byDeg) % 180]);

/** The sheet with the pieces on it, each with the line that has to lie along the sheet's axis where help is shown. */
function Sheet({
  truth: { sheet, pieces },
  hand,
  faults,
  isSeen,
}: {
  truth: CutTruth;
  hand: CutHand;
  faults: CutState["faults"] | null;
  isSeen: boolean;
}) {
  const lines = Array.from({ length: 7 }, (_, k) => ((k + 0.5) * sheet.heightMm) / 7);
  return (
    <>
      <rect
        width={sheet.widthMm}
        height={sheet.heightMm}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={0.6}
      />
      {lines.map((y) => (
        <line key={y} x1={4} x2={sheet.widthMm - 4} y1={y} y2={y} stroke="var(--film)" strokeWidth={0.3} />
      ))}
      {pieces.map(({ widthMm, heightMm, axisDeg, film }, n) => {
        const [x, y, deg] = hand.pieces[n]!;
        const isWrong = isSeen && faults !== null && faults[n] !== null;
        const seenDeg = film === "front" ? axisDeg : -axisDeg;
        return (
          <g key={NAMES[n]} transform={`translate(${x} ${y}) rotate(${-deg})`}>
            <rect
              x={-widthMm / 2}
              y={-heightMm / 2}
              width={widthMm}
              height={heightMm}
              fill="var(--film)"
              fillOpacity={0.25}
              stroke={isWrong ? "var(--danger)" : "var(--ink)"}
              strokeWidth={n === hand.held ? 1.4 : 0.7}
              strokeDasharray={isWrong ? "3 2" : undefined}
            />
            {isSeen && (
              <line
                x1={-0.4 * heightMm}
                x2={0.4 * heightMm}
                y1={0}
                y2={0}
                transform={`rotate(${-seenDeg})`}
                stroke="var(--ink)"
                strokeWidth={1}
              />
            )}
            <text x={-widthMm / 2 + 3} y={heightMm / 2 - 3} fontSize={9} fontWeight={600} fill="var(--ink)">
              {NAMES[n]}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Pieces laid on a sheet and cut out, then one of them rubbed down on its panel. */
export const cutView: ExerciseView<CutTruth, CutHand, CutState> = {
  bench,
  asks: () => t("cut-and-lay"),
  soFar: ({ bestMm }, { isCut, faults, usedMm, stuck }, isSeen) =>
    isCut
      ? t("sticks-so-far", {
          percent: Math.floor((100 * stuck.reduce((sum, one) => sum + one, 0)) / stuck.length),
        })
      : isSeen
        ? t("pieces-lie-right", {
            right: faults.filter((fault) => fault === null).length,
            of: faults.length,
            used: Math.round(usedMm),
            best: Math.round(bestMm),
          })
        : t("lay-them-then-cut"),
  won: (_, { tS, usedMm }) => t("cut-and-stuck", { seconds: Math.round(tS), used: Math.round(usedMm) }),
  lost: (_, { reason, at, had, limit }) => {
    const [x, y] = [Math.round(at?.xMm ?? 0), Math.round(at?.yMm ?? 0)];
    const piece = NAMES[had - 1] ?? "";
    const [hadDeg, limitDeg] = [Math.round(had), Math.round(limit)];
    switch (reason) {
      case "mirrored":
        return t("piece-mirrored", { x, had: hadDeg, limit: limitDeg });
      case "axis":
        return t("piece-off-axis", { x, had: hadDeg, limit: limitDeg });
      case "outside":
        return t("piece-outside", { piece, limit });
      case "too close":
        return t("pieces-too-close", { piece, limit });
      case "waste":
        return t("sheet-wasted", { had: hadDeg, limit: limitDeg });
      case "bubble":
        return t("air-closed-in", { x, y, had: hadDeg, limit });
      case "bright edge":
        return t("edge-shines", { x, y, had: hadDeg });
      default:
        return t("not-rubbed-down", { had: hadDeg });
    }
  },
  advice: (_, lost) => {
    switch (lost?.reason) {
      case undefined:
        return t("well-cut");
      case "mirrored":
        return t("rear-the-other-way");
      case "axis":
        return t("line-along-the-axis");
      case "outside":
      case "too close":
        return t("room-for-the-blade");
      case "waste":
        return t("low-and-close");
      case "bright edge":
        return t("strokes-over-the-edge");
      default:
        return t("from-the-stuck-edge");
    }
  },
  how: () => t("how-to-cut"),
  fieldLabel: () => t("cut-field-label"),
  caution: () => t("cut-caution"),
  pointed: (_, hand, at, isDown) => {
    if (hand.isCut) return { ...hand, xMm: at.xMm / LARGER, yMm: at.yMm / LARGER, on: isDown };
    if (!isDown) return { ...hand, on: false };
    const taken = hand.on ? hand : { ...hand, on: true, held: pieceAt(hand, at) };
    return laying(taken, ([, , deg]) => [Math.round(at.xMm), Math.round(at.yMm), deg]);
  },
  keyed: (truth, hand, towards, seconds) =>
    hand.isCut
      ? movedByKeys()(truth, hand, towards, seconds)
      : laying(hand, ([x, y, deg]) => {
          const { xMm, yMm } = movedByKeys()(truth, { xMm: x, yMm: y, on: false }, towards, seconds);
          return [xMm, yMm, deg];
        }),
  pressed: (hand) => (hand.isCut ? pressedOrNot(hand) : { ...hand, held: (hand.held + 1) % NAMES.length }),
  facts: ({ pieces }, { isCut }) =>
    isCut
      ? []
      : pieces.map(({ film, widthMm, heightMm, axisDeg }, n) =>
          t("piece-is", {
            name: NAMES[n]!,
            film,
            wide: widthMm,
            high: heightMm,
            axis: Math.round(axisDeg),
          }),
        ),
  Picture: ({ truth, state, hand, isSeen, lost }) => {
    const [film] = truth.pieces;
    const size = { widthMm: LARGER * film!.widthMm, heightMm: LARGER * film!.heightMm };
    const isRubbed = state !== null && state.isCut && (lost === null || isOfRubbing(lost.reason));
    return (
      <BenchPicture
        bench={bench(truth)}
        panel={isRubbed ? size : { widthMm: 0, heightMm: 0 }}
        onPanel={
          isRubbed && (
            <ShareMap
              columns={state.columns}
              rows={state.rows}
              shares={state.stuck}
              over={{ x: 0, y: 0 }}
              some="--film"
              whole="--film"
            />
          )
        }
      >
        {isRubbed ? (
          <g transform={`scale(${LARGER})`}>
            <rect
              width={film!.widthMm}
              height={film!.heightMm}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={0.5}
            />
            <circle
              cx={hand.xMm}
              cy={hand.yMm}
              r={PAD_MM}
              fill={hand.on ? "var(--ink)" : "none"}
              fillOpacity={0.25}
              stroke="var(--ink)"
              strokeWidth={0.5}
            />
          </g>
        ) : (
          <Sheet {...{ truth, hand, isSeen }} faults={state?.faults ?? null} />
        )}
        {lost?.at && (
          <LostPlace
            at={isRubbed ? { xMm: LARGER * lost.at.xMm, yMm: LARGER * lost.at.yMm } : lost.at}
            bench={bench(truth)}
          />
        )}
      </BenchPicture>
    );
  },
  Controls: ({ hand, act }) =>
    hand.isCut ? null : (
      <>
        <span className="flex gap-1">
          <PressGroup
            label={t("piece-in-the-hand")}
            value={NAMES[hand.held]!}
            options={NAMES.map((name) => ({ value: name, text: name }))}
            onChange={(name) => act({ ...hand, held: NAMES.indexOf(name) })}
          />
          <button
            type="button"
            className="control px-3"
            aria-label={t("turn-left")}
            onClick={() => act(turning(hand, TURN_STEP_DEG))}
          >
            <RotateCcw size={20} aria-hidden />
          </button>
          <button
            type="button"
            className="control px-3"
            aria-label={t("turn-right")}
            onClick={() => act(turning(hand, -TURN_STEP_DEG))}
          >
            <RotateCw size={20} aria-hidden />
          </button>
        </span>
        <button
          type="button"
          className="control-strong"
          onClick={() => act({ ...hand, on: false, isCut: true })}
        >
          {t("cut-them-out")}
        </button>
      </>
    ),
};

const isOfRubbing = (reason: string): boolean => ["bubble", "bright edge", "air"].includes(reason);
