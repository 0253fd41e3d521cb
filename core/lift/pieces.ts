import { isTaped, routeNow, seamNow } from "../device/ask.ts";
import type { LineKey } from "../device/line.ts";
import type { Scene } from "../device/scene.ts";
import { edgeLengthMm, edges, type Edge } from "../stack/outline.ts";
import type { Family } from "../stack/family.ts";
import { without, type Span } from "../stack/spans.ts";
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
  edge: Edge | null;
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

const hingeEdge = (family: Family): Edge | null =>
  family.features.find(({ kind }) => kind === "hinge")?.edge ?? null;

/** Stretches of an edge where no card goes: flexes, hinges, and where there is no glue to cut. */
const closed = (family: Family, edge: Edge): Span[] =>
  family.features.flatMap(({ edge: on, kind, fromMm, toMm }): Span[] =>
    on === edge && kind !== "shallow" ? [[fromMm, toMm]] : [],
  );

type Draft = Omit<Piece, "sharePct" | "key"> & { areaMm2: number };

/** Strips of the whole face, ring by ring inward from the rim; those at the edge of the hinge come last. */
function faceStrips(family: Family, stripMm: number, speedMmS: number, longestMm: number): Draft[] {
  const { outline } = family;
  const halfMm = Math.min(outline.widthMm, outline.heightMm) / 2;
  const hinge = hingeEdge(family);
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
      const spans = outerMm === 0 ? without(whole, closed(family, edge)) : [whole];
      for (const [from, to] of spans) {
        const parts = Math.max(1, Math.ceil((to - from) / longestMm));
        for (let part = 0; part < parts; part += 1) {
          const fromMm = from + ((to - from) * part) / parts;
          const toMm = from + ((to - from) * (part + 1)) / parts;
          const draft: Draft = {
            tool: "card",
            edge,
            fromMm,
            toMm,
            outerMm,
            innerMm,
            areaMm2: (innerMm - outerMm) * (toMm - fromMm) * widthShare,
            timeS: (toMm - fromMm) / speedMmS,
          };
          (outerMm === 0 && edge === hinge ? late : drafts).push(draft);
        }
      }
    }
  }
  return [...drafts, ...late];
}

/** The rim that a tape holds: every edge but the one that the glass hinges about, where it hinges. */
function rimStretches(family: Family, speedMmS: number, longestMm: number, depthMm: number): Draft[] {
  const hinge = family.wayIn === "from the front" ? hingeEdge(family) : null;
  return edges
    .filter((edge) => edge !== hinge)
    .flatMap((edge) =>
      without([0, edgeLengthMm(family.outline, edge)], closed(family, edge)).flatMap(([from, to]) => {
        const parts = Math.max(1, Math.ceil((to - from) / longestMm));
        return Array.from({ length: parts }, (_, part): Draft => {
          const fromMm = from + ((to - from) * part) / parts;
          const toMm = from + ((to - from) * (part + 1)) / parts;
          return {
            tool: "card",
            edge,
            fromMm,
            toMm,
            outerMm: 0,
            innerMm: depthMm,
            areaMm2: (toMm - fromMm) * depthMm,
            timeS: (toMm - fromMm) / speedMmS,
          };
        });
      }),
    );
}

const face = (family: Family, tool: PieceTool, count: number, timeS: number): Draft[] => {
  const { widthMm, heightMm } = family.outline;
  return Array.from({ length: count }, () => ({
    tool,
    edge: null,
    fromMm: 0,
    toMm: 0,
    outerMm: 0,
    innerMm: 0,
    areaMm2: (widthMm * heightMm) / count,
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
  const speedMmS = heat?.speedMmS ?? 4;
  const longestMm = heat?.windowS ? Math.max(10, (heat.windowS - HANDLING_S) * speedMmS) : Infinity;
  if (isTaped(scene)) return rimStretches(family, speedMmS, longestMm, seamNow(scene)?.maxDepthMm ?? TAPE_MM);
  const strips = () => faceStrips(family, heat?.stripMm ?? 10, speedMmS, longestMm);
  if (heat?.method === "freezer") return face(family, "frost", 1, POP_S);
  if (heat?.method === "wire") {
    // The wire goes under the whole face from a corner; cards finish along the hinge, where it must not go.
    const hinge = hingeEdge(family);
    const all = strips();
    const left = all.filter(({ edge, outerMm }) => edge === hinge && outerMm === 0);
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
