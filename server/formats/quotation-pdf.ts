import PDFDocument from "pdfkit";
import { bytesOf, withFonts } from "./pdf-fonts.ts";
import type { Quotation } from "./quotation.ts";

const MARGIN = 56;

/** A quotation on paper: one A4 page as PDF. */
export function quotationPdf(quotation: Quotation): Promise<Buffer> {
  const page = withFonts(
    new PDFDocument({
      size: "A4",
      margin: MARGIN,
      info: { Title: `Quotation ${quotation.title}`, Producer: "Half Lift", Creator: "Half Lift" },
    }),
  );
  const bytes = bytesOf(page);
  const heading = (text: string) => page.moveDown(0.8).font("strong").fontSize(13).text(text);
  const line = (text: string) => page.font("plain").fontSize(11).text(text, { lineGap: 2 });
  page.font("strong").fontSize(20).text("Quotation");
  page.fontSize(13).text(quotation.title);
  line(`Taken in on ${quotation.opened}. ${quotation.complaint}`);
  heading("What was agreed");
  line(quotation.agreed);
  heading("The risk, in figures");
  for (const sentence of quotation.risk) line(sentence);
  heading("What else could be done");
  for (const row of quotation.rows) {
    page.moveDown(0.3).font("strong").fontSize(11).text(row.name);
    line(
      `Goes well: ${row.goesWell}. On average ${row.average}, at worst ${row.worst}. Time: ${row.time}. If it fails: ${row.ifItFails}.`,
    );
  }
  heading("What these figures rest on");
  for (const sentence of quotation.basis) line(sentence);
  const y = page.page.height - MARGIN - 60;
  page.font("plain").fontSize(11).text("Agreed (name, date):", MARGIN, y);
  page
    .moveTo(MARGIN + 130, y + 14)
    .lineTo(page.page.width - MARGIN, y + 14)
    .stroke();
  page.end();
  return bytes;
}
