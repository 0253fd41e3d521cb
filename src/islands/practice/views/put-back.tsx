import {
  acts,
  canDo,
  connectors,
  holes,
  type Act,
  type Hole,
  type PutBackState,
  type PutBackTruth,
} from "../../../../core/practice/put-back-acts.ts";
import type { PutBackHand } from "../../../../core/practice/put-back.ts";
import { t } from "../../../../words/practice.ts";
import { BenchPicture } from "../BenchPicture.tsx";
import type { ExerciseView } from "../exercise-view.ts";

const bench = () => ({ fromX: 0, fromY: 0, widthMm: 150, heightMm: 92 });
/** Where a layer lies in the picture of the device, from above, and how thick it is drawn. */
const LAYER = { xMm: 8, widthMm: 84, heightMm: 9, apartMm: 13, fromMm: 14 };
const TRAY = { xMm: 102, yMm: 14, widthMm: 42, heightMm: 70 };

const holeName = (hole: Hole): string => {
  const [part, n] = hole.split(" ");
  return part === "shell" ? t("hole-shell", { n: n! }) : t("hole-bracket", { n: n! });
};

/** What an act is called on its button. */
function actName(act: Act): string {
  switch (act) {
    case "open battery":
      return t("act-open-battery");
    case "open flex":
      return t("act-open-flex");
    case "close battery up":
      return t("act-close-battery-up");
    case "close battery down":
      return t("act-close-battery-down");
    case "close flex up":
      return t("act-close-flex-up");
    case "close flex down":
      return t("act-close-flex-down");
    case "take shell":
      return t("act-take-shell");
    case "take gasket":
      return t("act-take-gasket");
    case "take bracket":
      return t("act-take-bracket");
    case "lift panel":
      return t("act-lift-panel");
    case "peel liner":
      return t("act-peel-liner");
    case "lay panel":
      return t("act-lay-panel");
    case "lay bracket":
      return t("act-lay-bracket");
    case "lay gasket":
      return t("act-lay-gasket");
    case "lay shell":
      return t("act-lay-shell");
    default: {
      const [what, part, n, mm] = act.split(" ");
      const hole = holeName(`${part!} ${n!}` as Hole);
      return what === "out" ? t("act-out", { hole }) : t("act-in", { mm: mm!, hole });
    }
  }
}

/** A device that nobody has opened. */
const SHUT: Pick<PutBackState, "on" | "joined"> = {
  on: { shell: true, gasket: true, bracket: true, panel: true },
  joined: { battery: true, flex: true },
};

/** The layers of a device from the outside in, and whether each is in it. */
const layersOf = ({ on, joined }: Pick<PutBackState, "on" | "joined">) => [
  { name: t("shell"), part: "shell", isIn: on.shell },
  { name: t("gasket"), part: "gasket", isIn: on.gasket },
  { name: t("bracket"), part: "bracket", isIn: on.bracket },
  { name: t("battery"), part: "battery", isIn: joined.battery },
  { name: t("flex"), part: "flex", isIn: joined.flex },
  { name: t("panel"), part: "panel", isIn: on.panel },
];

/** A device is taken apart and put back. */
export const putBackView: ExerciseView<PutBackTruth, PutBackHand, PutBackState> = {
  bench,
  asks: () => t("take-apart-and-shut"),
  soFar: (_, { tS, screws }) =>
    t("apart-so-far", {
      seconds: Math.round(tS),
      out: holes.filter((hole) => screws[hole] === null).length,
    }),
  won: (_, { tS }) => t("shut-again", { seconds: Math.round(tS) }),
  lost: (_, { reason, had, limit }) => {
    switch (reason) {
      case "cracked":
        return t("screw-cracked", { had, limit });
      case "loose":
        return t("screw-loose", { had, limit });
      case "latch":
        return t("flap-wrong");
      case "live":
        return t("flex-live");
      case "pinched":
        return t("flap-pinched", { had });
      case "forgotten":
        return t("left-out", { had });
      default:
        return t("not-shut");
    }
  },
  advice: (_, lost) => {
    switch (lost?.reason) {
      case undefined:
        return t("well-put-back");
      case "cracked":
      case "loose":
        return t("screws-by-hole");
      case "latch":
        return t("look-at-the-flap");
      case "live":
        return t("battery-first-and-last");
      case "pinched":
        return t("join-before-bracket");
      default:
        return t("look-over-the-tray");
    }
  },
  how: () => t("how-to-put-back"),
  fieldLabel: () => t("put-back-field-label"),
  caution: () => t("put-back-caution"),
  endsItself: true,
  facts: ({ takes, closes }, { screws, joined, on }, isSeen) =>
    isSeen && !on.shell
      ? [
          ...holes
            .filter((hole) => screws[hole] === null)
            .map((hole) => t("hole-takes", { hole: holeName(hole), mm: takes[hole] })),
          ...connectors
            .filter((connector) => !joined[connector])
            .map((connector) => {
              const name = connector === "battery" ? t("battery") : t("flex");
              return closes[connector] === "up"
                ? t("flap-closes-up", { name })
                : t("flap-closes-down", { name });
            }),
        ]
      : [],
  Picture: ({ state }) => {
    const layers = layersOf(state ?? SHUT);
    return (
      <BenchPicture bench={bench()} panel={{ widthMm: 0, heightMm: 0 }}>
        {layers.map(({ name, part, isIn }, k) => {
          const y = LAYER.fromMm + k * LAYER.apartMm;
          return (
            <g key={name}>
              <rect
                x={LAYER.xMm}
                y={y}
                width={LAYER.widthMm}
                height={LAYER.heightMm}
                fill={isIn ? "var(--glass)" : "none"}
                fillOpacity={0.25}
                stroke="var(--ink)"
                strokeWidth={0.5}
                strokeDasharray={isIn ? undefined : "2 1.5"}
              />
              <text x={LAYER.xMm + 3} y={y + 6} fontSize={4.6} fill="var(--ink)">
                {name}
              </text>
              {holes
                .filter((hole) => hole.startsWith(part))
                .map((hole, n) => (
                  <g key={hole} transform={`translate(${LAYER.xMm + 40 + 16 * n} ${y + LAYER.heightMm / 2})`}>
                    <circle r={3.4} fill="var(--raised)" stroke="var(--ink)" strokeWidth={0.5} />
                    {state?.screws[hole] && (
                      <text y={1.6} textAnchor="middle" fontSize={4.4} fill="var(--ink)">
                        {state.screws[hole]}
                      </text>
                    )}
                  </g>
                ))}
            </g>
          );
        })}
        {state && !state.on.panel && (
          <text x={LAYER.xMm + 3} y={8} fontSize={4.6} fill="var(--ink)">
            {state.liner ? t("liner-on") : t("liner-off")}
          </text>
        )}
        <rect
          x={TRAY.xMm}
          y={TRAY.yMm}
          width={TRAY.widthMm}
          height={TRAY.heightMm}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={0.5}
        />
        <text x={TRAY.xMm} y={TRAY.yMm - 3} fontSize={4.6} fill="var(--ink)">
          {t("tray")}
        </text>
        {state?.tray.map((mm, k) => (
          <g key={k} transform={`translate(${TRAY.xMm + 7} ${TRAY.yMm + 8 + 12 * k})`}>
            <rect y={-1} width={2.5 * mm} height={2} fill="var(--ink)" />
            <rect x={-2} y={-2.5} width={2} height={5} fill="var(--ink)" />
            <text x={20} y={1.8} fontSize={4.6} fill="var(--ink)">
              {t("screw-mm", { mm })}
            </text>
          </g>
        ))}
      </BenchPicture>
    );
  },
  Controls: ({ state, hand, act }) => (
    <div className="grid min-h-0 gap-1 overflow-y-auto max-lg:grid-cols-2 low:grid-cols-1">
      {acts
        .filter((one) => state && canDo(state, one))
        .map((one) => (
          <button
            key={one}
            type="button"
            className="control text-left leading-tight font-normal"
            onClick={() => act({ act: one, done: hand.done + 1 })}
          >
            {actName(one)}
          </button>
        ))}
    </div>
  ),
};
