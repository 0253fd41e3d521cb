import type pg from "pg";
import type { Learned, PracticeAttempt } from "../../core/practice/attempt.ts";
import type { SweepLoss } from "../../core/practice/sweep.ts";

/** How an attempt ended, by what its hand did. */
export interface Ended {
  lost: SweepLoss | null;
  tookS: number;
}

/** Keeps how somebody's practice ended; sent again it is the same one. */
export const keepAttempt = (
  pool: pg.Pool,
  who: string,
  { id, exercise, level, seed, speed }: Omit<PracticeAttempt, "hands">,
  { lost, tookS }: Ended,
): Promise<unknown> =>
  pool.query(
    `INSERT INTO practice_attempt (id, person, exercise, level, seed, speed, lost, took_s)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT (id) DO NOTHING`,
    [id, who, exercise, level, seed, speed, lost?.reason ?? null, tookS],
  );

/** How somebody does, by exercise and level: of each the last twenty, since what was once learned fades. */
export async function learnedBy(pool: pg.Pool, who: string): Promise<Learned[]> {
  const { rows } = await pool.query<Learned>(
    `SELECT exercise, level, count(*)::int AS tried, count(*) FILTER (WHERE lost IS NULL)::int AS won,
       (array_agg(lost ORDER BY at DESC) FILTER (WHERE lost IS NOT NULL))[1] AS "lostLast"
     FROM (SELECT *, row_number() OVER (PARTITION BY exercise, level ORDER BY at DESC) AS nth
           FROM practice_attempt WHERE person = $1) AS own
     WHERE nth <= 20 GROUP BY exercise, level ORDER BY exercise, level`,
    [who],
  );
  return rows;
}
