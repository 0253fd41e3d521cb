import type pg from "pg";
import type { JobCertificate } from "../core/records/job-certificate.ts";
import { stageTitles } from "../core/stage.ts";
import { certificatePdf } from "./formats/certificate-pdf.ts";
import { certificateText } from "./formats/certificate-text.ts";
import { asJsonFile } from "./formats/json-file.ts";
import { database } from "./db/pool.ts";
import { findPhoto } from "./store/photos.ts";

/** On paper there is room for the first photo and the last ones. */
const MOST_PHOTOS = 3;

/** A certificate as a PDF, with its photos; `address` where a link to the record stands. */
export async function certificateAsPdf(
  pool: pg.Pool,
  certificate: JobCertificate,
  address: string | null,
): Promise<Uint8Array<ArrayBuffer>> {
  const { photos } = certificate;
  const shown = [...photos.slice(0, 1), ...photos.slice(1).slice(-(MOST_PHOTOS - 1))];
  const pictures = await Promise.all(
    shown.map(async ({ id, stage, caption }) => {
      const picture = await findPhoto(pool, id, "picture");
      return picture ? [{ picture, caption: caption || stageTitles[stage] }] : [];
    }),
  );
  return new Uint8Array(await certificatePdf(certificateText(certificate), address, pictures.flat()));
}

/** The PDF of a certificate to be seen or saved. */
export async function answerPdf(certificate: JobCertificate, address: string | null): Promise<Response> {
  const { code } = certificate;
  return new Response(await certificateAsPdf(database(), certificate, address), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${code}-certificate.pdf"`,
      "cache-control": "private, no-store",
    },
  });
}

/** A certificate as its document, to be saved. */
export const answerJson = (certificate: JobCertificate): Response =>
  new Response(asJsonFile(certificate), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${certificate.code}-certificate.json"`,
      "cache-control": "private, no-store",
    },
  });
