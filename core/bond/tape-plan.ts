import { tapePractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { windowBox } from "../stack/window-box.ts";
import { without, type Span } from "../stack/spans.ts";
import { edgeLengthMm, edges, oppositeEdge, type Edge, type Outline } from "../stack/outline.ts";

export interface TapePlan {
  /** Widest tape that stays on the frame, clear of the picture; null where the border has no room. */
  widestMm: number | null;
  /**
   * Strips in the order in which they are laid, from the left or from the top; those that butt against others are shorter, and none
   * lies over a window, a stretch without glue or where a flex comes out.
   */
  strips: { edge: Edge; fromMm: number; toMm: number; lengthMm: number }[];
  lengthMm: number;
  /** Liners in the order in which they come off; the last stays covered until the glass lies. */
  liners: Edge[];
  /** What a hand presses with over the whole tape, N, for a tape of the widest kind. */
  pressN: number | null;
  dwellS: number;
}

/** Where a window reaches into the band of tape along an edge; null where it does not. */
function windowAlong(
  { widthMm, heightMm }: Outline,
  edge: Edge,
  box: ReturnType<typeof windowBox>,
  bandMm: number,
): Span | null {
  const { xMm, yMm } = box;
  const isIn = {
    top: yMm < bandMm,
    bottom: yMm + box.heightMm > heightMm - bandMm,
    left: xMm < bandMm,
    right: xMm + box.widthMm > widthMm - bandMm,
  }[edge];
  if (!isIn) return null;
  return edge === "top" || edge === "bottom" ? [xMm, xMm + box.widthMm] : [yMm, yMm + box.heightMm];
}

/** Tapes that are sold, mm wide. Common practice, no source. */
export const tapeWidthsMm = [1, 1.5, 2, 3, 4, 5, 6, 8, 10] as const;

/**
 * A perimeter tape on a family's frame: how wide it may be, how long its strips are and which liner comes off when. Long strips run from
 * end to end, short ones butt between them with a gap at each corner; the edge with the flexes keeps its liner until last, because
 * the glass closes from it. Windows, stretches without glue and the exit of a flex stay free. Common practice, no source.
 */
export function tapePlan({
  outline,
  borderMm,
  features,
  windows,
}: Pick<Family, "outline" | "borderMm" | "features" | "windows">): TapePlan {
  const { clearMm, cornerGapMm, pressureKpa, dwellS } = tapePractice;
  const roomMm = borderMm - 2 * clearMm.value;
  const widestMm = tapeWidthsMm.filter((mm) => mm <= roomMm).at(-1) ?? null;
  const isWide = outline.widthMm >= outline.heightMm;
  const long: readonly Edge[] = isWide ? ["top", "bottom"] : ["left", "right"];
  const takenMm = 2 * (clearMm.value + (widestMm ?? 0) + cornerGapMm.value);
  const bandMm = clearMm.value + (widestMm ?? 0);
  const strips = [...long, ...edges.filter((edge) => !long.includes(edge))].flatMap((edge) => {
    const inset = (long.includes(edge) ? 2 * clearMm.value : takenMm) / 2;
    const whole: Span = [inset, edgeLengthMm(outline, edge) - inset];
    const kept = [
      ...features.flatMap(({ edge: on, kind, fromMm, toMm }): Span[] =>
        on === edge && kind !== "shallow" ? [[fromMm, toMm]] : [],
      ),
      ...windows.flatMap((window): Span[] => {
        const span = windowAlong(outline, edge, windowBox(window), bandMm);
        return span ? [[span[0] - clearMm.value, span[1] + clearMm.value]] : [];
      }),
    ];
    return without(whole, kept).map(([fromMm, toMm]) => ({ edge, fromMm, toMm, lengthMm: toMm - fromMm }));
  });
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
