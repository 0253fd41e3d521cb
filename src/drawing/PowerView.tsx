import type { PowerChain, PowerLink } from "../../core/open/power-chain.ts";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

const HEIGHT = 300;
const MIDDLE = 150;
const BOX = 120;
const GAP = 110;
const WAY_TO_PANEL = 250;

const boardText = (board: PowerChain["board"]): string => (board === "dead" ? t("proved-dead") : term(board));

/** A line from one box to the next: whole where it is joined, with its two ends apart where it is not. */
function Line({
  link,
  from,
  to,
  y,
  isAsked,
}: {
  link: PowerLink;
  from: number;
  to: number;
  y: number;
  isAsked: boolean;
}) {
  const hue = isAsked ? "var(--heat)" : "var(--ink)";
  const middle = (from + to) / 2;
  const stroke = { stroke: hue, strokeWidth: isAsked ? 7 : 4, strokeLinecap: "round" } as const;
  return (
    <g>
      <title>{`${term(link.name)}: ${link.isJoined ? t("joined") : t("parted")}`}</title>
      {link.isJoined ? (
        <path d={`M${from} ${y} H${to}`} {...stroke} />
      ) : (
        <path
          d={`M${from} ${y} H${middle - 20} l9 -15 M${to} ${y} H${middle + 20} l-9 15`}
          fill="none"
          {...stroke}
        />
      )}
      <text
        x={middle}
        y={y - 20}
        fontSize={17}
        textAnchor="middle"
        fill="var(--ink)"
        fontWeight={isAsked ? 600 : 400}
      >
        {term(link.name)}
      </text>
    </g>
  );
}

function Box({
  x,
  height,
  title,
  text,
  hue = "var(--ink)",
}: {
  x: number;
  height: number;
  title: string;
  text?: string;
  hue?: string;
}) {
  return (
    <g>
      <rect
        x={x}
        y={MIDDLE - height / 2}
        width={BOX}
        height={height}
        rx={3}
        fill="var(--raised)"
        stroke={hue}
        strokeWidth={hue === "var(--ink)" ? 3 : 5}
      />
      <text x={x + BOX / 2} y={MIDDLE - (text ? 8 : -6)} fontSize={19} textAnchor="middle" fill="var(--ink)">
        {title}
      </text>
      {text && (
        <text x={x + BOX / 2} y={MIDDLE + 20} fontSize={19} fontWeight={600} textAnchor="middle" fill={hue}>
          {text}
        </text>
      )}
    </g>
  );
}

/** The way of the power from its source over the board to the panel: what is joined, what is parted, whether it is proved dead. */
export function PowerView({
  chain,
  source,
  asked,
  title,
}: {
  chain: PowerChain;
  /** What feeds it: mains, supply or battery. */
  source: string;
  /** The link that the step is about. */
  asked?: PowerLink["key"] | undefined;
  title: string;
}) {
  const { supply, panel, board } = chain;
  const boardX = supply.length * (BOX + GAP);
  const panelX = boardX + BOX + WAY_TO_PANEL;
  const rowOf = (i: number) =>
    MIDDLE + (i - (panel.length - 1) / 2) * Math.min(64, 230 / Math.max(1, panel.length));
  const tall = Math.min(270, 90 + Math.max(0, panel.length - 1) * 64);
  return (
    <svg
      viewBox={`-6 0 ${panelX + BOX + 12} ${HEIGHT}`}
      className="mx-auto h-full max-h-96 w-full max-w-240"
      role="img"
      aria-label={title}
    >
      <Box x={0} height={90} title={term(source)} />
      {supply.map((link, i) => (
        <Line
          key={link.key}
          link={link}
          from={i * (BOX + GAP) + BOX}
          to={(i + 1) * (BOX + GAP)}
          y={MIDDLE}
          isAsked={link.key === asked}
        />
      ))}
      {supply.length > 1 && <Box x={BOX + GAP} height={90} title={t("supply")} />}
      <Box
        x={boardX}
        height={tall}
        title={t("board")}
        text={boardText(board)}
        hue={board === "dead" ? "var(--done)" : board === "isolated" ? "var(--ink)" : "var(--danger)"}
      />
      {panel.map((link, i) => (
        <Line
          key={link.key}
          link={link}
          from={boardX + BOX}
          to={panelX}
          y={rowOf(i)}
          isAsked={link.key === asked}
        />
      ))}
      <Box x={panelX} height={tall} title={t("panel")} />
    </svg>
  );
}
