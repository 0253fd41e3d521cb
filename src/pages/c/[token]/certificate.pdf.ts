import type { APIRoute } from "astro";
import { answerPdf } from "../../../../server/certificates/answers.ts";
import { linkAddress, ownAddress } from "../../../../server/own-address.ts";
import { linkedCertificate } from "../../../../server/customer-link.ts";

export const GET: APIRoute = async ({ params, request, url }) => {
  const linked = await linkedCertificate(params.token!);
  return "answer" in linked
    ? linked.answer
    : answerPdf(linked, linkAddress(params.token!, ownAddress(request, url)));
};
