import type pg from "pg";
import { certificateOf, type JobCertificate } from "../core/records/job-certificate.ts";
import { findJob, sceneOf } from "./store/jobs.ts";
import { listTechnicians } from "./store/technicians.ts";

/** The certificate of a job as it stands, or null where there is no such job. */
export async function findCertificate(pool: pg.Pool, code: string): Promise<JobCertificate | null> {
  const [job, technicians] = await Promise.all([findJob(pool, code), listTechnicians(pool)]);
  if (!job) return null;
  return certificateOf(sceneOf(job, job.moves.at(-1)!.atMs), {
    code: job.code,
    openedAt: job.openedAt,
    nameOf: (who) => technicians.find(({ key }) => key === who)?.name ?? who,
  });
}

/** The address of a certificate for the customer, as other devices reach it. */
export const linkAddress = (token: string, own: URL): string => new URL(`/c/${token}`, own).href;
