import PDFDocument from "pdfkit";
import QRCode from "qrcode";
import { labelText, type Label } from "../../core/labels/label.ts";
import { labelPlaces, type LabelSheet } from "../../core/labels/label-sheets.ts";
import { t } from "../../words/server.ts";
import { bytesOf, withFonts } from "./pdf-fonts.ts";

/** What stands on a label beside its code. */
export interface LabelWords {
  label: Label;
  /** In large letters: what hands look for. */
  title: string;
  lines: readonly string[];
}

const PT_PER_MM = 72 / 25.4;
/** A label's own rim, where nothing is printed, mm: a printer is seldom true to less. */
const RIM_MM = 2.5;
/** Around a code so many of its squares stay white (ISO/IEC 18004, from memory). */
const QUIET_SQUARES = 4;
const MOST_QR_MM = 26;

/** Labels on sheets of A4, as PDF: a code to be read by a camera, and words for eyes; the first on the place `first`, from 1. */
export function labelsPdf(labels: readonly LabelWords[], sheet: LabelSheet, first: number): Promise<Buffer> {
  const paper = withFonts(
    new PDFDocument({
      size: "A4",
      margin: 0,
      autoFirstPage: false,
      info: { Title: t("labels"), Producer: "Half Lift", Creator: "Half Lift" },
    }),
  );
  const bytes = bytesOf(paper);
  let page = -1;
  labelPlaces(sheet, labels.length, first).forEach((place, k) => {
    const { label, title, lines } = labels[k]!;
    for (; page < place.page; page += 1) paper.addPage();
    const [left, top] = [(place.xMm + RIM_MM) * PT_PER_MM, (place.yMm + RIM_MM) * PT_PER_MM];
    const [wide, tall] = [
      (sheet.widthMm - 2 * RIM_MM) * PT_PER_MM,
      (sheet.heightMm - 2 * RIM_MM) * PT_PER_MM,
    ];
    const { modules } = QRCode.create(labelText(label), { errorCorrectionLevel: "M" });
    const side = Math.min(tall, MOST_QR_MM * PT_PER_MM, 0.5 * wide);
    const square = side / (modules.size + QUIET_SQUARES);
    for (let y = 0; y < modules.size; y += 1)
      for (let x = 0; x < modules.size; x += 1)
        if (modules.get(y, x)) paper.rect(left + x * square, top + y * square, square, square);
    paper.fill("black");
    const at = left + side + 4;
    const size = Math.min(14, tall / 4);
    paper
      .font("strong")
      .fontSize(size)
      .text(title, at, top, { width: wide - side - 4, height: 2.4 * size, ellipsis: true });
    paper
      .font("plain")
      .fontSize(0.62 * size)
      .text(lines.join("\n"), at, paper.y + 1, {
        width: wide - side - 4,
        height: Math.max(0, top + tall - paper.y - 1),
        ellipsis: true,
      });
  });
  paper.end();
  return bytes;
}
