import type { PowerChain, PowerLink } from "../../core/open/power-chain.ts";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

const MIDDLE = 150;
/** Lines to the panel lie so far apart, and no farther out than this. */
const APART = 64;
const FARTHEST = 230;

/** How the chain lies: along the screen, or down it where that is taller than wide. */
const ways = {
  along: { box: 120, gap: 110, font: 19, small: 17, wide: 300, where: "max-lg:portrait:hidden" },
  down: { box: 62, gap: 76, font: 24, small: 23, wide: 430, where: "hidden max-lg:portrait:block" },
} as const;
type Way = keyof typeof ways;

/** A place by how far along the chain and how far across it, as a path takes it. */
const place = (way: Way, along: number, across: number) =>
  way === "along" ? `${along} ${across}` : `${across} ${along}`;

const boardText = (board: PowerChain["board"]): string => (board === "dead" ? t("proved-dead") : term(board));

/** A line from one box to the next: whole where it is joined, with its two ends apart where it is not. */
function Line({
  way,
  link,
  from,
  to,
  across,
  row = 0,
  isAsked,
}: {
  way: Way;
  link: PowerLink;
  from: number;
  to: number;
  across: number;
  /** Which of several that run beside one another: down the screen each has its name on a line of its own. */
  row?: number;
  isAsked: boolean;
}) {
  const hue = isAsked ? "var(--heat)" : "var(--ink)";
  const middle = (from + to) / 2;
  const at = (along: number, off = 0) => place(way, along, across + off);
  const { small } = ways[way];
  const name =
    way === "along"
      ? ({ x: middle, y: across - 20, textAnchor: "middle" } as const)
      : ({ x: across + 22, y: from + 34 + row * (small + 9), textAnchor: "start" } as const);
  return (
    <g>
      <title>{`${term(link.name)}: ${link.isJoined ? t("joined") : t("parted")}`}</title>
      <path
        d={
          link.isJoined
            ? `M${at(from)} L${at(to)}`
            : `M${at(from)} L${at(middle - 20)} L${at(middle - 11, -15)} M${at(to)} L${at(middle + 20)} L${at(middle + 11, 15)}`
        }
        fill="none"
        stroke={hue}
        strokeWidth={isAsked ? 7 : 4}
        strokeLinecap="round"
      />
      <text
        {...name}
        fontSize={small}
        fill="var(--ink)"
        fontWeight={isAsked ? 600 : 400}
        stroke="var(--ground)"
        strokeWidth={way === "down" ? 8 : 0}
        paintOrder="stroke"
      >
        {term(link.name)}
      </text>
    </g>
  );
}

function Box({
  way,
  at,
  across,
  title,
  text,
  hue = "var(--ink)",
}: {
  way: Way;
  /** How far along the chain it begins, and how wide it is across. */
  at: number;
  across: number;
  title: string;
  text?: string;
  hue?: string;
}) {
  const { box, font } = ways[way];
  const [long, wide] = [at, MIDDLE - across / 2];
  const [x, y, width, height] = way === "along" ? [long, wide, box, across] : [wide, long, across, box];
  const [middleX, middleY] = [x + width / 2, y + height / 2];
  return (
    <g textAnchor="middle" fontSize={font}>
      <rect
        {...{ x, y, width, height }}
        rx={3}
        fill="var(--raised)"
        stroke={hue}
        strokeWidth={hue === "var(--ink)" ? 3 : 5}
      />
      <text x={middleX} y={middleY - (text ? 6 : -6)} fill="var(--ink)">
        {title}
      </text>
      {text && (
        <text x={middleX} y={middleY + font} fontWeight={600} fill={hue}>
          {text}
        </text>
      )}
    </g>
  );
}

interface Power {
  chain: PowerChain;
  /** What feeds it: mains, supply or battery. */
  source: string;
  /** The link that the step is about. */
  asked?: PowerLink["key"] | undefined;
  title: string;
}

function Chain({ way, chain, source, asked, title }: Power & { way: Way }) {
  const { supply, panel, board } = chain;
  const { box, gap, small, wide, where } = ways[way];
  const end = way === "along" ? 90 : 150;
  const toPanel = way === "along" ? 250 : 60 + panel.length * (small + 9);
  const boardAt = supply.length * (box + gap);
  const panelAt = boardAt + box + toPanel;
  const rowOf = (i: number) =>
    MIDDLE + (i - (panel.length - 1) / 2) * Math.min(APART, FARTHEST / Math.max(1, panel.length));
  const across = Math.max(end, Math.min(270, 90 + Math.max(0, panel.length - 1) * APART));
  const long = panelAt + box;
  return (
    <svg
      viewBox={way === "along" ? `-6 0 ${long + 12} ${wide}` : `0 -6 ${wide} ${long + 12}`}
      className={`mx-auto h-full max-h-96 w-full max-w-240 ${where}`}
      role="img"
      aria-label={title}
    >
      <Box way={way} at={0} across={end} title={term(source)} />
      {supply.map((link, i) => (
        <Line
          key={link.key}
          way={way}
          link={link}
          from={i * (box + gap) + box}
          to={(i + 1) * (box + gap)}
          across={MIDDLE}
          isAsked={link.key === asked}
        />
      ))}
      {supply.length > 1 && <Box way={way} at={box + gap} across={end} title={t("supply")} />}
      <Box
        way={way}
        at={boardAt}
        across={across}
        title={t("board")}
        text={boardText(board)}
        hue={board === "dead" ? "var(--done)" : board === "isolated" ? "var(--ink)" : "var(--danger)"}
      />
      {panel.map((link, i) => (
        <Line
          key={link.key}
          way={way}
          link={link}
          from={boardAt + box}
          to={panelAt}
          across={rowOf(i)}
          row={i}
          isAsked={link.key === asked}
        />
      ))}
      <Box way={way} at={panelAt} across={across} title={t("panel")} />
    </svg>
  );
}

/** The way of the power from its source over the board to the panel: what is joined, what is parted, whether it is proved dead. */
export const PowerView = (power: Power) => (
  <>
    <Chain way="along" {...power} />
    <Chain way="down" {...power} />
  </>
);
