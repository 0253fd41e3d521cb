import { tapePractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { windowBox } from "../stack/window-box.ts";
import { without, type Span } from "../stack/spans.ts";
import {
  closedSpans,
  edgeLengthMm,
  edges,
  hingeSide,
  oppositeEdge,
  rimOfPanel,
  spansOf,
  type Edge,
  type EdgePlace,
  type Outline,
} from "../stack/panel-geometry.ts";
import type { Rim } from "../stack/rim.ts";

export interface TapePlan {
  /** Widest tape that stays on the frame, clear of the picture; null where the border has no room. */
  widestMm: number | null;
  /**
   * Strips in the order in which they are laid, from the left or from the top; those that butt against others are shorter, and none
   * lies over a window, a stretch without glue or where a flex comes out. Along a rim they follow it.
   */
  strips: { edge: EdgePlace; fromMm: number; toMm: number; lengthMm: number }[];
  lengthMm: number;
  /** Liners in the order in which they come off; the last stays covered until the glass lies. */
  liners: Edge[];
  /** What a hand presses with over the whole tape, N, for a tape of the widest kind. */
  pressN: number | null;
  dwellS: number;
}

type Box = ReturnType<typeof windowBox>;

/** Where a window reaches into the band of tape along an edge; nothing where it does not. */
function windowAlong({ widthMm, heightMm }: Outline, edge: Edge, box: Box, bandMm: number): Span[] {
  const { xMm, yMm } = box;
  const isIn = {
    top: yMm < bandMm,
    bottom: yMm + box.heightMm > heightMm - bandMm,
    left: xMm < bandMm,
    right: xMm + box.widthMm > widthMm - bandMm,
  }[edge];
  if (!isIn) return [];
  return [edge === "top" || edge === "bottom" ? [xMm, xMm + box.widthMm] : [yMm, yMm + box.heightMm]];
}

/** The same along a rim: as if the window were as wide every way as from corner to corner. */
function windowAlongRim(panel: Outline, rim: Rim, box: Box, bandMm: number): Span[] {
  const { atMm, inMm } = rim.nearest({ xMm: box.xMm + box.widthMm / 2, yMm: box.yMm + box.heightMm / 2 });
  const reachMm = Math.hypot(box.widthMm, box.heightMm) / 2;
  if (inMm - reachMm >= bandMm) return [];
  const [fromMm, toMm] = [rim.wrapped(atMm - reachMm), rim.wrapped(atMm + reachMm)];
  return spansOf(panel, { edge: "rim", fromMm, toMm });
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
  const rim = rimOfPanel(outline);
  const order: readonly EdgePlace[] = rim
    ? ["rim"]
    : [...long, ...edges.filter((edge) => !long.includes(edge))];
  const strips = order.flatMap((edge) => {
    const inset = edge === "rim" ? 0 : (long.includes(edge) ? 2 * clearMm.value : takenMm) / 2;
    const whole: Span = [inset, edgeLengthMm(outline, edge) - inset];
    const kept = [
      ...closedSpans({ outline, features }, edge),
      ...windows
        .map(windowBox)
        .flatMap((box) =>
          edge === "rim"
            ? windowAlongRim(outline, rim!, box, bandMm)
            : windowAlong(outline, edge, box, bandMm),
        )
        .map(([from, to]): Span => [from - clearMm.value, to + clearMm.value]),
    ];
    const found = without(whole, kept).map(([fromMm, toMm]) => ({
      edge,
      fromMm,
      toMm,
      lengthMm: toMm - fromMm,
    }));
    const [first, last] = [found[0], found.at(-1)];
    // A strip that goes on past a rim's top centre is one.
    if (edge !== "rim" || !first || !last || first === last || first.fromMm > 0 || last.toMm < whole[1])
      return found;
    const joined = { ...last, toMm: first.toMm, lengthMm: last.lengthMm + first.lengthMm };
    return [...found.slice(1, -1), joined];
  });
  const lengthMm = strips.reduce((sum, strip) => sum + strip.lengthMm, 0);
  const hinge = hingeSide({ outline, features }) ?? "bottom";
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
