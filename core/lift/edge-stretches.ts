import type { EdgeFeature } from "../stack/outline.ts";
import {
  edgeLengthMm,
  pointOnEdge,
  rimOfPanel,
  spansOf,
  type EdgePlace,
  type Outline,
} from "../stack/panel-geometry.ts";
import type { PanelPoint } from "../stack/panel-point.ts";
import { rayHitMm, toStretchMm } from "../stack/ring.ts";
import { paceAt, type PaceName, type PacedStretch } from "./cut-pace.ts";
import { cornerPoint, corners, type LoopStart } from "./edge-loop.ts";
import { nearestDamageMm, type GlassDamage } from "./glass-damage.ts";
import { t } from "../../words/lift.ts";

/** Where a shallow stretch names no depth. Common practice beside a button's flex, no source. */
export const SHALLOW_DEPTH_MM = 2;
/** A corner with a crack or a hole nearer than this is no place to pry: the glass gives there first. Assumed. */
export const CRACK_FREE_MM = 25;
/** A blade is not told to go in less than this, mm. */
const LEAST_DEPTH_MM = 0.1;
export const LEAST_LENGTH_MM = 1e-6;

/** A stretch of an edge as a line on the panel, in two parts where it goes past a rim's top centre. */
const linesOf = (panel: Outline, feature: EdgeFeature): PanelPoint[][] =>
  spansOf(panel, feature).map(([fromMm, toMm]) => [
    pointOnEdge(panel, feature.edge, fromMm),
    ...(rimOfPanel(panel)?.pointsBetween(fromMm, toMm) ?? []),
    pointOnEdge(panel, feature.edge, toMm),
  ]);

/** How far a place is from lines, mm. */
const distanceMm = ({ xMm, yMm }: PanelPoint, lines: readonly PanelPoint[][]): number =>
  Math.min(...lines.flatMap((line) => line.slice(1).map((to, i) => toStretchMm(xMm, yMm, line[i]!, to))));

export const isBrokenAt = (place: PanelPoint, damage: readonly GlassDamage[]): boolean =>
  nearestDamageMm(place, damage) < CRACK_FREE_MM;

/** A turn of more than this is a corner that a blade gets in at, degrees. Assumed. */
const CORNER_DEG = 30;
/** On a rim without corners places so far apart are looked at, mm. */
const LOOKED_AT_MM = 1;

/** Where a cut may begin: the corners of a rectangle or of a rim; anywhere on a rim that has none. */
export function startPlaces(panel: Outline): { start: LoopStart; place: PanelPoint }[] {
  const rim = rimOfPanel(panel);
  if (!rim) return corners.map((corner) => ({ start: corner, place: cornerPoint(panel, corner) }));
  const sharp = rim.corners.filter(({ turnDeg }) => turnDeg > CORNER_DEG).map(({ atMm }) => atMm);
  const count = Math.max(4, Math.ceil(rim.lengthMm / LOOKED_AT_MM));
  const places =
    sharp.length > 0 ? sharp : Array.from({ length: count }, (_, i) => (rim.lengthMm * i) / count);
  return places.map((start) => ({ start, place: pointOnEdge(panel, "rim", start) }));
}

/**
 * The place to begin whose nearest delicate stretch is farthest; where two tie, the one whose second nearest is. Places with whole glass
 * come before broken ones.
 */
export function chooseStart(
  panel: Outline,
  features: readonly EdgeFeature[],
  damage: readonly GlassDamage[],
): { start: LoopStart; place: PanelPoint } {
  const delicate = features
    .filter((feature) => feature.kind !== "no-bond")
    .map((feature) => linesOf(panel, feature));
  const ranked = startPlaces(panel)
    .map(({ start, place }, i) => ({
      start,
      place,
      i,
      broken: Number(isBrokenAt(place, damage)),
      distances: delicate.map((lines) => distanceMm(place, lines)).sort((a, b) => a - b),
    }))
    .sort((a, b) => {
      if (a.broken !== b.broken) return a.broken - b.broken;
      const differing = a.distances.findIndex((d, i) => Math.abs(d - b.distances[i]!) > 1e-9);
      return differing < 0 ? a.i - b.i : b.distances[differing]! - a.distances[differing]!;
    });
  return ranked[0]!;
}

/** A part of an edge that is alike all along: whether it is cut, how deep and how fast. */
export interface EdgeStretch {
  edge: EdgePlace;
  /** Ascending along the edge. */
  fromMm: number;
  toMm: number;
  /** What keeps it from being cut, and that in words; null where it is cut. */
  uncutBy: "hinge" | "keep-out" | "no-bond" | "corner" | null;
  uncutBecause: string | null;
  depthMm: number;
  pace: PaceName;
  notes: string[];
}

/** What a neighbouring edge's keep-out does to the last millimetres of this edge: the blade reaches round the corner. */
export interface CornerCare {
  edge: EdgePlace;
  fromMm: number;
  toMm: number;
  depthMm: number;
  label: string;
}

/** Ways in so near to each other along a rim are one stretch, mm. */
const NEXT_RAY_MM = 2;

/** Along a rim: wherever a blade that goes straight in meets what a keep-out takes of the panel. */
function rimCares(panel: Outline, features: readonly EdgeFeature[], maxDepthMm: number): CornerCare[] {
  const rim = rimOfPanel(panel)!;
  return features
    .filter((feature) => feature.kind === "keep-out")
    .flatMap((feature) => {
      const spans = spansOf(panel, feature);
      const taken = spans.map(([from, to]) => rim.band(from, to, 0, maxDepthMm));
      const cares: CornerCare[] = [];
      for (const ray of rim.rays) {
        const { atMm } = ray;
        if (spans.some(([from, to]) => atMm > from - LEAST_DEPTH_MM && atMm < to + LEAST_DEPTH_MM)) continue;
        const depthMm = Math.min(...taken.map((area) => rayHitMm(ray, ray.inX, ray.inY, area)));
        if (depthMm >= maxDepthMm) continue;
        const last = cares.at(-1);
        if (last && atMm - last.toMm <= NEXT_RAY_MM)
          Object.assign(last, { toMm: atMm, depthMm: Math.min(last.depthMm, depthMm) });
        else cares.push({ edge: "rim", fromMm: atMm, toMm: atMm, depthMm, label: feature.label });
      }
      return cares;
    });
}

export function cornerCares(
  panel: Outline,
  features: readonly EdgeFeature[],
  maxDepthMm: number,
): CornerCare[] {
  if (panel.pathMm) return rimCares(panel, features, maxDepthMm);
  return features
    .filter((feature) => feature.kind === "keep-out")
    .flatMap((feature) => {
      const horizontal = feature.edge === "top" || feature.edge === "bottom";
      const ownLength = edgeLengthMm(panel, feature.edge);
      const neighbours: { edge: EdgePlace; gapMm: number }[] = horizontal
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

/** Divides one edge where anything begins or ends, and says for each part whether, how deep and how fast it may be cut. */
export function stretchesOf(
  panel: Outline,
  edge: EdgePlace,
  {
    features,
    cares,
    paces,
    maxDepthMm,
    cutAtMm,
  }: {
    features: readonly EdgeFeature[];
    cares: readonly CornerCare[];
    paces: readonly PacedStretch[];
    maxDepthMm: number;
    /** A place that no stretch goes past: where the way round a rim begins. */
    cutAtMm: number | null;
  },
): EdgeStretch[] {
  const own = features
    .filter((feature) => feature.edge === edge)
    .flatMap((feature) => spansOf(panel, feature).map(([fromMm, toMm]) => ({ ...feature, fromMm, toMm })));
  const ownCares = cares.filter((care) => care.edge === edge);
  const ownPaces = paces
    .filter((paced) => paced.edge === edge)
    .flatMap((paced) => spansOf(panel, paced).map(([fromMm, toMm]) => ({ ...paced, fromMm, toMm })));
  const cuts = [
    0,
    edgeLengthMm(panel, edge),
    ...(cutAtMm === null ? [] : [cutAtMm]),
    ...[...own, ...ownCares, ...ownPaces].flatMap((f) => [f.fromMm, f.toMm]),
  ];
  const marks = [...new Set(cuts)].sort((a, b) => a - b);
  const parts = marks.slice(1).map((toMm, i): EdgeStretch => {
    const fromMm = marks[i]!;
    const middle = (fromMm + toMm) / 2;
    const here = own.filter((f) => f.fromMm <= middle && middle <= f.toMm);
    const care = ownCares.filter((c) => c.fromMm <= middle && middle <= c.toMm);
    const find = (kind: EdgeFeature["kind"]) => here.find((f) => f.kind === kind);
    const stretch: EdgeStretch = {
      edge,
      fromMm,
      toMm,
      uncutBy: null,
      uncutBecause: null,
      depthMm: maxDepthMm,
      pace: "thin",
      notes: [],
    };
    const keepOut = find("keep-out");
    const hinge = find("hinge");
    const noBond = find("no-bond");
    const blocked = care.find((c) => c.depthMm < LEAST_DEPTH_MM);
    const uncut = (uncutBy: EdgeStretch["uncutBy"], uncutBecause: string) =>
      Object.assign(stretch, { uncutBy, uncutBecause });
    if (hinge) uncut("hinge", t("hinge-the-glass-opens-about-it", { label: hinge.label }));
    else if (keepOut) uncut("keep-out", t("keep-out-2", { label: keepOut.label }));
    else if (noBond) uncut("no-bond", t("no-glue-here", { label: noBond.label }));
    else if (blocked) uncut("corner", t("keep-out-round-the-corner", { label: blocked.label }));
    else {
      stretch.pace = paceAt(panel, ownPaces, edge, middle);
      for (const shallow of here.filter((f) => f.kind === "shallow")) {
        stretch.depthMm = Math.min(stretch.depthMm, shallow.maxDepthMm ?? SHALLOW_DEPTH_MM);
        stretch.notes.push(t("stay-shallow", { label: shallow.label }));
      }
      for (const c of care) {
        stretch.depthMm = Math.min(stretch.depthMm, c.depthMm);
        stretch.notes.push(t("shallow-at-the-corner-lies-round-it", { label: c.label }));
      }
    }
    return stretch;
  });
  return parts
    .filter((part) => part.toMm - part.fromMm > LEAST_LENGTH_MM)
    .reduce<EdgeStretch[]>((merged, part) => {
      const last = merged.at(-1);
      const alike =
        last &&
        last.toMm !== cutAtMm &&
        last.uncutBecause === part.uncutBecause &&
        last.depthMm === part.depthMm &&
        last.pace === part.pace &&
        last.notes.join() === part.notes.join();
      if (alike) last.toMm = part.toMm;
      else merged.push({ ...part });
      return merged;
    }, []);
}
