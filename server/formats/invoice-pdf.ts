import PDFDocument from "pdfkit";
import { repairTitle } from "../../core/device/routes.ts";
import type { Invoice } from "../../core/intake/invoice.ts";
import { exactMoney } from "../../core/exact-money.ts";
import { longDay } from "../../words/dates.ts";
import { t } from "../../words/server.ts";
import { term } from "../../words/speaker.ts";
import { bytesOf, withFonts } from "./pdf-fonts.ts";

const MARGIN = 56;

const hoursText = (hours: number | null): string => (hours === null ? t("not-known") : hours.toFixed(1));

/** The figures of an invoice on paper: one A4 page as PDF. */
export function invoicePdf(figures: Invoice): Promise<Buffer> {
  const { number, issuedAt, job, family, customer, serial, route, currency, hours, used } = figures;
  const title = t("invoice", { number });
  const page = withFonts(
    new PDFDocument({
      size: "A4",
      margin: MARGIN,
      info: { Title: title, Producer: "Half Lift", Creator: "Half Lift" },
    }),
  );
  const bytes = bytesOf(page);
  const line = (text: string) => page.font("plain").fontSize(11).text(text, { lineGap: 2 });
  const width = page.page.width - 2 * MARGIN;
  const sum = (text: string, minor: number, font: "plain" | "strong") => {
    const { y } = page.moveDown(0.4).font(font).fontSize(12);
    page.text(text, MARGIN, y);
    page.text(exactMoney(minor, currency), MARGIN, y, { width, align: "right" });
  };
  page.font("strong").fontSize(20).text(title);
  line(longDay(new Date(issuedAt)));
  page.moveDown(0.8);
  if (customer !== "") page.font("strong").fontSize(13).text(customer);
  line(t("invoice-for", { job, family, serial: serial === "" ? t("not-known") : serial }));
  page.moveDown(0.8);
  sum(repairTitle(route), figures.netMinor, "plain");
  sum(t("tax-of", { pct: figures.taxPct }), figures.taxMinor, "plain");
  sum(t("to-be-paid"), figures.totalMinor, "strong");
  page.moveDown(1.2).text("", MARGIN);
  line(t("hours-quoted-and-worked", { quoted: hoursText(hours.quoted), worked: hoursText(hours.worked) }));
  for (const { what, quantity, unit, lot } of used)
    line(
      t("used-up", {
        what: term(what),
        quantity: Number(quantity.toPrecision(3)),
        unit: term(unit),
        lot: lot ?? "",
      }),
    );
  page.moveDown(1.2).fillColor("#555555");
  line(t("not-an-accounting-program"));
  page.end();
  return bytes;
}
