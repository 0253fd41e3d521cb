import type pg from "pg";
import { quotationOf, type Quotation } from "./formats/quotation.ts";
import { sceneOf, type StoredJob } from "./store/jobs.ts";
import { standingOffer } from "./store/offers.ts";

/** What the customer of a job is asked now, or was told last; null where nothing is quoted yet. */
export async function findQuotation(pool: pg.Pool, job: StoredJob): Promise<Quotation | null> {
  const standing = await standingOffer(pool, job);
  return quotationOf(
    job,
    sceneOf(job, Date.now()),
    standing ? { ...standing.offer, answer: null } : undefined,
  );
}
