import { isTaped, routeNow, seamNow } from "../device/ask.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import {
  closedSpans,
  edgeLengthMm,
  hingeSide,
  panelAreaMm2,
  panelEdges,
  type EdgePlace,
} from "../stack/panel-geometry.ts";
import type { Family } from "../stack/family.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import { divided, without } from "../stack/spans.ts";
import type { HeatChoice, WirePlan } from "./lift-slot.ts";
import { CARD_MM_S } from "./handling.ts";
import { faceStrips, longestPieceMm, RIM_SHARE, type Strip } from "./strips.ts";

/** How a piece of a line is freed. */
export const pieceTools = ["card", "wire", "frost", "peel", "lift"] as const;
export type PieceTool = (typeof pieceTools)[number];

/** A piece of the face or rim that is freed at one go: where it lies, and how much of all it is. */
export interface Piece {
  key: string;
  tool: PieceTool;
  /** Which edge it lies along; null for a piece of the whole face. */
  edge: EdgePlace | null;
  fromMm: number;
  toMm: number;
  /** From the rim inward. */
  outerMm: number;
  innerMm: number;
  sharePct: number;
  timeS: number;
  /** What a wire goes over. */
  swept?: readonly PanelPoint[];
}

/** A film is peeled so far before its line is wetted again, mm. Common practice ("a few centimetres"), no source. */
const STROKE_MM = 50;
const PEEL_MM_S = 5;
/** What a wire was taken for before its sweep was worked out; jobs that were begun so go on so. */
const beforeSweeps = (strips: readonly Strip[]): WirePlan => ({
  passes: [1, 2, 3].map(() => ({ newPct: 1, pathMm: 90, swept: [] })),
  mmS: 1,
  forceN: 0,
  breaksAtN: 0,
  behind: strips.flatMap(({ isAtHinge }, i) => (isAtHinge ? [i] : [])),
});
/** Frozen glass comes off in well under a minute, s. Common practice, no source. */
export const POP_S = 20;
/** The rim that a tape holds, cut stretch by stretch; also the depth of a tape, mm, where the family names none. */
const TAPE_MM = 5;

interface Draft extends Omit<Piece, "sharePct" | "key"> {
  areaMm2: number;
}

/** The rim that a tape holds: every edge but the one that the glass hinges about, where it hinges. */
function rimStretches(family: Family, speedMmS: number, longestMm: number, depthMm: number): Draft[] {
  const hinge = family.wayIn === "from the front" ? hingeSide(family) : null;
  const { outline } = family;
  const mostMm = outline.pathMm ? edgeLengthMm(outline, "rim") * RIM_SHARE : Infinity;
  return panelEdges(outline)
    .filter((edge) => edge !== hinge)
    .flatMap((edge) =>
      without([0, edgeLengthMm(outline, edge)], closedSpans(family, edge)).flatMap(([from, to]) => {
        const parts = Math.max(1, Math.ceil((to - from) / Math.min(longestMm, mostMm)));
        return divided([from, to], parts).map(([fromMm, toMm]): Draft => ({
          tool: "card",
          edge,
          fromMm,
          toMm,
          outerMm: 0,
          innerMm: depthMm,
          areaMm2: (toMm - fromMm) * depthMm,
          timeS: (toMm - fromMm) / speedMmS,
        }));
      }),
    );
}

const face = (family: Family, tool: PieceTool, count: number, timeS: number): Draft[] => {
  const wholeMm2 = panelAreaMm2(family.outline);
  return Array.from({ length: count }, () => ({
    tool,
    edge: null,
    fromMm: 0,
    toMm: 0,
    outerMm: 0,
    innerMm: 0,
    areaMm2: wholeMm2 / count,
    timeS,
  }));
};

function draftsOf(scene: Scene, line: LineKey, heat: HeatChoice | null): Draft[] {
  const { family } = scene;
  if (line === "display") return face(family, "lift", 1, 60);
  if (line !== "glass") {
    const strokes = Math.ceil(Math.max(family.outline.widthMm, family.outline.heightMm) / STROKE_MM);
    return face(family, "peel", strokes, STROKE_MM / PEEL_MM_S);
  }
  const speedMmS = heat?.speedMmS ?? CARD_MM_S;
  const longestMm = longestPieceMm(heat?.windowS || null, speedMmS);
  if (isTaped(scene)) return rimStretches(family, speedMmS, longestMm, seamNow(scene)?.maxDepthMm ?? TAPE_MM);
  if (heat?.method === "freezer") return face(family, "frost", 1, POP_S);
  const strips = faceStrips(family, { stripMm: heat?.stripMm ?? 10, speedMmS, longestMm }).map((strip) => ({
    ...strip,
    tool: "card" as const,
  }));
  if (heat?.method !== "wire") return strips;
  // The wire goes under the face from a corner, pass by pass; cards finish what it cannot reach.
  const { passes, mmS, behind } = heat.wire ?? beforeSweeps(strips);
  const left = strips.filter((_, i) => behind.includes(i));
  const area = (of: readonly { areaMm2: number }[]) => of.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  const passedPct = passes.reduce((sum, { newPct }) => sum + newPct, 0);
  return [
    ...passes.flatMap(({ pathMm, newPct, swept }) =>
      face(family, "wire", 1, pathMm / mmS).map((pass) => ({
        ...pass,
        swept,
        areaMm2: ((area(strips) - area(left)) * newPct) / passedPct,
      })),
    ),
    ...left,
  ];
}

/** Kept for the choice by which they are laid out, or for the family before one is made. */
const kept = new WeakMap<
  object,
  { family: Family; route: string; line: LineKey; pieces: readonly Piece[] }[]
>();

/** The pieces in which a line is freed, in their order; they are the whole of what can be reached. */
export function piecesOf(scene: Scene, line: LineKey): readonly Piece[] {
  const { cutBy: heat } = scene.state.lift;
  const { family } = scene;
  const route = routeNow(scene);
  const known = kept.get(heat ?? family) ?? [];
  for (const one of known) {
    if (one.line === line && one.route === route && one.family === family) return one.pieces;
  }
  const drafts = draftsOf(scene, line, heat);
  const wholeMm2 = drafts.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
  // Field by field: the rest of an object costs as much as all else in a plan's strips.
  const pieces = drafts.map(
    ({ tool, edge, fromMm, toMm, outerMm, innerMm, areaMm2, timeS, swept }, i): Piece => ({
      key: `${line} ${i + 1}`,
      tool,
      edge,
      fromMm,
      toMm,
      outerMm,
      innerMm,
      sharePct: (100 * areaMm2) / wholeMm2,
      timeS,
      ...(swept ? { swept } : {}),
    }),
  );
  kept.set(heat ?? family, [...known, { family, route, line, pieces }]);
  return pieces;
}
