import { signedAreaMm2 } from "../stack/ring.ts";
import {
  closedSpans,
  edgeLengthMm,
  edges,
  hingeSide,
  middleMm,
  rimOfPanel,
  type EdgePlace,
} from "../stack/panel-geometry.ts";
import type { Rim } from "../stack/rim.ts";
import type { Family } from "../stack/family.ts";
import { HANDLING_S } from "./handling.ts";
import { divided, without, type Span } from "../stack/spans.ts";

/** A strip of the face that a card frees, along an edge or the rim, from the rim inward; lengths in mm. */
export interface Strip {
  edge: EdgePlace;
  fromMm: number;
  toMm: number;
  outerMm: number;
  innerMm: number;
  areaMm2: number;
  timeS: number;
  /** At the rim, beside the hinge: it comes last, and no wire goes over it. */
  isAtHinge: boolean;
}

type Face = Pick<Family, "outline" | "features">;

/** How strips are cut: how deep one goes, how fast a card runs along it, and how long one may be. */
export interface StripPace {
  stripMm: number;
  speedMmS: number;
  longestMm: number;
}

/** A window gives so much of an edge at least, mm. */
const LEAST_PIECE_MM = 10;

/** The longest stretch of an edge that a window lets a card free, mm. */
export const longestPieceMm = (windowS: number | null, speedMmS: number, handlingS = HANDLING_S): number =>
  windowS === null ? Infinity : Math.max(LEAST_PIECE_MM, (windowS - handlingS) * speedMmS);

/** A piece of a rim is no longer than this share of it: a hand turns the panel between. Assumed. */
export const RIM_SHARE = 1 / 4;
/** Smaller than this a piece is nothing to cut, mm2. */
const LEAST_MM2 = 0.5;

/** Strips of a face of any shape, ring by ring inward from the rim, clockwise from across the hinge; those beside the hinge come last. */
function rimStrips(face: Face, rim: Rim, { stripMm, speedMmS, longestMm }: StripPace): Strip[] {
  const { outline, features } = face;
  const hinge = features.find(({ kind }) => kind === "hinge");
  const hingeMm = hinge ? middleMm(outline, hinge) : rim.lengthMm / 2;
  const apartMm = (atMm: number) => {
    const apart = Math.abs(rim.wrapped(atMm) - hingeMm);
    return Math.min(apart, rim.lengthMm - apart);
  };
  const strips: Strip[] = [];
  const { deepestMm } = rim;
  // What lies behind a flex is reached from its sides: it has a ring of its own.
  const ringMm = Math.min(stripMm, deepestMm / 2);
  for (let outerMm = 0; outerMm < deepestMm - 0.01; outerMm += ringMm) {
    const innerMm = Math.min(outerMm + ringMm, deepestMm);
    const taken = outerMm === 0 ? closedSpans(face, "rim") : [];
    const ring = without([0, rim.lengthMm], taken).flatMap(([from, to]) => {
      const parts = Math.max(
        1,
        Math.ceil(Math.max((to - from) / longestMm, (to - from) / rim.lengthMm / RIM_SHARE)),
      );
      return divided([from, to], parts).map(([fromMm, toMm]): Strip => {
        const areaMm2 = Math.abs(signedAreaMm2(rim.band(fromMm, toMm, outerMm, innerMm)));
        return {
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
    const acrossMm = (strip: Strip) =>
      rim.wrapped((strip.fromMm + strip.toMm) / 2 - hingeMm - rim.lengthMm / 2);
    strips.push(
      ...ring.filter(({ areaMm2 }) => areaMm2 > LEAST_MM2).sort((a, b) => acrossMm(a) - acrossMm(b)),
    );
  }
  return strips.sort((a, b) => Number(a.isAtHinge) - Number(b.isAtHinge));
}

/** Strips of the whole face, ring by ring inward from the rim; those at the edge of the hinge come last. */
export function faceStrips(face: Face, pace: StripPace): Strip[] {
  const { outline } = face;
  const rim = rimOfPanel(outline);
  if (rim) return rimStrips(face, rim, pace);
  const { stripMm, speedMmS, longestMm } = pace;
  const halfMm = Math.min(outline.widthMm, outline.heightMm) / 2;
  const hinge = hingeSide(face);
  const order = [...edges].sort((a, b) => Number(a === hinge) - Number(b === hinge));
  const strips: Strip[] = [];
  const late: Strip[] = [];
  for (let outerMm = 0; outerMm < halfMm - 0.01; outerMm += stripMm) {
    const innerMm = Math.min(outerMm + stripMm, halfMm);
    for (const edge of order) {
      const lengthMm = edgeLengthMm(outline, edge);
      const whole: Span = [outerMm, lengthMm - outerMm];
      // A trapezoid: its two ends lie at 45 degrees.
      const widthShare = (lengthMm - (outerMm + innerMm)) / (whole[1] - whole[0]);
      if (widthShare <= 0) continue;
      const spans = outerMm === 0 ? without(whole, closedSpans(face, edge)) : [whole];
      for (const [from, to] of spans) {
        const parts = Math.max(1, Math.ceil((to - from) / longestMm));
        for (const [fromMm, toMm] of divided([from, to], parts)) {
          const strip: Strip = {
            edge,
            fromMm,
            toMm,
            outerMm,
            innerMm,
            areaMm2: (innerMm - outerMm) * (toMm - fromMm) * widthShare,
            timeS: (toMm - fromMm) / speedMmS,
            isAtHinge: outerMm === 0 && edge === hinge,
          };
          (strip.isAtHinge ? late : strips).push(strip);
        }
      }
    }
  }
  return [...strips, ...late];
}
