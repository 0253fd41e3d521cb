import type { Certificate } from "../core/records/certificate.ts";
import { findCertificate } from "./certificate.ts";
import { database } from "./db/pool.ts";
import { problem } from "./problem.ts";
import { jobOfLink } from "./store/certificate-links.ts";

/** What a customer's link shows, or the answer that it shows nothing. */
export async function linkedCertificate(
  token: string,
): Promise<{ certificate: Certificate } | { answer: Response }> {
  const job = await jobOfLink(database(), token);
  if (job === "withdrawn")
    return { answer: problem(410, "Withdrawn", "This link was withdrawn by the shop.") };
  const certificate = job && (await findCertificate(database(), job.code));
  return certificate
    ? { certificate }
    : { answer: problem(404, "No such record", "There is no such record.") };
}
