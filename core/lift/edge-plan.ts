import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import {
  checkFeatures,
  edgeFeature,
  edgeLengthMm,
  edges,
  outline,
  type Edge,
  type EdgeFeature,
  type Outline,
} from "../stack/outline.ts";
import { panelPoint, pointOffPanel, type PanelPoint } from "../intake/damage.ts";
import { bounded } from "../units.ts";

/** More returns to the heat than this is no plan. */
const MOST_PASSES = 500;

export const edgePlanInput = z
  .strictObject({
    outline,
    features: z.array(edgeFeature).max(100),
    speedMmS: bounded(0.05, 100),
    windowS: bounded(1, 3_600),
    parkEveryMm: bounded(2, 1_000),
    maxDepthMm: bounded(0.1, 100),
    /** Where the glass is broken: a crack as a path, a missing shard as the area that it left. */
    damage: z
      .array(
        z.strictObject({
          kind: z.enum(["crack", "missing shard"], { error: "must be crack or missing shard" }),
          points: z.array(panelPoint).min(2).max(60),
        }),
      )
      .max(200)
      .optional(),
  })
  .superRefine((input, context) => {
    checkFeatures(input.outline, input.features, "features", context);
    input.damage?.forEach(({ points }, i) => {
      const off = pointOffPanel(input.outline, points);
      if (off >= 0) {
        const { xMm, yMm } = points[off]!;
        context.addIssue({
          code: "custom",
          path: ["damage", i, "points", off],
          message: `${xMm}, ${yMm} must lie on the panel, which is ${input.outline.widthMm} × ${input.outline.heightMm} mm`,
        });
      }
    });
    const perimeterMm = 2 * (input.outline.widthMm + input.outline.heightMm);
    const leastS = perimeterMm / MOST_PASSES / input.speedMmS;
    if (input.windowS < leastS) {
      context.addIssue({
        code: "custom",
        path: ["windowS"],
        message: `${input.windowS} is too short at this speed: more than ${MOST_PASSES} passes; must be at least ${leastS.toFixed(2)}`,
      });
    }
  });
export type EdgePlanInput = z.output<typeof edgePlanInput>;

const edgeName = z.enum(edges);

export const edgePlanResult = z.strictObject({
  segments: z.array(
    z.strictObject({
      order: z.number(),
      edge: edgeName,
      /** Cut from here towards `toMm`, which may be the smaller of the two. */
      fromMm: z.number(),
      toMm: z.number(),
      maxDepthMm: z.number(),
      timeS: z.number(),
      pass: z.number(),
      note: z.string(),
    }),
  ),
  uncut: z.array(z.strictObject({ edge: edgeName, fromMm: z.number(), toMm: z.number(), why: z.string() })),
  picks: z.number(),
  pickPositions: z.array(z.strictObject({ edge: edgeName, atMm: z.number() })),
  passes: z.number(),
  totalS: z.number(),
  startCorner: z.enum(["top left", "top right", "bottom right", "bottom left"]),
  warnings: z.array(z.string()),
  assumed: z.array(z.string()),
});
export type EdgePlan = z.output<typeof edgePlanResult>;
export type EdgeSegment = EdgePlan["segments"][number];

/** Where a shallow stretch names no depth. Common practice beside a button's flex, no source. */
const SHALLOW_DEPTH_MM = 2;
const LEAST_LENGTH_MM = 1e-6;
/** A corner with a crack or a hole nearer than this is no place to pry: the glass gives there first. Assumed. */
const CRACK_FREE_MM = 25;
/** Broken glass within this of an edge is met by the blade. Assumed; a little more than a blade goes in. */
const MET_BY_BLADE_MM = 10;

export type GlassDamage = NonNullable<EdgePlanInput["damage"]>[number];

/** A place on the loop round the panel: clockwise from the top left, seen from the viewer's side. */
interface LoopSide {
  edge: Edge;
  startMm: number;
  lengthMm: number;
  /** Along the loop the edge's own coordinate grows (top, right) or falls (bottom, left). */
  grows: boolean;
}

function loopOf(panel: Outline): LoopSide[] {
  let startMm = 0;
  return edges.map((edge) => {
    const side = {
      edge,
      startMm,
      lengthMm: edgeLengthMm(panel, edge),
      grows: edge === "top" || edge === "right",
    };
    startMm += side.lengthMm;
    return side;
  });
}

const corners = ["top left", "top right", "bottom right", "bottom left"] as const;

function cornerPoint(panel: Outline, corner: number): { x: number; y: number } {
  return {
    x: corner === 1 || corner === 2 ? panel.widthMm : 0,
    y: corner >= 2 ? panel.heightMm : 0,
  };
}

function distanceMm(panel: Outline, corner: number, feature: EdgeFeature): number {
  const { x, y } = cornerPoint(panel, corner);
  const horizontal = feature.edge === "top" || feature.edge === "bottom";
  const along = horizontal ? x : y;
  const nearest = Math.min(Math.max(along, feature.fromMm), feature.toMm);
  const [fx, fy] = horizontal
    ? [nearest, feature.edge === "top" ? 0 : panel.heightMm]
    : [feature.edge === "left" ? 0 : panel.widthMm, nearest];
  return Math.hypot(x - fx, y - fy);
}

/** Distance from a point to the stretch between two others, mm. */
function toLineMm({ x, y }: { x: number; y: number }, from: PanelPoint, to: PanelPoint): number {
  const [dx, dy] = [to.xMm - from.xMm, to.yMm - from.yMm];
  const squared = dx * dx + dy * dy;
  const along =
    squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - from.xMm) * dx + (y - from.yMm) * dy) / squared));
  return Math.hypot(x - from.xMm - along * dx, y - from.yMm - along * dy);
}

/** The lines that a damage consists of; the area of a missing shard is closed. */
const linesOf = ({ kind, points }: GlassDamage): [PanelPoint, PanelPoint][] =>
  points
    .map((point, i): [PanelPoint, PanelPoint] => [point, points[(i + 1) % points.length]!])
    .slice(0, kind === "crack" ? -1 : undefined);

const nearestDamageMm = (point: { x: number; y: number }, damage: readonly GlassDamage[]): number =>
  Math.min(Infinity, ...damage.flatMap(linesOf).map(([from, to]) => toLineMm(point, from, to)));

/** Whether any of the broken glass lies where the blade goes along this stretch. */
function meetsBlade(
  panel: Outline,
  stretch: Pick<Stretch, "edge" | "fromMm" | "toMm">,
  damage: GlassDamage,
): boolean {
  const { edge, fromMm, toMm } = stretch;
  const horizontal = edge === "top" || edge === "bottom";
  const inwards = ({ xMm, yMm }: PanelPoint) =>
    edge === "top"
      ? yMm
      : edge === "bottom"
        ? panel.heightMm - yMm
        : edge === "left"
          ? xMm
          : panel.widthMm - xMm;
  const along = ({ xMm, yMm }: PanelPoint) => (horizontal ? xMm : yMm);
  return linesOf(damage).some(([from, to]) => {
    // The part of the line that lies in the strip which the blade reaches, then whether it touches this stretch.
    const [a, b] = [inwards(from), inwards(to)];
    if (Math.min(a, b) > MET_BY_BLADE_MM) return false;
    const share = (depth: number) => (a === b ? 0 : (depth - a) / (b - a));
    const at = (s: number) => along(from) + s * (along(to) - along(from));
    const [first, last] = [
      a <= MET_BY_BLADE_MM ? 0 : share(MET_BY_BLADE_MM),
      b <= MET_BY_BLADE_MM ? 1 : share(MET_BY_BLADE_MM),
    ];
    const [low, high] = [Math.min(at(first), at(last)), Math.max(at(first), at(last))];
    return low <= toMm && high >= fromMm;
  });
}

/**
 * The corner whose nearest delicate stretch is farthest; where two tie, the one whose second nearest is. Corners with
 * whole glass come before broken ones.
 */
function chooseCorner(
  panel: Outline,
  features: readonly EdgeFeature[],
  damage: readonly GlassDamage[],
): number {
  const isBroken = (corner: number) => nearestDamageMm(cornerPoint(panel, corner), damage) < CRACK_FREE_MM;
  const delicate = features.filter((feature) => feature.kind !== "no-bond");
  const ranked = corners
    .map((_, corner) => ({
      corner,
      broken: Number(isBroken(corner)),
      distances: delicate.map((feature) => distanceMm(panel, corner, feature)).sort((a, b) => a - b),
    }))
    .sort((a, b) => {
      if (a.broken !== b.broken) return a.broken - b.broken;
      const differing = a.distances.findIndex((d, i) => Math.abs(d - b.distances[i]!) > 1e-9);
      return differing < 0 ? a.corner - b.corner : b.distances[differing]! - a.distances[differing]!;
    });
  return ranked[0]!.corner;
}

interface Stretch {
  edge: Edge;
  /** Ascending along the edge. */
  fromMm: number;
  toMm: number;
  uncutBecause: string | null;
  depthMm: number;
  notes: string[];
}

/** What a neighbouring edge's keep-out does to the last millimetres of this edge: the blade reaches round the corner. */
interface CornerCare {
  edge: Edge;
  fromMm: number;
  toMm: number;
  depthMm: number;
  label: string;
}

function cornerCares(panel: Outline, features: readonly EdgeFeature[], maxDepthMm: number): CornerCare[] {
  return features
    .filter((feature) => feature.kind === "keep-out")
    .flatMap((feature) => {
      const horizontal = feature.edge === "top" || feature.edge === "bottom";
      const ownLength = edgeLengthMm(panel, feature.edge);
      const neighbours: { edge: Edge; gapMm: number }[] = horizontal
        ? [
            { edge: "left", gapMm: feature.fromMm },
            { edge: "right", gapMm: ownLength - feature.toMm },
          ]
        : [
            { edge: "top", gapMm: feature.fromMm },
            { edge: "bottom", gapMm: ownLength - feature.toMm },
          ];
      return neighbours
        .filter(({ gapMm }) => gapMm < maxDepthMm)
        .map(({ edge, gapMm }) => {
          const length = edgeLengthMm(panel, edge);
          const reach = Math.min(maxDepthMm, length);
          const atStart = feature.edge === "top" || feature.edge === "left";
          return {
            edge,
            fromMm: atStart ? 0 : length - reach,
            toMm: atStart ? reach : length,
            depthMm: gapMm,
            label: feature.label,
          };
        });
    });
}

/** Divides one edge where anything begins or ends, and says for each part whether and how deep it may be cut. */
function stretchesOf(
  panel: Outline,
  edge: Edge,
  features: readonly EdgeFeature[],
  cares: readonly CornerCare[],
  maxDepthMm: number,
): Stretch[] {
  const own = features.filter((feature) => feature.edge === edge);
  const ownCares = cares.filter((care) => care.edge === edge);
  const cuts = [0, edgeLengthMm(panel, edge), ...[...own, ...ownCares].flatMap((f) => [f.fromMm, f.toMm])];
  const marks = [...new Set(cuts)].sort((a, b) => a - b);
  const parts = marks.slice(1).map((toMm, i): Stretch => {
    const fromMm = marks[i]!;
    const middle = (fromMm + toMm) / 2;
    const here = own.filter((f) => f.fromMm <= middle && middle <= f.toMm);
    const care = ownCares.filter((c) => c.fromMm <= middle && middle <= c.toMm);
    const find = (kind: EdgeFeature["kind"]) => here.find((f) => f.kind === kind);
    const stretch: Stretch = { edge, fromMm, toMm, uncutBecause: null, depthMm: maxDepthMm, notes: [] };
    const keepOut = find("keep-out");
    const hinge = find("hinge");
    const noBond = find("no-bond");
    const blocked = care.find((c) => c.depthMm < 0.1);
    if (keepOut) stretch.uncutBecause = `keep out: ${keepOut.label}`;
    else if (hinge) stretch.uncutBecause = `hinge: ${hinge.label}; the glass opens about it`;
    else if (noBond) stretch.uncutBecause = `no glue here: ${noBond.label}`;
    else if (blocked) stretch.uncutBecause = `keep out round the corner: ${blocked.label}`;
    else {
      for (const shallow of here.filter((f) => f.kind === "shallow")) {
        stretch.depthMm = Math.min(stretch.depthMm, shallow.maxDepthMm ?? SHALLOW_DEPTH_MM);
        stretch.notes.push(`stay shallow: ${shallow.label}`);
      }
      for (const c of care) {
        stretch.depthMm = Math.min(stretch.depthMm, c.depthMm);
        stretch.notes.push(`shallow at the corner: ${c.label} lies round it`);
      }
    }
    return stretch;
  });
  return parts
    .filter((part) => part.toMm - part.fromMm > LEAST_LENGTH_MM)
    .reduce<Stretch[]>((merged, part) => {
      const last = merged.at(-1);
      const alike =
        last &&
        last.uncutBecause === part.uncutBecause &&
        last.depthMm === part.depthMm &&
        last.notes.join() === part.notes.join();
      if (alike) last.toMm = part.toMm;
      else merged.push({ ...part });
      return merged;
    }, []);
}

/** A stretch laid on the loop, measured from the start corner clockwise. */
interface LoopStretch extends Stretch {
  loopFromMm: number;
  loopToMm: number;
}

function layOnLoop(stretch: Stretch, loop: readonly LoopSide[], corner: number): LoopStretch {
  const perimeterMm = loop.reduce((sum, side) => sum + side.lengthMm, 0);
  const side = loop.find((s) => s.edge === stretch.edge)!;
  const shift = loop[corner]!.startMm;
  const [near, far] = side.grows
    ? [stretch.fromMm, stretch.toMm]
    : [side.lengthMm - stretch.toMm, side.lengthMm - stretch.fromMm];
  const from = (side.startMm + near - shift + perimeterMm) % perimeterMm;
  return { ...stretch, loopFromMm: from, loopToMm: from + far - near };
}

/**
 * Where the two arms meet, from the start corner clockwise. At the hinge if there is one (its middle, since none of it
 * is cut), else at the longest keep-out, else at the opposite corner.
 */
function meetingMm(laid: readonly LoopStretch[], loop: readonly LoopSide[], corner: number): number {
  const longest = (word: string) =>
    laid
      .filter((stretch) => stretch.uncutBecause?.startsWith(word))
      .sort((a, b) => b.loopToMm - b.loopFromMm - (a.loopToMm - a.loopFromMm))[0];
  const end = longest("hinge") ?? longest("keep out:");
  if (end) return (end.loopFromMm + end.loopToMm) / 2;
  return loop[corner]!.lengthMm + loop[(corner + 1) % 4]!.lengthMm;
}

/**
 * Where to start, which way to go, how deep, where not at all, and how many returns to the heat it takes.
 *
 * Two arms leave the start corner and meet at the hinge, so that the hinge's two neighbours end there. A window is filled
 * before the next pass begins; no stretch asks for more than one. Lengths in mm along the straight outline (a
 * rounded corner is a little shorter, so times are on the safe side), times in s.
 * Where the glass is broken (`damage`): no start at a corner near it while there is a whole one, and a note on every
 * stretch along which the blade meets it.
 * A keep-out is taken to reach inwards as deep as the blade may go, so the edges beside it are shortened or made shallow
 * at that corner. Source: common practice, no source.
 */
export function calculateEdgePlan(input: EdgePlanInput): EdgePlan {
  const { outline: panel, features, maxDepthMm, damage = [] } = input;
  const loop = loopOf(panel);
  const corner = chooseCorner(panel, features, damage);
  const cornerIsBroken = nearestDamageMm(cornerPoint(panel, corner), damage) < CRACK_FREE_MM;
  const cares = cornerCares(panel, features, maxDepthMm);
  const laid = edges
    .flatMap((edge) => stretchesOf(panel, edge, features, cares, maxDepthMm))
    .map((stretch) => layOnLoop(stretch, loop, corner))
    .sort((a, b) => a.loopFromMm - b.loopFromMm);
  const meeting = meetingMm(laid, loop, corner);

  const cuttable = laid.filter((stretch) => stretch.uncutBecause === null);
  const clockwise = cuttable
    .filter((stretch) => stretch.loopFromMm < meeting)
    .map((stretch) => ({ stretch, from: stretch.loopFromMm, to: Math.min(stretch.loopToMm, meeting) }));
  const counter = cuttable
    .filter((stretch) => stretch.loopToMm > meeting)
    .map((stretch) => ({ stretch, from: stretch.loopToMm, to: Math.max(stretch.loopFromMm, meeting) }))
    .reverse();

  const perimeterMm = loop.reduce((sum, side) => sum + side.lengthMm, 0);
  const windowMm = input.speedMmS * input.windowS;
  const segments: EdgeSegment[] = [];
  let pass = 1;
  let leftMm = windowMm;
  let previousTo: number | null = null;
  for (const { stretch, from, to } of [...clockwise, ...counter]) {
    const side = loop.find((s) => s.edge === stretch.edge)!;
    const direction = Math.sign(to - from);
    const edgeMm = (loopMm: number) => {
      const base = (side.startMm - loop[corner]!.startMm + perimeterMm) % perimeterMm;
      const along = loopMm - base;
      const own = side.grows ? along : side.lengthMm - along;
      return Math.min(Math.max(own, stretch.fromMm), stretch.toMm);
    };
    let at = from;
    while (Math.abs(to - at) > LEAST_LENGTH_MM) {
      const restMm = Math.abs(to - at);
      // A sliver at the end of a window is not worth a grip: rather begin the next window with the whole stretch.
      if (leftMm < restMm && leftMm < Math.min(input.parkEveryMm, windowMm)) {
        pass += 1;
        leftMm = windowMm;
      }
      const takenMm = Math.min(restMm, leftMm);
      const next = restMm - takenMm <= LEAST_LENGTH_MM ? to : at + direction * takenMm;
      const span = [edgeMm(at), edgeMm(next)];
      const part = { edge: stretch.edge, fromMm: Math.min(...span), toMm: Math.max(...span) };
      const met = new Set(damage.filter((d) => meetsBlade(panel, part, d)).map((d) => d.kind));
      const fresh =
        segments.length === 0 || previousTo === null || Math.abs(previousTo - at) > LEAST_LENGTH_MM;
      segments.push({
        order: segments.length + 1,
        edge: stretch.edge,
        fromMm: edgeMm(at),
        toMm: edgeMm(next),
        maxDepthMm: stretch.depthMm,
        timeS: takenMm / input.speedMmS,
        pass,
        note: [
          ...(segments.length === 0 ? [`open the ${corners[corner]!} corner here`] : []),
          ...(segments.length > 0 && fresh ? ["new entry"] : []),
          ...stretch.notes,
          ...[...met].map((kind) =>
            kind === "crack"
              ? "a crack meets the edge: card only, hold both sides down"
              : "glass is missing here: card from the side, twist loose shards out",
          ),
        ].join("; "),
      });
      previousTo = next;
      leftMm -= takenMm;
      at = next;
    }
  }

  const uncut = laid
    .filter((stretch) => stretch.uncutBecause !== null)
    .map(({ edge, fromMm, toMm, uncutBecause }) => ({ edge, fromMm, toMm, why: uncutBecause! }))
    .sort((a, b) => edges.indexOf(a.edge) - edges.indexOf(b.edge) || a.fromMm - b.fromMm);

  const pickPositions = segments.flatMap(({ edge, fromMm, toMm }) => {
    const count = Math.max(1, Math.ceil(Math.abs(toMm - fromMm) / input.parkEveryMm - 1e-9));
    return Array.from({ length: count }, (_, i) => ({
      edge,
      atMm: fromMm + ((toMm - fromMm) * (i + 0.5)) / count,
    }));
  });

  const hingeEdges = [...new Set(features.filter((f) => f.kind === "hinge").map((f) => f.edge))];
  const assumesDepth = features.some((f) => f.kind === "shallow" && f.maxDepthMm === undefined);
  return {
    segments,
    uncut,
    picks: pickPositions.length,
    pickPositions,
    passes: segments.length === 0 ? 0 : pass,
    totalS: segments.reduce((sum, segment) => sum + segment.timeS, 0),
    startCorner: corners[corner]!,
    warnings: [
      ...(hingeEdges.length > 1
        ? [`Flexes on ${hingeEdges.join(" and ")}: the glass cannot open about two edges.`]
        : []),
      ...(hingeEdges.length === 0
        ? ["No hinge edge is named: find where the flexes run before the first cut."]
        : []),
      ...(cornerIsBroken
        ? ["Every corner has broken glass near it: tape the glass over before you pry at the first one."]
        : []),
      ...(segments.length === 0
        ? ["Nothing may be cut: every stretch is kept out, hinged or without glue."]
        : []),
      ...cares.map((care) => `Keep-out round the corner of the ${care.edge} edge: ${care.label}.`),
    ],
    assumed: [
      ...(assumesDepth ? [`shallow stretches without a depth: ${SHALLOW_DEPTH_MM} mm`] : []),
      ...(damage.length > 0
        ? [
            `no start within ${CRACK_FREE_MM} mm of broken glass; the blade meets what lies within ${MET_BY_BLADE_MM} mm`,
          ]
        : []),
      ...(cares.length > 0 ? [`keep-outs reach ${maxDepthMm} mm inwards`] : []),
    ],
  };
}

export const edgePlan = defineCalculation({
  name: "edge-plan",
  purpose: "Where to start the lift, which way to cut, how deep, where not, and in how many windows.",
  input: edgePlanInput,
  result: edgePlanResult,
  calculate: calculateEdgePlan,
});
