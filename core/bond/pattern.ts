import { z } from "zod";
import { isOnPanel, type Outline } from "../stack/panel-geometry.ts";
import { bounded, words } from "../units.ts";
import { t } from "../../words/bond.ts";

const place = z.strictObject({ xMm: bounded(0, 5_000), yMm: bounded(0, 5_000) });

/** What is laid: a dot, or a bead along a path, in mm from the left and from the top, seen from the viewer's side. */
export const patternPiece = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      kind: z.literal("dot"),
      xMm: bounded(0, 5_000),
      yMm: bounded(0, 5_000),
      volumeUl: bounded(0.01, 1_000_000),
    }),
    z.strictObject({
      kind: z.literal("bead"),
      pathMm: z.array(place).min(2).max(200),
      volumeUl: bounded(0.01, 1_000_000),
    }),
  ],
  { error: () => t("kind-must-be-dot-or-bead") },
);
export type PatternPiece = z.output<typeof patternPiece>;
export type Pattern = readonly PatternPiece[];

export const pattern = () => z.array(patternPiece).min(1).max(200);

/** A pattern with a name, as a family keeps it. The volumes are shares of whatever is laid in all. */
export const namedPattern = z.strictObject({ name: words(60), pieces: pattern() });
export type NamedPattern = z.output<typeof namedPattern>;

export const volumeUlOf = (pieces: Pattern): number =>
  pieces.reduce((sum, { volumeUl }) => sum + volumeUl, 0);

/** The same pattern with this much in all, µl. */
export function scaledTo(pieces: Pattern, volumeUl: number): PatternPiece[] {
  const share = volumeUl / volumeUlOf(pieces);
  return pieces.map((piece) => ({ ...piece, volumeUl: piece.volumeUl * share }));
}

/** Length of a bead's path, mm. */
export const pathLengthMm = (pathMm: readonly { xMm: number; yMm: number }[]): number =>
  pathMm
    .slice(1)
    .reduce((sum, to, i) => sum + Math.hypot(to.xMm - pathMm[i]!.xMm, to.yMm - pathMm[i]!.yMm), 0);

/** The first place of a pattern that does not lie on the panel, and where in the pattern it stands; null where all do. */
export function placeOffPanel(
  panel: Outline,
  pieces: Pattern,
): { xMm: number; yMm: number; at: (string | number)[]; path: string } | null {
  for (const [i, piece] of pieces.entries()) {
    const places = piece.kind === "dot" ? [piece] : piece.pathMm;
    const n = places.findIndex(({ xMm, yMm }) => !isOnPanel(panel, xMm, yMm));
    if (n < 0) continue;
    const { xMm, yMm } = places[n]!;
    return piece.kind === "dot"
      ? { xMm, yMm, at: [i], path: `pieces[${i}]` }
      : { xMm, yMm, at: [i, "pathMm", n], path: `pieces[${i}].pathMm[${n}]` };
  }
  return null;
}
