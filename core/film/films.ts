import { z } from "zod";
import { usual } from "../usual.ts";
import { panelPoint } from "../stack/panel-point.ts";
import { bounded, sideMm, words, oneOf } from "../units.ts";

/** The film on the viewer's side of the cell, and the one behind it. */
export const filmSides = ["front", "rear"] as const;
export type FilmSide = (typeof filmSides)[number];

export const filmSide = () => oneOf(filmSides);
/** An axis seen from the viewer's side, from the panel's width counter-clockwise: 180 is 0 again. */
export const axisDeg = () => bounded(0, 180);

export const filmKinds = ["clear", "with hard coat", "with reflector"] as const;
export type FilmKind = (typeof filmKinds)[number];

/** Whether a lot's film is a polarizer, kept in sheets and remnants of its own on the shelf of film; the others join. */
export const isSheetFilm = (material: string): boolean => material.startsWith("polarizer film");

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

/** A closed line of a piece, mm from its left and from its top as the viewer sees it. */
export const filmRing = () => z.array(panelPoint).min(3).max(1_000);

/** A piece that a job needs. */
export const filmPiece = z.strictObject({
  film: filmSide(),
  widthMm: sideMm(),
  heightMm: sideMm(),
  /** Where it is no rectangle: its outline inside that box, mm from the left and from the top, seen from the viewer's side. */
  pathMm: filmRing().optional(),
  /** What is cut out of it, in the same measure. */
  holesMm: z.array(filmRing()).min(1).max(40).optional(),
  axisDeg: axisDeg(),
});

/**
 * Which face is up while a sheet lies with its adhesive down: a front film's viewer's face, but the face of a rear film that looks
 * away from the viewer, because its adhesive looks towards the cell. That mirrors the angle.
 */
export const faceUp = (film: FilmSide): "towards" | "away" => (film === "front" ? "towards" : "away");
