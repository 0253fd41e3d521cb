import type { APIRoute } from "astro";
import { answerPdf } from "../../../../server/certificate-files.ts";
import { linkAddress } from "../../../../server/certificate.ts";
import { ownAddress } from "../../../../server/own-address.ts";
import { linkedCertificate } from "../../../../server/customer-link.ts";

export const GET: APIRoute = async ({ params, request, url }) => {
  const linked = await linkedCertificate(params.token!);
  return "answer" in linked
    ? linked.answer
    : answerPdf(linked, linkAddress(params.token!, ownAddress(request, url)));
};
