import type pg from "pg";
import { foldJob } from "../core/job/fold.ts";
import { certificateOf, type Certificate } from "../core/records/certificate.ts";
import { findJob } from "./store/jobs.ts";
import { listTechnicians } from "./store/technicians.ts";

/** The certificate of a job as it stands, or null where there is no such job. */
export async function findCertificate(pool: pg.Pool, code: string): Promise<Certificate | null> {
  const [job, technicians] = await Promise.all([findJob(pool, code), listTechnicians(pool)]);
  if (!job) return null;
  const nameOf = (who: string) => technicians.find(({ key }) => key === who)?.name ?? who;
  return certificateOf(job.code, job.family.family, foldJob(job.events), nameOf);
}

/** The address of a certificate for the customer, as other devices reach it. */
export const linkAddress = (token: string, own: URL): string => new URL(`/c/${token}`, own).href;
