import { tapePractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { edgeLengthMm, edges, oppositeEdge, type Edge } from "../stack/outline.ts";

export interface TapePlan {
  /** Widest tape that stays on the frame, clear of the picture; null where the border has no room. */
  widestMm: number | null;
  /** Strips in the order in which they are laid; those that butt against others are shorter. */
  strips: { edge: Edge; lengthMm: number }[];
  lengthMm: number;
  /** Liners in the order in which they come off; the last stays covered until the glass lies. */
  liners: Edge[];
  /** What a hand presses with over the whole tape, N, for a tape of the widest kind. */
  pressN: number | null;
  dwellS: number;
}

/** Tapes that are sold, mm wide. Common practice, no source. */
export const tapeWidthsMm = [1, 1.5, 2, 3, 4, 5, 6, 8, 10] as const;

/**
 * A perimeter tape on a family's frame: how wide it may be, how long its strips are and which liner comes off when. Long strips run from
 * end to end, short ones butt between them with a gap at each corner; the edge with the flexes keeps its liner until last, because
 * the glass closes from it. Common practice, no source.
 */
export function tapePlan({
  outline,
  borderMm,
  features,
}: Pick<Family, "outline" | "borderMm" | "features">): TapePlan {
  const { clearMm, cornerGapMm, pressureKpa, dwellS } = tapePractice;
  const roomMm = borderMm - 2 * clearMm.value;
  const widestMm = tapeWidthsMm.filter((mm) => mm <= roomMm).at(-1) ?? null;
  const isWide = outline.widthMm >= outline.heightMm;
  const long: readonly Edge[] = isWide ? ["top", "bottom"] : ["left", "right"];
  const takenMm = 2 * (clearMm.value + (widestMm ?? 0) + cornerGapMm.value);
  const strips = [...long, ...edges.filter((edge) => !long.includes(edge))].map((edge) => ({
    edge,
    lengthMm: Math.max(0, edgeLengthMm(outline, edge) - (long.includes(edge) ? 2 * clearMm.value : takenMm)),
  }));
  const lengthMm = strips.reduce((sum, strip) => sum + strip.lengthMm, 0);
  const hinge = features.find(({ kind }) => kind === "hinge")?.edge ?? "bottom";
  const liners = [
    oppositeEdge[hinge],
    ...edges.filter((edge) => edge !== hinge && edge !== oppositeEdge[hinge]),
    hinge,
  ];
  return {
    widestMm,
    strips,
    lengthMm,
    liners,
    // kPa times mm² is a thousandth of a newton.
    pressN: widestMm === null ? null : (pressureKpa.value * lengthMm * widestMm) / 1_000,
    dwellS: dwellS.value,
  };
}
