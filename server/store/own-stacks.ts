import type pg from "pg";

/** Most that are told of. */
const MOST = 12;

/** Jobs of a family whose device turned out to hold another stack than the family says, newest first. */
export async function jobsWithOwnStack(pool: pg.Pool, familyCode: string): Promise<string[]> {
  const { rows } = await pool.query<{ code: string }>(
    `SELECT job.code FROM standing_move m
     JOIN job ON job.id = m.job_id
     JOIN family ON family.id = job.family_id
     WHERE m.kind = 'stack-found' AND family.code = $1
     GROUP BY job.code ORDER BY max(m.received_at) DESC LIMIT ${MOST}`,
    [familyCode],
  );
  return rows.map(({ code }) => code);
}
