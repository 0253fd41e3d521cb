import { tapePractice } from "../materials/adhesives.ts";
import type { Family } from "../stack/family.ts";
import { windowBox } from "../stack/window-box.ts";
import { without, type Span } from "../stack/spans.ts";
import {
  edgeLengthMm,
  edgeOffset,
  edges,
  hingeSide,
  oppositeEdge,
  spansOf,
  type Edge,
  type EdgePlace,
  type Outline,
} from "../stack/panel-geometry.ts";

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

/** Where a window reaches into the band of tape along an edge; nothing where it does not. */
function windowAlong(
  panel: Outline,
  edge: EdgePlace,
  box: ReturnType<typeof windowBox>,
  bandMm: number,
): Span[] {
  const { xMm, yMm } = box;
  const { widthMm, heightMm } = panel;
  if (edge === "rim") {
    const middle = { xMm: xMm + box.widthMm / 2, yMm: yMm + box.heightMm / 2 };
    const { atMm, inMm } = edgeOffset(panel, edge, middle);
    const reachMm = Math.hypot(box.widthMm, box.heightMm) / 2;
    if (inMm - reachMm >= bandMm) return [];
    const lengthMm = edgeLengthMm(panel, edge);
    const on = (mm: number) => (mm + lengthMm) % lengthMm;
    return spansOf(panel, { edge, fromMm: on(atMm - reachMm), toMm: on(atMm + reachMm) });
  }
  const isIn = {
    top: yMm < bandMm,
    bottom: yMm + box.heightMm > heightMm - bandMm,
    left: xMm < bandMm,
    right: xMm + box.widthMm > widthMm - bandMm,
  }[edge];
  if (!isIn) return [];
  return [edge === "top" || edge === "bottom" ? [xMm, xMm + box.widthMm] : [yMm, yMm + box.heightMm]];
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
  const order: readonly EdgePlace[] = outline.pathMm
    ? ["rim"]
    : [...long, ...edges.filter((edge) => !long.includes(edge))];
  const strips = order.flatMap((edge) => {
    const inset = edge === "rim" ? 0 : (long.includes(edge) ? 2 * clearMm.value : takenMm) / 2;
    const whole: Span = [inset, edgeLengthMm(outline, edge) - inset];
    const kept = [
      ...features.flatMap((feature): Span[] =>
        feature.edge === edge && feature.kind !== "shallow" ? spansOf(outline, feature) : [],
      ),
      ...windows.flatMap((window) =>
        windowAlong(outline, edge, windowBox(window), bandMm).map((span): Span => [
          span[0] - clearMm.value,
          span[1] + clearMm.value,
        ]),
      ),
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
