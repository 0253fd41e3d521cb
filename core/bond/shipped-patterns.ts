import { nearestOnPanel, type Outline } from "../stack/panel-geometry.ts";
import type { NamedPattern, PatternPiece } from "./pattern.ts";

/**
 * Patterns that benches lay (common practice, no source), in proportion to the panel: along and across its longer side from 0 to 1. The
 * volumes are shares.
 */
const shapes: Record<string, { at: readonly (readonly [number, number])[]; share: number }[]> = {
  "One dot": [{ at: [[0.5, 0.5]], share: 1 }],
  "Five dots": [
    { at: [[0.5, 0.5]], share: 2 },
    { at: [[0.2, 0.25]], share: 1 },
    { at: [[0.8, 0.25]], share: 1 },
    { at: [[0.2, 0.75]], share: 1 },
    { at: [[0.8, 0.75]], share: 1 },
  ],
  "One bead": [
    {
      at: [
        [0.22, 0.5],
        [0.78, 0.5],
      ],
      share: 1,
    },
  ],
  Branch: [
    {
      at: [
        [0.27, 0.5],
        [0.73, 0.5],
      ],
      share: 6,
    },
    {
      at: [
        [0.27, 0.5],
        [0.13, 0.22],
      ],
      share: 1,
    },
    {
      at: [
        [0.27, 0.5],
        [0.13, 0.78],
      ],
      share: 1,
    },
    {
      at: [
        [0.73, 0.5],
        [0.87, 0.22],
      ],
      share: 1,
    },
    {
      at: [
        [0.73, 0.5],
        [0.87, 0.78],
      ],
      share: 1,
    },
  ],
  "Bead and ends": [
    {
      at: [
        [0.25, 0.5],
        [0.75, 0.5],
      ],
      share: 4,
    },
    {
      at: [
        [0.1, 0.3],
        [0.1, 0.7],
      ],
      share: 1,
    },
    {
      at: [
        [0.9, 0.3],
        [0.9, 0.7],
      ],
      share: 1,
    },
  ],
};

/** The shipped patterns on a panel, with this much laid in all. */
export function shippedPatterns(panel: Outline, volumeUl: number): NamedPattern[] {
  const { widthMm, heightMm } = panel;
  const isWide = widthMm >= heightMm;
  const place = ([along, across]: readonly [number, number]) =>
    nearestOnPanel(panel, {
      xMm: widthMm * (isWide ? along : across),
      yMm: heightMm * (isWide ? across : along),
    });
  return Object.entries(shapes).map(([name, pieces]) => {
    const all = pieces.reduce((sum, { share }) => sum + share, 0);
    return {
      name,
      pieces: pieces.map(({ at, share }): PatternPiece => {
        const volume = (volumeUl * share) / all;
        return at.length === 1
          ? { kind: "dot", ...place(at[0]!), volumeUl: volume }
          : { kind: "bead", pathMm: at.map(place), volumeUl: volume };
      }),
    };
  });
}
