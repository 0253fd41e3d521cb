import { foldJob } from "../core/job/fold.ts";
import { refusalOfFamily } from "../core/job/refusal.ts";
import { familyDifference } from "../core/stack/family-difference.ts";
import type { StoredFamily } from "./store/families.ts";
import type { StoredJob } from "./store/jobs.ts";

/** A newer version of a job's family: what is different, and why the job cannot go on with it where it cannot. */
export interface NewerFamily {
  from: number;
  version: number;
  difference: string[];
  refusal: string | null;
}

/** What a job is offered where its family has moved on; null where the job is over. */
export function newerFamily(job: StoredJob, newest: StoredFamily): NewerFamily | null {
  if (foldJob(job.events).ended) return null;
  return {
    from: job.family.version,
    version: newest.version,
    difference: familyDifference(job.family.family, newest.family),
    refusal: refusalOfFamily(job.events, newest.family)?.sentence ?? null,
  };
}
