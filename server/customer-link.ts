import { issuedCertificate, type IssuedCertificate } from "./certificates/issue.ts";
import { database } from "./db/pool.ts";
import { problem } from "./problem.ts";
import { jobOfLink } from "./store/certificate-links.ts";
import { keptBackPhotos } from "./store/photos.ts";
import { t } from "../words/server.ts";

/** What a customer's link shows, without the photos that are kept back, or the answer that it shows nothing. */
export async function linkedCertificate(token: string): Promise<IssuedCertificate | { answer: Response }> {
  const job = await jobOfLink(database(), token);
  if (job === "withdrawn")
    return { answer: problem(410, t("withdrawn"), t("this-link-was-withdrawn-by-the-shop")) };
  if (job === "first version")
    return {
      answer: problem(410, t("recorded-by-version-1"), t("ask-the-shop-it-has-this-record")),
    };
  const issued = job
    ? await issuedCertificate(database(), job.code, { without: await keptBackPhotos(database(), job.code) })
    : null;
  return issued ?? { answer: problem(404, t("no-such-record"), t("there-is-no-such-record")) };
}
