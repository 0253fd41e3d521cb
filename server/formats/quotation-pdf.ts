import PDFDocument from "pdfkit";
import { bytesOf, withFonts } from "./pdf-fonts.ts";
import type { Quotation } from "./quotation.ts";
import { t } from "../../words/server.ts";

const MARGIN = 56;

/** A quotation on paper: one A4 page as PDF. */
export function quotationPdf(quotation: Quotation): Promise<Buffer> {
  const page = withFonts(
    new PDFDocument({
      size: "A4",
      margin: MARGIN,
      info: {
        Title: t("quotation", { title: quotation.title }),
        Producer: "Half Lift",
        Creator: "Half Lift",
      },
    }),
  );
  const bytes = bytesOf(page);
  const heading = (text: string) => page.moveDown(0.8).font("strong").fontSize(13).text(text);
  const line = (text: string) => page.font("plain").fontSize(11).text(text, { lineGap: 2 });
  page.font("strong").fontSize(20).text(t("quotation-2"));
  page.fontSize(13).text(quotation.title);
  line(t("taken-in-on-2", { opened: quotation.opened, complaint: quotation.complaint }));
  heading(
    quotation.answer === "yes"
      ? t("what-was-agreed")
      : quotation.answer === "no"
        ? t("what-was-declined")
        : t("what-is-offered"),
  );
  line(quotation.agreed);
  heading(t("the-risk-in-figures"));
  for (const sentence of quotation.risk) line(sentence);
  heading(t("what-else-could-be-done"));
  for (const row of quotation.rows) {
    page.moveDown(0.3).font("strong").fontSize(11).text(row.name);
    line(
      t("goes-well-on-average-at-worst-time", {
        goesWell: row.goesWell,
        average: row.average,
        worst: row.worst,
        time: row.time,
        ifItFails: row.ifItFails,
      }),
    );
  }
  heading(t("what-these-figures-rest-on"));
  for (const sentence of quotation.basis) line(sentence);
  const y = page.page.height - MARGIN - 60;
  page.font("plain").fontSize(11).text(t("agreed-name-date"), MARGIN, y);
  page
    .moveTo(MARGIN + 130, y + 14)
    .lineTo(page.page.width - MARGIN, y + 14)
    .stroke();
  page.end();
  return bytes;
}
