import PDFDocument from "pdfkit";
import { cornersOf } from "../../core/film/cutting.ts";
import { drawnPieces, type FilmDrawing } from "./film-drawing.ts";
import { bytesOf, withFonts } from "./pdf-fonts.ts";
import { t } from "../../words/server.ts";

const PT_PER_MM = 72 / 25.4;
export const papers = { A4: [210, 297], Letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof papers;

/** Around a tile, mm: printers leave a rim blank, and below it stand the ruler and what the page is. */
const MARGIN_MM = { left: 12, right: 12, top: 12, bottom: 28 };
const RULER_MM = 100;
const CROP_MM = 6;
/** Shown round the pieces, mm. */
const AROUND_MM = 5;

/** What a template's pages show: how many across and up, and the part of the sheet, mm from its lower left corner. */
export function templateTiles(drawing: FilmDrawing, paper: Paper) {
  const [paperW, paperH] = papers[paper];
  const tileW = paperW - MARGIN_MM.left - MARGIN_MM.right;
  const tileH = paperH - MARGIN_MM.top - MARGIN_MM.bottom;
  const corners = drawnPieces(drawing).flatMap((piece) => piece.corners);
  const from = {
    xMm: Math.max(0, Math.min(...corners.map((c) => c.xMm)) - AROUND_MM),
    yMm: Math.max(0, Math.min(...corners.map((c) => c.yMm)) - AROUND_MM),
  };
  const to = {
    xMm: Math.min(drawing.sheet.widthMm, Math.max(...corners.map((c) => c.xMm)) + AROUND_MM),
    yMm: Math.min(drawing.sheet.heightMm, Math.max(...corners.map((c) => c.yMm)) + AROUND_MM),
  };
  const columns = Math.max(1, Math.ceil((to.xMm - from.xMm) / tileW - 1e-9));
  const rows = Math.max(1, Math.ceil((to.yMm - from.yMm) / tileH - 1e-9));
  return { from, to, columns, rows, tileW, tileH, paperW, paperH };
}

/**
 * The cut lines on paper at true size, to lay under the film: tiled over pages where it is larger than one, with crop marks at the
 * corners of every tile and a ruler to check the printer's scale.
 */
export function filmTemplate(drawing: FilmDrawing, paper: Paper): Promise<Buffer> {
  const { from, columns, rows, tileW, tileH, paperW, paperH } = templateTiles(drawing, paper);
  const document = withFonts(
    new PDFDocument({
      size: [paperW * PT_PER_MM, paperH * PT_PER_MM],
      margin: 0,
      autoFirstPage: false,
      info: {
        Title: t("template", { label: drawing.sheet.label }),
        Producer: "Half Lift",
        Creator: "Half Lift",
      },
    }),
  );
  const bytes = bytesOf(document);
  const pieces = drawnPieces(drawing);
  const sheet = cornersOf({
    widthMm: drawing.sheet.widthMm,
    heightMm: drawing.sheet.heightMm,
    rotationDeg: 0,
    centre: { xMm: drawing.sheet.widthMm / 2, yMm: drawing.sheet.heightMm / 2 },
  });
  const pt = (mm: number) => mm * PT_PER_MM;
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      document.addPage();
      const left = from.xMm + column * tileW;
      // The first row of pages is the upper one.
      const lower = from.yMm + (rows - 1 - row) * tileH;
      const x = (mm: number) => pt(MARGIN_MM.left + mm - left);
      const y = (mm: number) => pt(MARGIN_MM.top + tileH - (mm - lower));
      document.save();
      document.rect(pt(MARGIN_MM.left), pt(MARGIN_MM.top), pt(tileW), pt(tileH)).clip();
      document.lineWidth(0.5).strokeColor("#999999");
      document.polygon(...sheet.map((c): [number, number] => [x(c.xMm), y(c.yMm)])).stroke();
      for (const piece of pieces) {
        document.lineWidth(0.7).strokeColor("#000000");
        for (const line of [piece.corners, ...piece.holes])
          document.polygon(...line.map((c): [number, number] => [x(c.xMm), y(c.yMm)])).stroke();
        const [a, b] = piece.axis;
        document.dash(4, {}).moveTo(x(a.xMm), y(a.yMm)).lineTo(x(b.xMm), y(b.yMm)).stroke().undash();
        document.font("plain").fontSize(9).fillColor("#000000");
        document.text(piece.label, x(piece.centre.xMm) + 4, y(piece.centre.yMm) + 4, { lineBreak: false });
      }
      document.restore();
      document.lineWidth(0.4).strokeColor("#000000");
      for (const across of [0, tileW]) {
        for (const down of [0, tileH]) {
          const [cx, cy] = [MARGIN_MM.left + across, MARGIN_MM.top + down];
          const [outX, outY] = [across === 0 ? -1 : 1, down === 0 ? -1 : 1];
          document
            .moveTo(pt(cx + outX), pt(cy))
            .lineTo(pt(cx + outX * CROP_MM), pt(cy))
            .stroke();
          document
            .moveTo(pt(cx), pt(cy + outY))
            .lineTo(pt(cx), pt(cy + outY * CROP_MM))
            .stroke();
        }
      }
      const rulerY = MARGIN_MM.top + tileH + 12;
      document.moveTo(pt(MARGIN_MM.left), pt(rulerY)).lineTo(pt(MARGIN_MM.left + RULER_MM), pt(rulerY));
      for (let mm = 0; mm <= RULER_MM; mm += 10) {
        document
          .moveTo(pt(MARGIN_MM.left + mm), pt(rulerY - (mm % 50 === 0 ? 3 : 1.5)))
          .lineTo(pt(MARGIN_MM.left + mm), pt(rulerY));
      }
      document.stroke();
      document.font("strong").fontSize(9).fillColor("#000000");
      document.text(t("this-ruler-is-mm-long-print-at", { RULER_MM }), pt(MARGIN_MM.left), pt(rulerY + 2), {
        lineBreak: false,
      });
      document.font("plain").text(
        t("adhesive-down-page-of-column-row", {
          label: drawing.sheet.label,
          row: row * columns + column + 1,
          rows: rows * columns,
          column: column + 1,
          row2: row + 1,
        }),
        pt(MARGIN_MM.left),
        pt(rulerY + 7),
        { lineBreak: false },
      );
    }
  }
  document.end();
  return bytes;
}
