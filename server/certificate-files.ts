import type { JobCertificate } from "../core/records/job-certificate.ts";
import { stageTitles } from "../core/stage.ts";
import { certificatePdf } from "./formats/certificate-pdf.ts";
import { certificateText } from "./formats/certificate-text.ts";
import { database } from "./db/pool.ts";
import { findPhoto } from "./store/photos.ts";

/** On paper there is room for the first photo and the last ones. */
const MOST_PHOTOS = 3;

/** A certificate as a PDF to be seen or saved; `address` where a link to the record stands. */
export async function answerPdf(certificate: JobCertificate, address: string | null): Promise<Response> {
  const { photos, code } = certificate;
  const shown = [...photos.slice(0, 1), ...photos.slice(1).slice(-(MOST_PHOTOS - 1))];
  const pictures = await Promise.all(
    shown.map(async ({ id, stage, caption }) => {
      const picture = await findPhoto(database(), id, "picture");
      return picture ? [{ picture, caption: caption || stageTitles[stage] }] : [];
    }),
  );
  const bytes = await certificatePdf(certificateText(certificate), address, pictures.flat());
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${code}-certificate.pdf"`,
      "cache-control": "private, no-store",
    },
  });
}

/** A certificate as the JSON document of docs/formats.md, to be saved. */
export const answerJson = (certificate: JobCertificate): Response =>
  new Response(`${JSON.stringify(certificate, null, 2)}\n`, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${certificate.code}-certificate.json"`,
      "cache-control": "private, no-store",
    },
  });
