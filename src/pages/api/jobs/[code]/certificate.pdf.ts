import type { APIRoute } from "astro";
import { answerPdf } from "../../../../../server/certificates/answers.ts";
import { issuedCertificate } from "../../../../../server/certificates/issue.ts";
import { linkAddress, ownAddress } from "../../../../../server/own-address.ts";
import { database } from "../../../../../server/db/pool.ts";
import { noSuchJob } from "../../../../../server/problem.ts";
import { inLanguage } from "../../../../../server/spoken.ts";
import { paperLanguage } from "../../../../../server/store/tickets.ts";
import { standingLink } from "../../../../../server/store/certificate-links.ts";

export const GET: APIRoute = async ({ params, request, url }) => {
  const code = params.code!;
  return inLanguage(await paperLanguage(database(), code), async () => {
    const certificate = await issuedCertificate(database(), code);
    if (!certificate) return noSuchJob(code);
    const token = await standingLink(database(), code);
    return answerPdf(certificate, token ? linkAddress(token, ownAddress(request, url)) : null);
  });
};
