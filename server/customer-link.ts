import type { JobCertificate } from "../core/records/job-certificate.ts";
import { findCertificate } from "./certificate.ts";
import { database } from "./db/pool.ts";
import { problem } from "./problem.ts";
import { jobOfLink } from "./store/certificate-links.ts";
import { t } from "../words/server.ts";

/** What a customer's link shows, or the answer that it shows nothing. */
export async function linkedCertificate(
  token: string,
): Promise<{ certificate: JobCertificate } | { answer: Response }> {
  const job = await jobOfLink(database(), token);
  if (job === "withdrawn")
    return { answer: problem(410, t("withdrawn"), t("this-link-was-withdrawn-by-the-shop")) };
  if (job === "first version")
    return {
      answer: problem(410, t("recorded-by-version-1"), t("ask-the-shop-it-has-this-record")),
    };
  const certificate = job && (await findCertificate(database(), job.code));
  return certificate
    ? { certificate }
    : { answer: problem(404, t("no-such-record"), t("there-is-no-such-record")) };
}
