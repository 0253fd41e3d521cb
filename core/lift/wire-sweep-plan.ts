import { boxOf, goesRound } from "../stack/ring.ts";
import { cellsOnPanel, middleMm, pointOnEdge, spansOf, type Outline } from "../stack/panel-geometry.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import type { Family } from "../stack/family.ts";
import { EdgeLoop } from "./edge-loop.ts";
import { startPlaces } from "./edge-stretches.ts";
import type { Strip } from "./strips.ts";
import { layBar, wirePath, type WirePath } from "./wire-path.ts";
import { t } from "../../words/lift.ts";

/** One pass of a wire from one place of the rim; lengths in mm. */
export interface WirePass {
  start: PanelPoint;
  /** The longest that its front gets. */
  longestMm: number;
  /** How far the middle of its front goes. */
  pathMm: number;
  /** What of the face it frees that no pass before it did, %. */
  newPct: number;
  swept: readonly PanelPoint[];
}

export interface WireSweep {
  passes: WirePass[];
  sweptPct: number;
  stopsBefore: string[];
}

/** So deep nothing may be cut where something delicate lies and nothing says how deep, mm. Common practice, no source. */
export const USUAL_DEPTH_MM = 5;
/** More passes than this are no wire's work any more; one that frees less than this of the face is left to cards. Assumed. */
const MOST_PASSES = 3;
const LEAST_NEW_PCT = 5;
/** On a rim without corners so many places to begin are tried. */
const MOST_STARTS = 8;
/** The face is looked at in so many cells along its longer side. */
const CELLS = 40;
const STEPS = 6;

/** The middles of the cells that lie on a panel. */
function placesOn(panel: Outline): PanelPoint[] {
  const { widthMm, heightMm } = panel;
  const cellMm = Math.max(widthMm, heightMm) / CELLS;
  const [columns, rows] = [Math.ceil(widthMm / cellMm), Math.ceil(heightMm / cellMm)];
  const cells = cellsOnPanel(panel, columns, rows);
  return [...cells].flatMap((on, at) =>
    on === 0
      ? []
      : [
          {
            xMm: (((at % columns) + 0.5) * widthMm) / columns,
            yMm: ((Math.floor(at / columns) + 0.5) * heightMm) / rows,
          },
        ],
  );
}

/** Which of some places a ring goes round. */
function within(ring: readonly PanelPoint[], places: readonly PanelPoint[]): boolean[] {
  const { left, top, right, bottom } = boxOf(ring);
  return places.map(
    ({ xMm, yMm }) => xMm >= left && xMm <= right && yMm >= top && yMm <= bottom && goesRound(ring, xMm, yMm),
  );
}

/**
 * How a wire frees a face: pass by pass from whichever place frees most that is not free yet, both ends led along the rim towards the hinge,
 * up to what is delicate; what is left is for cards. Lengths in mm; the share is counted over cells of a fortieth of the longer side.
 */
export function wireSweep(
  { outline, features }: Pick<Family, "outline" | "features">,
  maxDepthMm = USUAL_DEPTH_MM,
): WireSweep {
  const bars = features
    .filter(({ kind }) => kind !== "no-bond")
    .map((feature) =>
      layBar(outline, {
        edge: feature.edge,
        fromMm: feature.fromMm,
        toMm: feature.toMm,
        depthMm: feature.maxDepthMm ?? maxDepthMm,
        why: t("on-the-edge", {
          kind: feature.kind.replace("-", " "),
          edge: feature.edge,
          label: feature.label,
        }),
      }),
    );
  const hinge = features.find(({ kind }) => kind === "hinge");
  const all = startPlaces(outline);
  const nth = Math.ceil(all.length / MOST_STARTS);
  const tried = all
    .filter((_, i) => i % nth === 0)
    .filter(
      ({ start }) =>
        typeof start !== "number" ||
        bars.every((bar) => spansOf(outline, bar).every(([from, to]) => start <= from || start >= to)),
    )
    .map(({ start, place }): WirePath & { start: PanelPoint } => {
      const loop = new EdgeLoop(outline, start);
      const atMm = hinge && middleMm(outline, hinge);
      const meeting =
        atMm === undefined
          ? loop.oppositeMm
          : loop.span({ edge: hinge!.edge, fromMm: atMm, toMm: atMm }).loopFromMm;
      const arms = { clockwiseMm: meeting, counterMm: loop.perimeterMm - meeting };
      return { ...wirePath(loop, arms, bars, loop.perimeterMm / 2 / STEPS), start: place };
    });
  const places = placesOn(outline);
  const covers = tried.map(({ swept }) => within(swept, places));
  let isFree = places.map(() => false);
  const passes: WirePass[] = [];
  const stops = new Set<string>();
  while (passes.length < MOST_PASSES) {
    const gains = covers.map((cover) => cover.filter((is, i) => is && !isFree[i]).length);
    const most = Math.max(0, ...gains);
    const newPct = (100 * most) / Math.max(1, places.length);
    if (newPct < LEAST_NEW_PCT) break;
    const at = gains.indexOf(most);
    const { start, longestMm, middleMm: pathMm, swept, stopsBefore } = tried[at]!;
    isFree = isFree.map((is, i) => is || covers[at]![i]!);
    for (const stop of stopsBefore) stops.add(stop);
    passes.push({ start, longestMm, pathMm, newPct, swept });
  }
  return {
    passes,
    sweptPct: passes.reduce((sum, { newPct }) => sum + newPct, 0),
    stopsBefore: [...stops],
  };
}

/** The strips that a wire leaves to cards: those at the hinge, and those whose middle no pass has gone over. */
export const stripsBehindWire = <Of extends Strip>(
  outline: Outline,
  strips: readonly Of[],
  { passes }: WireSweep,
): Of[] =>
  strips.filter(({ edge, fromMm, toMm, outerMm, innerMm, isAtHinge }) => {
    const { xMm, yMm } = pointOnEdge(outline, edge, (fromMm + toMm) / 2, (outerMm + innerMm) / 2);
    return isAtHinge || passes.every(({ swept }) => !goesRound(swept, xMm, yMm));
  });
