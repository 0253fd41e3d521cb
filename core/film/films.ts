import { z } from "zod";
import { usual } from "../usual.ts";
import type { Family } from "../stack/family.ts";
import { insetPathMm } from "../stack/inset.ts";
import { panelPoint, type PanelPoint } from "../stack/panel-point.ts";
import { boxOf, toThousandth } from "../stack/ring.ts";
import { bounded, sideMm, words, oneOf } from "../units.ts";

/** The film on the viewer's side of the cell, and the one behind it. */
export const filmSides = ["front", "rear"] as const;
export type FilmSide = (typeof filmSides)[number];

export const filmSide = () => oneOf(filmSides);
/** An axis seen from the viewer's side, from the panel's width counter-clockwise: 180 is 0 again. */
export const axisDeg = () => bounded(0, 180);

export const filmKinds = ["clear", "with hard coat", "with reflector"] as const;
export type FilmKind = (typeof filmKinds)[number];

/** A sheet or remnant on the shelf. Its axis from its width, counter-clockwise, as it lies with the adhesive down. */
export const filmSheet = z.strictObject({
  label: words(40),
  kind: oneOf(filmKinds),
  widthMm: sideMm(),
  heightMm: sideMm(),
  axisDeg: axisDeg(),
  lot: words(60),
  /** What is left of a sheet: it is used up before a whole one is begun. */
  isRemnant: usual(z.boolean(), false, "a whole sheet, not what is left of one"),
});
export type FilmSheet = z.output<typeof filmSheet>;

/** How a sheet lies on the bench while its axis is read. */
export const adhesiveSides = ["down", "up"] as const;
export type AdhesiveSide = (typeof adhesiveSides)[number];

/** The axis that a sheet has with its adhesive down, from the one that was read: turned over, an angle is mirrored. */
export const axisAdhesiveDown = (readDeg: number, adhesive: AdhesiveSide): number =>
  adhesive === "down" ? readDeg : (180 - readDeg) % 180;

/** A piece that a job needs. */
export const filmPiece = z.strictObject({
  film: filmSide(),
  widthMm: sideMm(),
  heightMm: sideMm(),
  /** Where it is no rectangle: its outline inside that box, mm from the left and from the top, seen from the viewer's side. */
  pathMm: z.array(panelPoint).min(3).max(1_000).optional(),
  axisDeg: axisDeg(),
});

/**
 * Which face is up while a sheet lies with its adhesive down: a front film's viewer's face, but the face of a rear film that looks
 * away from the viewer, because its adhesive looks towards the cell. That mirrors the angle.
 */
export const faceUp = (film: FilmSide): "towards" | "away" => (film === "front" ? "towards" : "away");

/** How far a piece reaches over what the family lets be seen, on each side, mm: the border, as far as the film goes under it. */
export const coverMm = (family: Pick<Family, "borderMm">): number => Math.max(0.5, 0.5 * family.borderMm);

/** The piece of film for a family: the panel without the half of its border that stays bare. Holes in the panel are not cut. */
export function pieceOf(family: Pick<Family, "outline" | "borderMm">): {
  widthMm: number;
  heightMm: number;
  pathMm?: PanelPoint[];
} {
  const bare = Math.max(0, family.borderMm - coverMm(family));
  const round = (mm: number) => Number(Math.max(1, mm).toFixed(1));
  const { pathMm } = family.outline;
  if (pathMm) {
    const path = insetPathMm(pathMm, bare);
    const { left, top } = boxOf(path);
    const moved = path.map(({ xMm, yMm }) => ({
      xMm: toThousandth(xMm - left),
      yMm: toThousandth(yMm - top),
    }));
    const { right, bottom } = boxOf(moved);
    return { widthMm: right, heightMm: bottom, pathMm: moved };
  }
  return {
    widthMm: round(family.outline.widthMm - 2 * bare),
    heightMm: round(family.outline.heightMm - 2 * bare),
  };
}

/** Between two cuts and from the sheet's rim, mm. Common practice: a blade has no kerf, a ruler wants room; no source. */
export const CUT_GAP_MM = 1;
export const SHEET_TRIM_MM = 3;
