import type pg from "pg";

/** One entry of a job that the first version recorded, as it was recorded. */
export interface FirstVersionEvent {
  id: string;
  stage: string;
  kind: string;
  data: unknown;
  who: string;
  at: string;
}

/** A job of the first version: it can be read and taken away, not worked on. */
export interface FirstVersionJob {
  id: string;
  code: string;
  family: string;
  familyContent: unknown;
  route: string;
  openedAt: string;
  endedAt: string | null;
  outcome: string | null;
  events: FirstVersionEvent[];
  photos: string[];
}

/** A job that the first version recorded, whole and unchanged, or null. */
export async function findFirstVersionJob(pool: pg.Pool, code: string): Promise<FirstVersionJob | null> {
  const { rows } = await pool.query<{
    id: string;
    code: string;
    family: string;
    content: unknown;
    route: string;
    opened_at: Date;
    ended_at: Date | null;
    outcome: string | null;
  }>(
    `SELECT job_v1.id, job_v1.code, family.code AS family, family.content, route, opened_at, ended_at, outcome
     FROM job_v1 JOIN family ON family.id = family_id WHERE job_v1.code = $1`,
    [code],
  );
  const [job] = rows;
  if (!job) return null;
  const [events, photos] = await Promise.all([
    pool.query<Omit<FirstVersionEvent, "at"> & { at: Date }>(
      "SELECT id, stage, kind, data, who, at FROM job_event WHERE job_id = $1 ORDER BY seq",
      [job.id],
    ),
    pool.query<{ id: string }>("SELECT id FROM photo WHERE job_v1_id = $1", [job.id]),
  ]);
  return {
    id: job.id,
    code: job.code,
    family: job.family,
    familyContent: job.content,
    route: job.route,
    openedAt: job.opened_at.toISOString(),
    endedAt: job.ended_at?.toISOString() ?? null,
    outcome: job.outcome,
    events: events.rows.map(({ at, ...event }) => ({ ...event, at: at.toISOString() })),
    photos: photos.rows.map(({ id }) => id),
  };
}
