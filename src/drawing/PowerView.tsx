import type { PowerChain, PowerLink } from "../../core/open/power-chain.ts";
import { t } from "../../words/frame.ts";
import { term } from "../../words/speaker.ts";

/** Lines to the panel lie so far apart, and no farther out than this. */
const APART = 64;
const FARTHEST = 230;

/** How the chain lies: along the screen, or down it where that is taller than wide. */
const ways = {
  along: { box: 120, gap: 110, font: 19, small: 17, middle: 150, where: "max-lg:portrait:hidden" },
  down: { box: 74, gap: 70, font: 25, small: 22, middle: 225, where: "hidden max-lg:portrait:block" },
} as const;
type Way = keyof typeof ways;

/** A place by how far along the chain and how far across it, as a path takes it. */
const place = (way: Way, along: number, across: number) =>
  way === "along" ? `${along} ${across}` : `${across} ${along}`;

const boardText = (board: PowerChain["board"]): string => (board === "dead" ? t("proved-dead") : term(board));

interface Place {
  way: Way;
  link: PowerLink;
  from: number;
  to: number;
  across: number;
  isAsked: boolean;
}

/** A line from one box to the next: whole where it is joined, with its two ends apart where it is not. */
function Line({ way, link, from, to, across, isAsked }: Place) {
  const hue = isAsked ? "var(--heat)" : "var(--ink)";
  const middle = (from + to) / 2;
  const at = (along: number, off = 0) => place(way, along, across + off);
  return (
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
    >
      <title>{`${term(link.name)}: ${link.isJoined ? t("joined") : t("parted")}`}</title>
    </path>
  );
}

/** The name of a line; down the screen beside it, on its outer side, and each on a row of its own. */
function LineName({ way, link, from, to, across, isAsked, row }: Place & { row: number }) {
  const { small, middle } = ways[way];
  const isLeft = across < middle;
  const at =
    way === "along"
      ? ({ x: (from + to) / 2, y: across - 20, textAnchor: "middle" } as const)
      : ({
          x: across + (isLeft ? -22 : 22),
          y: from + small + 8 + row * (small + 9),
          textAnchor: isLeft ? "end" : "start",
        } as const);
  return (
    <text
      {...at}
      fontSize={small}
      fill="var(--ink)"
      fontWeight={isAsked ? 600 : 400}
      stroke="var(--ground)"
      strokeWidth={way === "down" ? 8 : 0}
      paintOrder="stroke"
    >
      {term(link.name)}
    </text>
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
  const { box, font, middle } = ways[way];
  const out = middle - across / 2;
  const [x, y, width, height] = way === "along" ? [at, out, box, across] : [out, at, across, box];
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
  const { box, gap, small, middle, where } = ways[way];
  const end = way === "along" ? 90 : 150;
  const toPanel = way === "along" ? 250 : 50 + panel.length * (small + 9);
  const boardAt = supply.length * (box + gap);
  const panelAt = boardAt + box + toPanel;
  const rowOf = (i: number) =>
    middle + (i - (panel.length - 1) / 2) * Math.min(APART, FARTHEST / Math.max(1, panel.length));
  const across = Math.max(end, Math.min(270, 90 + Math.max(0, panel.length - 1) * APART));
  const long = panelAt + box;
  const links = [
    ...supply.map((link, i) => ({
      link,
      from: i * (box + gap) + box,
      to: (i + 1) * (box + gap),
      across: middle,
      row: 0,
    })),
    ...panel.map((link, i) => ({ link, from: boardAt + box, to: panelAt, across: rowOf(i), row: i })),
  ].map((line) => ({ ...line, way, isAsked: line.link.key === asked }));
  return (
    <svg
      viewBox={way === "along" ? `-6 0 ${long + 12} ${2 * middle}` : `0 -6 ${2 * middle} ${long + 12}`}
      className={`mx-auto h-full max-h-96 w-full max-w-240 ${where}`}
      role="img"
      aria-label={title}
    >
      <Box way={way} at={0} across={end} title={term(source)} />
      {links.map((line) => (
        <Line key={line.link.key} {...line} />
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
      <Box way={way} at={panelAt} across={across} title={t("panel")} />
      {links.map((line) => (
        <LineName key={line.link.key} {...line} />
      ))}
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
