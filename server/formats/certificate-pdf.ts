import PDFDocument from "pdfkit";
import QRCode from "qrcode";
import { passWords, type CertificateText } from "./certificate-text.ts";
import { bytesOf, withFonts } from "./pdf-fonts.ts";
import { t } from "../../words/server.ts";
import { language } from "../../words/language.ts";

const MARGIN = 56;
const QR_PT = 92;
const PHOTO_PT = 150;
const SEAL_PT = 84;

/** The face has the Greek letter, and not the sign of its own that looks the same. */
const drawn = (text: string) => text.replaceAll("\u00b5", "\u03bc");

/** What vouches for the record, as a reader of the paper can hold it against the document. */
interface PaperSeal {
  text: string;
  key: string;
  product: string;
  /** By which key the paper is sealed: another than the document's where the shop has had a new one since. */
  paperKey: string;
}

/**
 * A certificate on paper, A4. `address` is where the record is seen, as text and as a QR code (ISO/IEC 18004), null where no link
 * stands; `photos` are JPEG bytes with what is said of each.
 */
export async function certificatePdf(
  text: CertificateText,
  { address, seal }: { address: string | null; seal: PaperSeal | null },
  photos: readonly { picture: Buffer; caption: string }[],
): Promise<Buffer> {
  const page = withFonts(
    new PDFDocument({
      size: "A4",
      margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN },
      bufferPages: true,
      lang: language(),
      info: { Title: t("certificate", { title: text.title }), Producer: "Half Lift", Creator: "Half Lift" },
    }),
  );
  const bytes = bytesOf(page);
  const width = page.page.width - 2 * MARGIN;
  const headWidth = address ? width - QR_PT - 16 : width;
  page.font("strong").fontSize(20).text(t("certificate-of-repair"), { width: headWidth });
  page.fontSize(14).text(text.title, { width: headWidth });
  page.font("plain").fontSize(11).text(text.under, { width: headWidth, lineGap: 2 });
  page.moveDown(0.4).font("strong").fontSize(13).text(text.verdict, { width: headWidth });
  if (address) {
    const code = await QRCode.toBuffer(address, { margin: 0, width: 4 * QR_PT, errorCorrectionLevel: "M" });
    page.image(code, page.page.width - MARGIN - QR_PT, MARGIN, { width: QR_PT, height: QR_PT });
    page.y = Math.max(page.y, MARGIN + QR_PT + 6);
    page.font("plain").fontSize(9).text(t("this-record", { address }), MARGIN, page.y, { width });
  }
  for (const { heading, rows, lines } of text.sections) {
    // A heading does not stand alone at the foot of a page.
    if (page.y > page.page.height - MARGIN - 80) page.addPage();
    page.moveDown(0.8).font("strong").fontSize(13).text(heading, MARGIN, page.y, { width });
    page.moveDown(0.2).font("plain").fontSize(10);
    if (rows.length > 0) {
      const isWide = rows.every(({ more, passes }) => more === "" && passes === null);
      page.table({
        position: { x: MARGIN, y: page.y },
        maxWidth: width,
        columnStyles: isWide
          ? [0.28 * width, 0.72 * width]
          : [0.32 * width, 0.29 * width, 0.25 * width, 0.14 * width],
        defaultStyle: { border: [0, 0, 0.5, 0], borderColor: "#999999", padding: [3, 4, 3, 0] },
        data: rows.map(({ name, value, more, passes }) =>
          (isWide ? [name, value] : [name, value, more, passWords(passes)]).map(drawn),
        ),
      });
      page.moveDown(0.3);
    }
    for (const line of lines) page.text(drawn(line), MARGIN, page.y, { width, lineGap: 2 });
  }
  if (photos.length > 0) {
    if (page.y > page.page.height - MARGIN - PHOTO_PT - 60) page.addPage();
    page.moveDown(0.8).font("strong").fontSize(13).text(t("photos"), MARGIN, page.y, { width });
    page.font("plain").fontSize(9);
    const top = page.y + 4;
    const each = (width - 12 * (photos.length - 1)) / photos.length;
    photos.forEach(({ picture, caption }, i) => {
      const x = MARGIN + i * (each + 12);
      page.image(picture, x, top, { fit: [each, PHOTO_PT] });
      page.text(caption, x, top + PHOTO_PT + 4, { width: each });
    });
    page.y = top + PHOTO_PT + 24;
  }
  if (page.y > page.page.height - MARGIN - 60) page.addPage();
  page.moveDown(1).font("strong").fontSize(12).text(text.signed, MARGIN, page.y, { width });
  if (seal) {
    if (page.y > page.page.height - MARGIN - SEAL_PT) page.addPage();
    const top = page.y + 8;
    const code = await QRCode.toBuffer(seal.text, {
      margin: 0,
      width: 5 * SEAL_PT,
      errorCorrectionLevel: "L",
    });
    page.image(code, MARGIN, top, { width: SEAL_PT, height: SEAL_PT });
    page
      .font("plain")
      .fontSize(9)
      .text(
        [
          t("sealed-by", { key: seal.key, product: seal.product }),
          ...(seal.paperKey === seal.key ? [] : [t("paper-sealed-by", { key: seal.paperKey })]),
        ].join(" "),
        MARGIN + SEAL_PT + 12,
        top,
        { width: width - SEAL_PT - 12, lineGap: 2 },
      );
  }
  const { start, count } = page.bufferedPageRange();
  for (let i = start; i < start + count; i += 1) {
    page.switchToPage(i);
    // Written into the foot, which is below what the margin leaves.
    page.page.margins.bottom = 0;
    page
      .font("plain")
      .fontSize(9)
      .text(t("page-of", { title: text.title, i: i + 1 - start, count }), MARGIN, page.page.height - 36, {
        width,
        lineBreak: false,
      });
  }
  page.end();
  return bytes;
}
