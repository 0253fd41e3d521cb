import PDFDocument from "pdfkit";
import { cameraSheet, sheetDots } from "../../core/prove/camera-sheet.ts";
import { t } from "../../words/server.ts";
import { bytesOf, withFonts } from "./pdf-fonts.ts";

const PT_PER_MM = 72 / 25.4;
/** The line that shows whether it was printed true, mm. */
const RULE_MM = 100;

/** The sheet of dots that tells a camera's lens, on A4 laid across. */
export function cameraSheetPdf(): Promise<Buffer> {
  const paper = withFonts(
    new PDFDocument({
      size: "A4",
      layout: "landscape",
      margin: 0,
      info: { Title: t("camera-sheet"), Producer: "Half Lift", Creator: "Half Lift" },
    }),
  );
  const bytes = bytesOf(paper);
  const { width, height } = paper.page;
  for (const { xMm, yMm } of sheetDots())
    paper.circle(
      width / 2 + xMm * PT_PER_MM,
      height / 2 + yMm * PT_PER_MM,
      (cameraSheet.dotMm / 2) * PT_PER_MM,
    );
  paper.fill("black");
  const [left, down] = [(width - RULE_MM * PT_PER_MM) / 2, height - 18];
  paper
    .moveTo(left, down - 3)
    .lineTo(left, down + 3)
    .moveTo(left, down)
    .lineTo(left + RULE_MM * PT_PER_MM, down)
    .moveTo(left + RULE_MM * PT_PER_MM, down - 3)
    .lineTo(left + RULE_MM * PT_PER_MM, down + 3)
    .lineWidth(0.7)
    .stroke();
  paper
    .font("plain")
    .fontSize(9)
    .fillColor("black")
    .text(t("print-at-full-size", { mm: RULE_MM }), left + RULE_MM * PT_PER_MM + 8, down - 5, {
      lineBreak: false,
    });
  paper.end();
  return bytes;
}
