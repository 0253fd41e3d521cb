import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { checkFeatures, edgeFeature, offPanelWords, outline } from "../stack/outline.ts";
import { edgeLengthMm, edgePlaces, panelEdges, sideOf } from "../stack/panel-geometry.ts";
import { pointOffPanel } from "../intake/damage.ts";
import { panelPoint } from "../stack/panel-point.ts";
import { bounded, oneOf } from "../units.ts";
import { cutPaces, pacedStretch, paceNames } from "./cut-pace.ts";
import { corners, EdgeLoop, type LoopSpan } from "./edge-loop.ts";
import {
  chooseStart,
  cornerCares,
  CRACK_FREE_MM,
  isBrokenAt,
  LEAST_LENGTH_MM,
  SHALLOW_DEPTH_MM,
  stretchesOf,
  type EdgeStretch,
} from "./edge-stretches.ts";
import { glassDamage, meetsBlade, MET_BY_BLADE_MM } from "./glass-damage.ts";
import { layBar, wirePath, type WireBar } from "./wire-path.ts";
import { t } from "../../words/lift.ts";

/** More returns to the heat than this is no plan. */
const MOST_PASSES = 500;

export const edgePlanInput = z
  .strictObject({
    outline,
    features: z.array(edgeFeature).max(100),
    /** Along thin glue; thicker glue goes by its own pace. */
    speedMmS: bounded(0.05, 100),
    windowS: bounded(1, 3_600),
    parkEveryMm: bounded(2, 1_000),
    maxDepthMm: bounded(0.1, 100),
    damage: z.array(glassDamage).max(200).optional(),
    paces: z.array(pacedStretch).max(200).optional(),
    /** Cards are slid in from the edge; a wire is drawn through from corner to hinge, the panel staying on the heat. */
    school: oneOf(["cards", "wire"]).optional(),
    wireUm: bounded(10, 2_000).optional(),
    /** Thickness of the glue that the wire goes through. */
    glueUm: bounded(1, 5_000).optional(),
  })
  .superRefine((input, context) => {
    checkFeatures(input.outline, input.features, "features", context);
    checkFeatures(input.outline, input.paces ?? [], "paces", context);
    input.damage?.forEach(({ points }, i) => {
      const off = pointOffPanel(input.outline, points);
      if (off >= 0) {
        context.addIssue({
          code: "custom",
          path: ["damage", i, "points", off],
          message: offPanelWords(input.outline, points[off]!),
        });
      }
    });
    const perimeterMm = panelEdges(input.outline).reduce(
      (sum, edge) => sum + edgeLengthMm(input.outline, edge),
      0,
    );
    const slowest = Math.min(1, ...(input.paces ?? []).map(({ pace }) => cutPaces[pace].share));
    const leastS = perimeterMm / MOST_PASSES / (input.speedMmS * slowest);
    if (input.windowS < leastS) {
      context.addIssue({
        code: "custom",
        path: ["windowS"],
        message: t("is-too-short-at-this-speed-more", {
          windowS: input.windowS,
          MOST_PASSES,
          leastS: leastS.toFixed(2),
        }),
      });
    }
  });
export type EdgePlanInput = z.output<typeof edgePlanInput>;

const edgeName = z.enum(edgePlaces);
export const cutTools = ["blade, then card", "card", "pick", "wire"] as const;

const wireResult = z.strictObject({
  /** How deep the blade opens the corner for the wire to go in. */
  entryGapMm: z.number(),
  /** What the wire must measure: its longest front and a grip at each end. */
  lengthMm: z.number(),
  longestFrontMm: z.number(),
  /** One for each stretch that an end of the wire goes on along, in order. */
  fronts: z.array(
    z.strictObject({ order: z.number(), from: panelPoint, to: panelPoint, lengthMm: z.number() }),
  ),
  sweptPct: z.number(),
  stopsBefore: z.array(z.string()),
});

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
      tool: z.enum(cutTools),
      pace: z.enum(paceNames),
    }),
  ),
  uncut: z.array(z.strictObject({ edge: edgeName, fromMm: z.number(), toMm: z.number(), why: z.string() })),
  picks: z.number(),
  pickPositions: z.array(z.strictObject({ edge: edgeName, atMm: z.number() })),
  passes: z.number(),
  totalS: z.number(),
  /** Null on an outline that is no rectangle. */
  startCorner: z.enum(corners).nullable(),
  start: panelPoint,
  /** How the wire goes; null where cards are used. */
  wire: wireResult.nullable(),
  warnings: z.array(z.string()),
  assumed: z.array(z.string()),
});
export type EdgePlan = z.output<typeof edgePlanResult>;
export type EdgeSegment = EdgePlan["segments"][number];

/** A thin blade opens a gap of this and no more; then plastic goes in. Common practice (2 to 3 mm), no source. */
export const ENTRY_GAP_MM = 2.5;
/** Up to this depth a pick is enough, and a card would slip in too far. Common practice beside a button's flex, no source. */
const PICK_DEPTH_MM = 2;
/** What each hand holds of a wire, mm. Assumed. */
const GRIP_MM = 120;
/** An end of the wire is walked on in about so many steps. */
const WIRE_STEPS = 6;
/** A wire that passes over less of the panel than this, %, leaves most of the work to cards. Assumed. */
const WORTH_A_WIRE_PCT = 50;

/** A stretch laid on the loop, measured from the start corner clockwise. */
interface LoopStretch extends EdgeStretch, LoopSpan {}

/** A part of a stretch in the direction in which it is opened. Loop places, mm. */
interface Piece {
  stretch: LoopStretch;
  from: number;
  to: number;
  tool: "hand" | "wire";
}

/**
 * Where the two arms meet, from the start corner clockwise. At the hinge if there is one (its middle, since none of it
 * is cut), else at the longest keep-out, else at the opposite corner.
 */
function meetingMm(laid: readonly LoopStretch[], loop: EdgeLoop): number {
  // What goes past a rim's top centre is one.
  const whole = laid.reduce<(LoopSpan & Pick<LoopStretch, "uncutBy">)[]>((joined, stretch) => {
    const last = joined.at(-1);
    if (last && last.uncutBy === stretch.uncutBy && stretch.loopFromMm - last.loopToMm <= LEAST_LENGTH_MM)
      last.loopToMm = stretch.loopToMm;
    else joined.push({ ...stretch });
    return joined;
  }, []);
  const longest = (by: LoopStretch["uncutBy"]) =>
    whole
      .filter(({ uncutBy }) => uncutBy === by)
      .sort((a, b) => b.loopToMm - b.loopFromMm - (a.loopToMm - a.loopFromMm))[0];
  const end = longest("hinge") ?? longest("keep-out");
  return end ? (end.loopFromMm + end.loopToMm) / 2 : loop.oppositeMm;
}

/** What is to be opened between two places of the loop, in the direction from the first to the second. */
function piecesOf(laid: readonly LoopStretch[], fromMm: number, toMm: number, tool: Piece["tool"]): Piece[] {
  const [low, high] = [Math.min(fromMm, toMm), Math.max(fromMm, toMm)];
  const pieces = laid
    .filter((stretch) => stretch.uncutBecause === null)
    .map((stretch) => ({
      stretch,
      low: Math.max(low, stretch.loopFromMm),
      high: Math.min(high, stretch.loopToMm),
    }))
    .filter((piece) => piece.high - piece.low > LEAST_LENGTH_MM);
  return fromMm < toMm
    ? pieces.map((p) => ({ stretch: p.stretch, from: p.low, to: p.high, tool }))
    : pieces.reverse().map((p) => ({ stretch: p.stretch, from: p.high, to: p.low, tool }));
}

/** What a wire must not come over: deeper than a blade may go, everything that is delicate is in its way. */
const barsOf = ({ features, maxDepthMm }: EdgePlanInput): WireBar[] =>
  features
    .filter(({ kind }) => kind !== "no-bond")
    .map(({ edge, fromMm, toMm, kind, label }) => ({
      edge,
      fromMm,
      toMm,
      depthMm: maxDepthMm,
      why: t("on-the-edge", { kind: kind.replace("-", " "), edge, label }),
    }));

/**
 * Where to start, which way to go, with what, how deep, where not at all, and how many returns to the heat it takes.
 *
 * Two arms leave the start corner and meet at the hinge, so that the hinge's two neighbours end there. A window is filled
 * before the next pass begins; no stretch asks for more than one. Lengths in mm along the straight outline (a
 * rounded corner is a little shorter, so times are on the safe side), times in s.
 * Where the glass is broken (`damage`): no start at a corner near it while there is a whole one, and a note on every
 * stretch along which the blade meets it. Where the glue is thick (`paces`) the hand is slower.
 * With a wire (`school`) both arms are opened at once, an end of the wire going on along each by turns; what it may not come
 * over, and what lies behind that, is left to cards.
 * A keep-out is taken to reach inwards as deep as the blade may go, so the edges beside it are shortened or made shallow
 * at that corner. On an outline of any other shape places lie along its rim, in mm clockwise from the top centre; it is opened at a
 * corner of the rim, or anywhere where it has none. Source: common practice, no source.
 */
export function calculateEdgePlan(input: EdgePlanInput): EdgePlan {
  const { outline: panel, features, maxDepthMm, damage = [], paces = [], school = "cards" } = input;
  const { start, place: startPlace } = chooseStart(panel, features, damage);
  const startCorner = typeof start === "number" ? null : start;
  const loop = new EdgeLoop(panel, start);
  const cares = cornerCares(panel, features, maxDepthMm);
  const cutAtMm = typeof start === "number" ? start : null;
  const laid = panelEdges(panel)
    .flatMap((edge) => stretchesOf(panel, edge, { features, cares, paces, maxDepthMm, cutAtMm }))
    .map((stretch): LoopStretch => ({ ...stretch, ...loop.span(stretch) }))
    .sort((a, b) => a.loopFromMm - b.loopFromMm);
  const meeting = meetingMm(laid, loop);
  const { perimeterMm } = loop;

  const path =
    school === "wire"
      ? wirePath(
          loop,
          { clockwiseMm: meeting, counterMm: perimeterMm - meeting },
          barsOf(input).map((bar) => layBar(panel, bar)),
          Math.max(input.parkEveryMm, Math.max(meeting, perimeterMm - meeting) / WIRE_STEPS),
        )
      : null;
  const pieces = [
    ...(path?.moves ?? []).flatMap(({ arm, fromMm, toMm }) =>
      arm === "clockwise"
        ? piecesOf(laid, fromMm, toMm, "wire")
        : piecesOf(laid, perimeterMm - fromMm, perimeterMm - toMm, "wire"),
    ),
    ...piecesOf(laid, path?.clockwiseMm ?? 0, meeting, "hand"),
    ...piecesOf(laid, perimeterMm - (path?.counterMm ?? 0), meeting, "hand"),
  ];

  const segments: EdgeSegment[] = [];
  const fronts: NonNullable<EdgePlan["wire"]>["fronts"] = [];
  const wireEnds = { clockwise: 0, counter: perimeterMm };
  let pass = 1;
  let leftS = input.windowS;
  /** Places of the loop from which the next stretch goes on without a new entry; its two ends are one corner. */
  const opened: number[] = [];
  const isOpened = (place: number) =>
    opened.some((known) => {
      const apart = Math.abs(known - place);
      return Math.min(apart, perimeterMm - apart) <= LEAST_LENGTH_MM;
    });
  for (const { stretch, from, to, tool } of pieces) {
    const direction = Math.sign(to - from);
    const speedMmS = input.speedMmS * cutPaces[stretch.pace].share;
    const edgeMm = (loopMm: number) => loop.onStretch(stretch, loopMm);
    let at = from;
    while (Math.abs(to - at) > LEAST_LENGTH_MM) {
      const restMm = Math.abs(to - at);
      const leftMm = leftS * speedMmS;
      // A sliver at the end of a window is not worth a grip: rather begin the next window with the whole stretch.
      if (leftMm < restMm && leftMm < Math.min(input.parkEveryMm, input.windowS * speedMmS)) {
        pass += 1;
        leftS = input.windowS;
      }
      const takenMm = Math.min(restMm, leftS * speedMmS);
      const next = restMm - takenMm <= LEAST_LENGTH_MM ? to : at + direction * takenMm;
      const ends = [edgeMm(at), edgeMm(next)];
      const part = { edge: stretch.edge, fromMm: Math.min(...ends), toMm: Math.max(...ends) };
      const met = new Set(damage.filter((d) => meetsBlade(panel, part, d)).map((d) => d.kind));
      const isFresh = segments.length === 0 || (tool === "hand" && !isOpened(at));
      segments.push({
        order: segments.length + 1,
        edge: stretch.edge,
        fromMm: edgeMm(at),
        toMm: edgeMm(next),
        maxDepthMm: stretch.depthMm,
        timeS: takenMm / speedMmS,
        pass,
        tool:
          tool === "wire"
            ? "wire"
            : stretch.depthMm <= PICK_DEPTH_MM
              ? "pick"
              : isFresh && met.size === 0
                ? "blade, then card"
                : "card",
        pace: stretch.pace,
        note: [
          ...(segments.length > 0
            ? []
            : [startCorner ? t("open-the-corner-here", { startCorner }) : t("open-the-rim-here")]),
          ...(segments.length > 0 && isFresh ? [t("new-entry")] : []),
          ...stretch.notes,
          ...(cutPaces[stretch.pace].note ? [cutPaces[stretch.pace].note] : []),
          ...[...met].map((kind) =>
            kind === "crack"
              ? "a crack meets the edge: card only, hold both sides down"
              : "glass is missing here: card from the side, twist loose shards out",
          ),
        ].join("; "),
      });
      opened.push(at, next);
      if (tool === "wire") {
        wireEnds[direction > 0 ? "clockwise" : "counter"] = next;
        const [from, to] = [loop.point(wireEnds.clockwise), loop.point(wireEnds.counter)];
        fronts.push({
          order: segments.length,
          from,
          to,
          lengthMm: Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm),
        });
      }
      leftS -= takenMm / speedMmS;
      at = next;
    }
  }

  const uncut = laid
    .filter((stretch) => stretch.uncutBecause !== null)
    .map(({ edge, fromMm, toMm, uncutBecause }) => ({ edge, fromMm, toMm, why: uncutBecause! }))
    .sort((a, b) => edgePlaces.indexOf(a.edge) - edgePlaces.indexOf(b.edge) || a.fromMm - b.fromMm);

  const pickPositions = segments.flatMap(({ edge, fromMm, toMm }) => {
    const count = Math.max(1, Math.ceil(Math.abs(toMm - fromMm) / input.parkEveryMm - 1e-9));
    return Array.from({ length: count }, (_, i) => ({
      edge,
      atMm: fromMm + ((toMm - fromMm) * (i + 0.5)) / count,
    }));
  });

  const hingeEdges = [...new Set(features.filter((f) => f.kind === "hinge").map((f) => sideOf(panel, f)))];
  const assumesDepth = features.some((f) => f.kind === "shallow" && f.maxDepthMm === undefined);
  const usedPaces = [...new Set(segments.map(({ pace }) => pace))].filter((pace) => pace !== "thin");
  const { wireUm, glueUm } = input;
  return {
    segments,
    uncut,
    picks: pickPositions.length,
    pickPositions,
    passes: segments.length === 0 ? 0 : pass,
    totalS: segments.reduce((sum, segment) => sum + segment.timeS, 0),
    startCorner,
    start: startPlace,
    wire: path && {
      entryGapMm: ENTRY_GAP_MM,
      longestFrontMm: path.longestMm,
      lengthMm: path.longestMm + 2 * GRIP_MM,
      fronts,
      sweptPct: path.sweptPct,
      stopsBefore: path.stopsBefore,
    },
    warnings: [
      ...(hingeEdges.length > 1
        ? [t("flexes-on-the-glass-cannot-open-about", { hingeEdges: hingeEdges.join(" and ") })]
        : []),
      ...(hingeEdges.length === 0 ? [t("no-hinge-edge-is-named-find-where")] : []),
      ...(isBrokenAt(startPlace, damage) ? [t("every-corner-has-broken-glass-near-it")] : []),
      ...(segments.length === 0 ? [t("nothing-may-be-cut-every-stretch-is")] : []),
      ...cares.map((care) => t("keep-out-round-the-corner-of-the", { edge: care.edge, label: care.label })),
      ...(path && wireUm !== undefined && glueUm !== undefined && wireUm > glueUm
        ? [t("the-wire-of-m-is-thicker-than", { wireUm, glueUm })]
        : []),
      ...(path && path.sweptPct < WORTH_A_WIRE_PCT
        ? [t("the-wire-passes-over-of-the-panel", { sweptPct: Math.round(path.sweptPct) })]
        : []),
      ...(path && damage.length > 0 ? [t("broken-glass-under-a-wire-comes-loose")] : []),
    ],
    assumed: [
      ...(assumesDepth ? [t("shallow-stretches-without-a-depth-mm", { SHALLOW_DEPTH_MM })] : []),
      ...(damage.length > 0
        ? [t("no-start-within-mm-of-broken-glass", { CRACK_FREE_MM, MET_BY_BLADE_MM })]
        : []),
      ...(cares.length > 0 ? [t("keep-outs-reach-mm-inwards", { maxDepthMm })] : []),
      ...usedPaces.map((pace) => t("of-the-speed-in-thin-glue", { pace, share: 100 * cutPaces[pace].share })),
      ...(path ? [t("mm-of-wire-in-each-hand-the", { GRIP_MM, maxDepthMm })] : []),
    ],
  };
}

export const edgePlan = defineCalculation({
  name: "edge-plan",
  purpose:
    "Where to start the lift, which way to cut, with what, how deep, where not, and in how many windows.",
  input: edgePlanInput,
  result: edgePlanResult,
  calculate: calculateEdgePlan,
});
