import { issuedPaper, type IssuedCertificate } from "./issue.ts";
import { database } from "../db/pool.ts";

/** The PDF of a certificate to be seen or saved. */
export async function answerPdf(issued: IssuedCertificate, address: string | null): Promise<Response> {
  return new Response(await issuedPaper(database(), issued, address), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${issued.certificate.code}-certificate.pdf"`,
      "cache-control": "private, no-store",
    },
  });
}

/** A certificate as its document, to be saved. */
export const answerJson = ({ certificate, text }: IssuedCertificate): Response =>
  new Response(text, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${certificate.code}-certificate.json"`,
      "cache-control": "private, no-store",
    },
  });
