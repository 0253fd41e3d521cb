import type { PanelPoint } from "./panel-point.ts";
import { rimOf, type Rim } from "./rim.ts";
import { crossingsAt, goesRound, signedAreaMm2, toRingMm, type Ring } from "./ring.ts";
import type { Span } from "./spans.ts";

export const edges = ["top", "right", "bottom", "left"] as const;
export type Edge = (typeof edges)[number];

export const oppositeEdge: Readonly<Record<Edge, Edge>> = {
  top: "bottom",
  right: "left",
  bottom: "top",
  left: "right",
};

/** A place along an edge of a rectangle; on an outline of any other shape it lies along its rim. */
export const edgePlaces = [...edges, "rim"] as const;
export type EdgePlace = (typeof edgePlaces)[number];

export interface Outline {
  widthMm: number;
  heightMm: number;
  cornerRadiusMm?: number | undefined;
  /** Any other shape than a rectangle. */
  pathMm?: PanelPoint[] | undefined;
  holesMm?: PanelPoint[][] | undefined;
}

/** The rim of a shape; null for a rectangle, which has four edges. */
export const rimOfPanel = ({ pathMm }: Outline): Rim | null => (pathMm ? rimOf(pathMm) : null);

function rimAlong(panel: Outline): Rim {
  const rim = rimOfPanel(panel);
  if (!rim) throw new Error("a rectangle has four edges and no rim");
  return rim;
}

/** All closed lines of a shape. */
const ringsOf = ({ pathMm, holesMm = [] }: Outline): readonly Ring[] => (pathMm ? [pathMm, ...holesMm] : []);

/** What a panel's stretches lie along: four edges, or one rim. */
export const panelEdges = (panel: Outline): readonly EdgePlace[] => (panel.pathMm ? ["rim"] : edges);

/** A panel whose round corners count as square; a shape as it is. */
export const squareCornered = (panel: Outline): Outline => ({ ...panel, cornerRadiusMm: 0 });

/** The area of a panel, mm2: without what its round corners and its holes leave out. */
export function panelAreaMm2({
  widthMm,
  heightMm,
  cornerRadiusMm = 0,
  pathMm,
  holesMm = [],
}: Outline): number {
  if (!pathMm) return widthMm * heightMm - (4 - Math.PI) * cornerRadiusMm ** 2;
  const area = (ring: Ring) => Math.abs(signedAreaMm2(ring));
  return area(pathMm) - holesMm.reduce((sum, hole) => sum + area(hole), 0);
}

export const edgeLengthMm = (panel: Outline, edge: EdgePlace): number =>
  edge === "rim"
    ? rimAlong(panel).lengthMm
    : edge === "top" || edge === "bottom"
      ? panel.widthMm
      : panel.heightMm;

/** A stretch of an edge; along a rim it goes past the top centre where `fromMm` is above `toMm`. */
export interface Stretch {
  edge: EdgePlace;
  fromMm: number;
  toMm: number;
}

/** Where along its edge a stretch lies: two spans where it goes past a rim's top centre. */
export const spansOf = (panel: Outline, { edge, fromMm, toMm }: Stretch): Span[] =>
  fromMm > toMm
    ? [
        [fromMm, edgeLengthMm(panel, edge)],
        [0, toMm],
      ]
    : [[fromMm, toMm]];

/** Where along an edge no blade, card or tape goes: flexes, hinges, keep-outs, and where there is no glue. */
export const closedSpans = (
  { outline: panel, features }: { outline: Outline; features: readonly (Stretch & { kind: string })[] },
  edge: EdgePlace,
): Span[] =>
  features.flatMap((feature): Span[] =>
    feature.edge === edge && feature.kind !== "shallow" ? spansOf(panel, feature) : [],
  );

/** The middle of a stretch along its edge, mm. */
export function middleMm(panel: Outline, { edge, fromMm, toMm }: Stretch): number {
  if (fromMm <= toMm) return (fromMm + toMm) / 2;
  const lengthMm = edgeLengthMm(panel, edge);
  return ((fromMm + toMm + lengthMm) / 2) % lengthMm;
}

/** On which side of the panel a stretch lies; along a rim, by where its middle is from the panel's. */
export function sideOf(panel: Outline, stretch: Stretch): Edge {
  if (stretch.edge !== "rim") return stretch.edge;
  const { xMm, yMm } = pointOnEdge(panel, "rim", middleMm(panel, stretch));
  const [x, y] = [xMm / panel.widthMm - 0.5, yMm / panel.heightMm - 0.5];
  if (Math.abs(y) >= Math.abs(x)) return y < 0 ? "top" : "bottom";
  return x < 0 ? "left" : "right";
}

/** The side that the glass opens about; null where none is named. */
export function hingeSide({
  outline: panel,
  features,
}: {
  outline: Outline;
  features: readonly (Stretch & { kind: string })[];
}): Edge | null {
  const hinge = features.find(({ kind }) => kind === "hinge");
  return hinge ? sideOf(panel, hinge) : null;
}

/** Rounded to a tenth, the nearest place lies no farther in than this, mm. */
const MOST_MOVED_MM = 2;
/** Nearer to its rim than this a place is on the panel, mm. */
const ON_RIM_MM = 1e-6;

/** Whether a place lies within the outline: not outside a round corner, not in a hole. */
export function isOnPanel(panel: Outline, xMm: number, yMm: number): boolean {
  const { widthMm, heightMm, cornerRadiusMm = 0, pathMm, holesMm = [] } = panel;
  if (xMm < 0 || yMm < 0 || xMm > widthMm || yMm > heightMm) return false;
  if (pathMm) {
    if (goesRound(pathMm, xMm, yMm) && !holesMm.some((hole) => goesRound(hole, xMm, yMm))) return true;
    return ringsOf(panel).some((ring) => toRingMm(xMm, yMm, ring) <= ON_RIM_MM);
  }
  const dx = Math.max(cornerRadiusMm - xMm, xMm - (widthMm - cornerRadiusMm), 0);
  const dy = Math.max(cornerRadiusMm - yMm, yMm - (heightMm - cornerRadiusMm), 0);
  return dx === 0 || dy === 0 || dx * dx + dy * dy <= cornerRadiusMm * cornerRadiusMm;
}

/** Which cells of a grid over a panel have their middle on it: rows from the top, columns from the left, 1 where it has. */
export function cellsOnPanel(panel: Outline, columns: number, rows: number): Uint8Array {
  const cells = new Uint8Array(columns * rows);
  const [dx, dy] = [panel.widthMm / columns, panel.heightMm / rows];
  const rings = ringsOf(panel);
  for (let r = 0; r < rows; r += 1) {
    const y = (r + 0.5) * dy;
    if (rings.length === 0) {
      for (let c = 0; c < columns; c += 1)
        if (isOnPanel(panel, (c + 0.5) * dx, y)) cells[r * columns + c] = 1;
      continue;
    }
    const found = crossingsAt(rings, y);
    for (let k = 0; k + 1 < found.length; k += 2) {
      const first = Math.max(0, Math.ceil(found[k]! / dx - 0.5));
      const last = Math.min(columns - 1, Math.floor(found[k + 1]! / dx - 0.5));
      if (last >= first) cells.fill(1, r * columns + first, r * columns + last + 1);
    }
  }
  return cells;
}

/** Whether a place lies in a hole of the panel. */
export const isInHole = ({ holesMm = [] }: Outline, xMm: number, yMm: number): boolean =>
  holesMm.some((hole) => goesRound(hole, xMm, yMm));

const toTenth = (mm: number) => Math.round(mm * 10) / 10;

/** The place on a panel that is nearest to another, to a tenth of a millimetre. The corner of a rectangle counts as square. */
export function nearestOnPanel(panel: Outline, { xMm, yMm }: PanelPoint): PanelPoint {
  const { widthMm, heightMm, pathMm, holesMm = [] } = panel;
  const within = (mm: number, mostMm: number) => toTenth(Math.min(mostMm, Math.max(0, mm)));
  const boxed = { xMm: within(xMm, widthMm), yMm: within(yMm, heightMm) };
  if (!pathMm || isOnPanel(panel, boxed.xMm, boxed.yMm)) return boxed;
  const [ring] = [pathMm, ...holesMm].sort((a, b) => toRingMm(xMm, yMm, a) - toRingMm(xMm, yMm, b));
  const { atMm } = rimOf(ring!).nearest({ xMm, yMm });
  const place = rimOf(ring!).place(atMm);
  // Into the panel lies inward of its rim, and outward of a hole's.
  const way = ring === pathMm ? 1 : -1;
  for (let inMm = 0; inMm < MOST_MOVED_MM; inMm += 0.05) {
    const at = {
      xMm: toTenth(place.xMm + way * inMm * place.inX),
      yMm: toTenth(place.yMm + way * inMm * place.inY),
    };
    if (isOnPanel(panel, at.xMm, at.yMm)) return at;
  }
  // In a tip so sharp that no tenth lies in it: on the way to where the panel is widest.
  const wide = rimOf(pathMm).rays.reduce((a, b) => (b.depthMm > a.depthMm ? b : a));
  const [dx, dy] = [
    wide.xMm + wide.depthMm * wide.inX - place.xMm,
    wide.yMm + wide.depthMm * wide.inY - place.yMm,
  ];
  for (let share = 0.01; share < 1; share += 0.01) {
    const at = { xMm: toTenth(place.xMm + share * dx), yMm: toTenth(place.yMm + share * dy) };
    if (isOnPanel(panel, at.xMm, at.yMm)) return at;
  }
  return boxed;
}

/** Where along an edge a point of the panel lies, and how far in it is from that edge, mm. */
export function edgeOffset(
  panel: Outline,
  edge: EdgePlace,
  { xMm, yMm }: { xMm: number; yMm: number },
): { atMm: number; inMm: number } {
  switch (edge) {
    case "rim":
      return rimAlong(panel).nearest({ xMm, yMm });
    case "top":
      return { atMm: xMm, inMm: yMm };
    case "bottom":
      return { atMm: xMm, inMm: panel.heightMm - yMm };
    case "left":
      return { atMm: yMm, inMm: xMm };
    case "right":
      return { atMm: yMm, inMm: panel.widthMm - xMm };
  }
}

/** The point of the panel at a place along an edge, `inMm` in from it. */
export function pointOnEdge(
  panel: Outline,
  edge: EdgePlace,
  atMm: number,
  inMm = 0,
): { xMm: number; yMm: number } {
  switch (edge) {
    case "rim": {
      const { xMm, yMm, inX, inY } = rimAlong(panel).place(atMm);
      return { xMm: xMm + inMm * inX, yMm: yMm + inMm * inY };
    }
    case "top":
      return { xMm: atMm, yMm: inMm };
    case "bottom":
      return { xMm: atMm, yMm: panel.heightMm - inMm };
    case "left":
      return { xMm: inMm, yMm: atMm };
    case "right":
      return { xMm: panel.widthMm - inMm, yMm: atMm };
  }
}
