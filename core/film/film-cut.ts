import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { bounded, boundedWhole, sideMm, oneOf } from "../units.ts";
import { filmRing } from "./films.ts";
import { signedAreaMm2 } from "../stack/ring.ts";
import { offPanelWords } from "../stack/outline.ts";
import { boundingOf, cornersOf, cutHoles, cutLine, point, rotationFor, SAME_MM } from "./cutting.ts";
import { skewTolerance } from "./skew-tolerance.ts";
import { fillRows } from "./film-rows.ts";
import { t } from "../../words/film.ts";

const size = { widthMm: sideMm(), heightMm: sideMm() };
const MOST_PIECES = 20_000;

export const filmCutInput = z
  .strictObject({
    /** Where it is no rectangle, `pathMm` is its outline inside that box, mm from the left and from the top, as the viewer sees it. */
    piece: z.strictObject({
      ...size,
      pathMm: filmRing().optional(),
      /** What is cut out of it, in the same measure. */
      holesMm: z.array(filmRing()).min(1).max(40).optional(),
    }),
    /** Axis of the film that is wanted, from the piece's width, counter-clockwise seen from the viewer's side. */
    axisDeg: bounded(-360, 360),
    /** The sheet as it lies for cutting, its axis from its width. */
    sheet: z.strictObject({ ...size, axisDeg: bounded(-360, 360) }),
    count: boundedWhole(1, MOST_PIECES).optional(),
    gapMm: bounded(0, 100),
    trimMm: bounded(0, 500),
    /** Which face is up while it is cut: the one that will look towards the viewer, or away, which mirrors the angle. */
    adhesive: oneOf(["towards", "away"]),
    /** How far the piece reaches beyond what it must cover, on each side. */
    coverMm: bounded(0, 500).optional(),
  })
  .superRefine(({ piece, sheet }, context) => {
    const { pathMm = [], holesMm = [], widthMm, heightMm } = piece;
    const rings = [
      { ring: pathMm, path: ["piece", "pathMm"] as (string | number)[] },
      ...holesMm.map((ring, i) => ({ ring, path: ["piece", "holesMm", i] })),
    ];
    for (const { ring, path } of rings) {
      const off = ring.findIndex(({ xMm, yMm }) => xMm > widthMm || yMm > heightMm);
      if (off < 0) continue;
      const message = offPanelWords({ widthMm, heightMm }, ring[off]!);
      context.addIssue({ code: "custom", path: [...path, off], message });
    }
    const most = (sheet.widthMm * sheet.heightMm) / (piece.widthMm * piece.heightMm);
    if (most > MOST_PIECES) {
      context.addIssue({
        code: "custom",
        path: ["piece"],
        message: t("such-pieces-on-a-sheet-are-too", { most: Math.floor(most), MOST_PIECES }),
      });
    }
  });
export type FilmCutInput = z.input<typeof filmCutInput>;

export const filmCutResult = z.strictObject({
  /** How the pieces are turned on the sheet, deg in (-90, 90], counter-clockwise as it lies for cutting. */
  rotationDeg: z.number(),
  /** The upright box that one turned piece needs. */
  boundingMm: z.strictObject({ widthMm: z.number(), heightMm: z.number() }),
  placed: z.number(),
  /** As many as the area alone would allow. */
  areaBound: z.number(),
  yieldPct: z.number(),
  /** From the piece's own lower left corner counter-clockwise; from the sheet's lower left corner, y up. */
  pieces: z.array(
    z.strictObject({
      cornersMm: z.array(point),
      /** The line to cut, where the piece is no rectangle. */
      pathMm: z.array(point).optional(),
      holesMm: z.array(z.array(point)).optional(),
    }),
  ),
  /** The smallest sheet of this axis that gives one piece. */
  smallestSheetMm: z.strictObject({ widthMm: z.number(), heightMm: z.number() }),
  /** How far off square a piece may lie before an edge shows; null where it never does or `coverMm` is not told. */
  skewToleranceDeg: z.number().nullable(),
});
export type FilmCut = z.output<typeof filmCutResult>;

/**
 * Pieces of one size from one sheet, at the angle that gives the axis wanted: as many as lie in free rows.
 *
 * The sheet's axis is turned into the piece's: rotation = sheet axis - wanted axis, the wanted one mirrored where the face that looks
 * away from the viewer is up. The rows are the best there are (see film-rows); a layout that is not in rows may rarely hold more, and
 * `areaBound` says how many the area alone would allow. Lengths in mm, angles in degrees. Source: plane geometry.
 */
export function calculateFilmCut(input: FilmCutInput): FilmCut {
  const { piece, axisDeg, sheet, count, gapMm, trimMm, adhesive, coverMm } = filmCutInput.parse(input);
  const rotationDeg = rotationFor(axisDeg, sheet.axisDeg, adhesive === "away");
  const placed = fillRows(sheet, { ...piece, rotationDeg }, gapMm, trimMm).slice(0, count);
  const box = boundingOf(piece.widthMm, piece.heightMm, rotationDeg);
  // Pieces of any shape are laid by the box that holds them.
  const pieceMm2 = piece.widthMm * piece.heightMm;
  const cutOutMm2 = (piece.holesMm ?? []).reduce((sum, hole) => sum + Math.abs(signedAreaMm2(hole)), 0);
  const usedMm2 = (piece.pathMm ? Math.abs(signedAreaMm2(piece.pathMm)) : pieceMm2) - cutOutMm2;
  const sheetMm2 = sheet.widthMm * sheet.heightMm;
  // With the hair that the rows take for nothing, or they would hold more than the area allows.
  const free = (sideMm: number) => Math.max(0, sideMm - 2 * trimMm + SAME_MM);
  const freeMm2 = free(sheet.widthMm) * free(sheet.heightMm);
  return {
    rotationDeg,
    boundingMm: box,
    placed: placed.length,
    areaBound: Math.floor(freeMm2 / pieceMm2),
    yieldPct: (100 * placed.length * usedMm2) / sheetMm2,
    pieces: placed.map((one) => ({
      cornersMm: cornersOf(one),
      ...(piece.pathMm ? { pathMm: cutLine(one, piece.pathMm, adhesive === "away") } : {}),
      ...(piece.holesMm ? { holesMm: cutHoles(one, piece.holesMm, adhesive === "away") } : {}),
    })),
    smallestSheetMm: { widthMm: box.widthMm + 2 * trimMm, heightMm: box.heightMm + 2 * trimMm },
    skewToleranceDeg: coverMm === undefined ? null : skewTolerance(piece.widthMm, piece.heightMm, coverMm),
  };
}

export const filmCut = defineCalculation({
  name: "film-cut",
  purpose:
    "How to turn and lay out pieces on a sheet of film so that the axis comes right and little is wasted.",
  input: filmCutInput,
  result: filmCutResult,
  calculate: calculateFilmCut,
});
