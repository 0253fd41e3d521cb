import type pg from "pg";

/** A job that has ended. */
export interface EndedJob {
  id: string;
  code: string;
  endedAt: Date;
}

/** Ended jobs whose records are not in the folder, or which have ended anew since; those that ended first come first. */
export async function unwrittenJobs(pool: pg.Pool, most: number): Promise<EndedJob[]> {
  const { rows } = await pool.query<EndedJob>(
    `SELECT job.id, code, job.ended_at AS "endedAt" FROM job
     WHERE job.ended_at IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM record_written AS w WHERE w.job_id = job.id AND w.ended_at = job.ended_at)
     ORDER BY job.ended_at LIMIT $1`,
    [most],
  );
  return rows;
}

/** Notes that the records of a job are in the folder, after they are on the disk. */
export async function noteWritten(pool: pg.Pool, { id, endedAt }: EndedJob): Promise<void> {
  await pool.query(
    `INSERT INTO record_written (job_id, ended_at) VALUES ($1, $2)
     ON CONFLICT (job_id) DO UPDATE SET ended_at = excluded.ended_at`,
    [id, endedAt],
  );
}
