import { isTaped, routeNow, seamNow } from "../device/ask.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import {
  closedSpans,
  edgeLengthMm,
  edges,
  hingeSide,
  middleMm,
  panelAreaMm2,
  panelEdges,
  rimOfPanel,
  type EdgePlace,
} from "../stack/panel-geometry.ts";
import type { Rim } from "../stack/rim.ts";
import { signedAreaMm2 } from "../stack/ring.ts";
import type { Family } from "../stack/family.ts";
import { divided, without, type Span } from "../stack/spans.ts";
import type { HeatChoice } from "./lift-slot.ts";
import { HANDLING_S } from "./handling.ts";

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
}

/** A film is peeled so far before its line is wetted again, mm. Common practice ("a few centimetres"), no source. */
const STROKE_MM = 50;
const PEEL_MM_S = 5;
/** A wire takes so much of the face at a pass before the hands rest. Assumed. */
const WIRE_PASSES = 3;
const WIRE_PASS_S = 90;
/** Frozen glass comes off in well under a minute, s. Common practice, no source. */
export const POP_S = 20;
/** The rim that a tape holds, cut stretch by stretch; also the depth of a tape, mm, where the family names none. */
const TAPE_MM = 5;

interface Draft extends Omit<Piece, "sharePct" | "key"> {
  areaMm2: number;
  /** At the rim, beside the hinge: it comes last, and no wire goes over it. */
  isAtHinge: boolean;
}

/** A piece of a rim is no longer than this share of it: a hand turns the panel between. Assumed. */
const RIM_SHARE = 1 / 4;
/** Smaller than this a piece is nothing to cut, mm2. */
const LEAST_MM2 = 0.5;

/** Strips of a face of any shape, ring by ring inward from the rim, clockwise from across the hinge; those beside the hinge come last. */
function rimStrips(family: Family, rim: Rim, stripMm: number, speedMmS: number, longestMm: number): Draft[] {
  const { outline, features } = family;
  const hinge = features.find(({ kind }) => kind === "hinge");
  const hingeMm = hinge ? middleMm(outline, hinge) : rim.lengthMm / 2;
  const apartMm = (atMm: number) => {
    const apart = Math.abs(rim.wrapped(atMm) - hingeMm);
    return Math.min(apart, rim.lengthMm - apart);
  };
  const drafts: Draft[] = [];
  const { deepestMm } = rim;
  // What lies behind a flex is reached from its sides: it has a ring of its own.
  const ringMm = Math.min(stripMm, deepestMm / 2);
  for (let outerMm = 0; outerMm < deepestMm - 0.01; outerMm += ringMm) {
    const innerMm = Math.min(outerMm + ringMm, deepestMm);
    const taken = outerMm === 0 ? closedSpans(family, "rim") : [];
    const ring = without([0, rim.lengthMm], taken).flatMap(([from, to]) => {
      const parts = Math.max(
        1,
        Math.ceil(Math.max((to - from) / longestMm, (to - from) / rim.lengthMm / RIM_SHARE)),
      );
      return divided([from, to], parts).map(([fromMm, toMm]): Draft => {
        const areaMm2 = Math.abs(signedAreaMm2(rim.band(fromMm, toMm, outerMm, innerMm)));
        return {
          tool: "card",
          edge: "rim",
          fromMm,
          toMm,
          outerMm,
          innerMm,
          areaMm2,
          // A ring is shorter the farther in it lies.
          timeS: areaMm2 / (innerMm - outerMm) / speedMmS,
          isAtHinge: hinge !== undefined && outerMm === 0 && apartMm((fromMm + toMm) / 2) < rim.lengthMm / 4,
        };
      });
    });
    const acrossMm = (draft: Draft) =>
      rim.wrapped((draft.fromMm + draft.toMm) / 2 - hingeMm - rim.lengthMm / 2);
    drafts.push(
      ...ring.filter(({ areaMm2 }) => areaMm2 > LEAST_MM2).sort((a, b) => acrossMm(a) - acrossMm(b)),
    );
  }
  return drafts.sort((a, b) => Number(a.isAtHinge) - Number(b.isAtHinge));
}

/** Strips of the whole face, ring by ring inward from the rim; those at the edge of the hinge come last. */
function faceStrips(family: Family, stripMm: number, speedMmS: number, longestMm: number): Draft[] {
  const { outline } = family;
  const rim = rimOfPanel(outline);
  if (rim) return rimStrips(family, rim, stripMm, speedMmS, longestMm);
  const halfMm = Math.min(outline.widthMm, outline.heightMm) / 2;
  const hinge = hingeSide(family);
  const order = [...edges].sort((a, b) => Number(a === hinge) - Number(b === hinge));
  const drafts: Draft[] = [];
  const late: Draft[] = [];
  for (let outerMm = 0; outerMm < halfMm - 0.01; outerMm += stripMm) {
    const innerMm = Math.min(outerMm + stripMm, halfMm);
    for (const edge of order) {
      const lengthMm = edgeLengthMm(outline, edge);
      const whole: Span = [outerMm, lengthMm - outerMm];
      // A trapezoid: its two ends lie at 45 degrees.
      const widthShare = (lengthMm - (outerMm + innerMm)) / (whole[1] - whole[0]);
      if (widthShare <= 0) continue;
      const spans = outerMm === 0 ? without(whole, closedSpans(family, edge)) : [whole];
      for (const [from, to] of spans) {
        const parts = Math.max(1, Math.ceil((to - from) / longestMm));
        for (const [fromMm, toMm] of divided([from, to], parts)) {
          const draft: Draft = {
            tool: "card",
            edge,
            fromMm,
            toMm,
            outerMm,
            innerMm,
            areaMm2: (innerMm - outerMm) * (toMm - fromMm) * widthShare,
            timeS: (toMm - fromMm) / speedMmS,
            isAtHinge: outerMm === 0 && edge === hinge,
          };
          (draft.isAtHinge ? late : drafts).push(draft);
        }
      }
    }
  }
  return [...drafts, ...late];
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
          isAtHinge: false,
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
    isAtHinge: false,
  }));
};

function draftsOf(scene: Scene, line: LineKey, heat: HeatChoice | null): Draft[] {
  const { family } = scene;
  if (line === "display") return face(family, "lift", 1, 60);
  if (line !== "glass") {
    const strokes = Math.ceil(Math.max(family.outline.widthMm, family.outline.heightMm) / STROKE_MM);
    return face(family, "peel", strokes, STROKE_MM / PEEL_MM_S);
  }
  const speedMmS = heat?.speedMmS ?? 4;
  const longestMm = heat?.windowS ? Math.max(10, (heat.windowS - HANDLING_S) * speedMmS) : Infinity;
  if (isTaped(scene)) return rimStretches(family, speedMmS, longestMm, seamNow(scene)?.maxDepthMm ?? TAPE_MM);
  const strips = () => faceStrips(family, heat?.stripMm ?? 10, speedMmS, longestMm);
  if (heat?.method === "freezer") return face(family, "frost", 1, POP_S);
  if (heat?.method === "wire") {
    // The wire goes under the whole face from a corner; cards finish along the hinge, where it must not go.
    const all = strips();
    const left = all.filter(({ isAtHinge }) => isAtHinge);
    const leftMm2 = left.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    const wholeMm2 = all.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    return [
      ...face(family, "wire", WIRE_PASSES, WIRE_PASS_S).map((pass) => ({
        ...pass,
        areaMm2: (wholeMm2 - leftMm2) / WIRE_PASSES,
      })),
      ...left,
    ];
  }
  return strips();
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
  const pieces = drafts.map(({ tool, edge, fromMm, toMm, outerMm, innerMm, areaMm2, timeS }, i): Piece => ({
    key: `${line} ${i + 1}`,
    tool,
    edge,
    fromMm,
    toMm,
    outerMm,
    innerMm,
    sharePct: (100 * areaMm2) / wholeMm2,
    timeS,
  }));
  kept.set(heat ?? family, [...known, { family, route, line, pieces }]);
  return pieces;
}
