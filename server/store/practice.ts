import type pg from "pg";
import { z } from "zod";
import type { PracticeAttempt } from "../../core/practice/attempt-sent.ts";
import { practiceLevels, practiceNames, type PracticeName } from "../../core/practice/attempt.ts";
import type { Loss } from "../../core/practice/exercise.ts";
import { practiceBefore } from "../../core/practice/asked-before.ts";
import { isReady, surePct, type Learned } from "../../core/practice/learning.ts";
import { boundedWhole } from "../../core/units.ts";
import { t } from "../../words/server.ts";

/** How an attempt ended, by what its hand did. */
export interface Ended {
  lost: Pick<Loss, "reason"> | null;
  tookS: number;
}

/** Keeps how somebody's practice ended; sent again it is the same one. */
export const keepAttempt = (
  pool: pg.Pool | pg.PoolClient,
  who: string,
  {
    id,
    exercise,
    level,
    seed,
    speed,
  }: Omit<PracticeAttempt, "hands" | "exercise"> & { exercise: PracticeName },
  { lost, tookS }: Ended,
  at = new Date(),
): Promise<unknown> =>
  pool.query(
    `INSERT INTO practice_attempt (id, person, exercise, level, seed, speed, lost, took_s, at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (id) DO NOTHING`,
    [id, who, exercise, level, seed, speed, lost?.reason ?? null, tookS, at],
  );

/** Of each exercise and level the last twenty, since what was once learned fades. */
const LEARNED = `
  SELECT key AS person, exercise, level, count(*)::int AS tried, count(*) FILTER (WHERE lost IS NULL)::int AS won,
    (array_agg(lost ORDER BY at DESC) FILTER (WHERE lost IS NOT NULL))[1] AS "lostLast",
    (array_agg(lost IS NOT NULL ORDER BY at DESC))[1] AS "isLastLost", max(at) AS "lastAt"
  FROM unnest($1::text[]) AS key CROSS JOIN unnest($2::text[]) AS exercise CROSS JOIN unnest($3::text[]) AS level
  CROSS JOIN LATERAL (
    SELECT lost, at FROM practice_attempt AS own
    WHERE own.person = key AND own.exercise = exercise.exercise AND own.level = level.level
    ORDER BY at DESC LIMIT 20) AS last
  GROUP BY key, exercise, level ORDER BY key, exercise, level`;

type LearnedRow = Omit<Learned, "lastAt"> & { person: string; lastAt: Date };
const learnedOf = ({ exercise, level, tried, won, lostLast, isLastLost, lastAt }: LearnedRow): Learned => ({
  exercise,
  level,
  tried,
  won,
  lostLast,
  isLastLost,
  lastAt: lastAt.toISOString(),
});

/** How somebody does, by exercise and level. */
export async function learnedBy(pool: pg.Pool, who: string): Promise<Learned[]> {
  const { rows } = await pool.query<LearnedRow>(LEARNED, [[who], practiceNames, practiceLevels]);
  return rows.map(learnedOf);
}

/** How everybody who works at the bench does: for whoever answers for them. */
export async function learnedByAll(
  pool: pg.Pool,
): Promise<{ key: string; name: string; learned: Learned[] }[]> {
  const people = await pool.query<{ key: string; name: string }>(
    "SELECT key, name FROM technician WHERE left_at IS NULL AND role IN ('technician', 'lead', 'owner') ORDER BY name",
  );
  const keys = people.rows.map(({ key }) => key);
  const done = await pool.query<LearnedRow>(LEARNED, [keys, practiceNames, practiceLevels]);
  return people.rows.map((person) => ({
    ...person,
    learned: done.rows.filter((row) => row.person === person.key).map(learnedOf),
  }));
}

export const practiceLimit = z
  .strictObject({
    /** How sure somebody has to be to be ready for the bench, %; null where nobody has to be. */
    limitPct: boundedWhole(1, 99).nullable(),
    /** Whether a technician has to be before they do by themselves what it is about. */
    isAsked: z.boolean(),
  })
  .refine(({ limitPct, isAsked }) => !isAsked || limitPct !== null, {
    path: ["limitPct"],
    error: () => t("must-be-set-to-be-asked-for"),
  });
export type PracticeLimit = z.output<typeof practiceLimit>;

export async function findPracticeLimit(pool: pg.Pool): Promise<PracticeLimit> {
  const { rows } = await pool.query<PracticeLimit>(
    `SELECT practice_limit_pct AS "limitPct", practice_asked AS "isAsked" FROM shop`,
  );
  return rows[0]!;
}

export const setPracticeLimit = (pool: pg.Pool, { limitPct, isAsked }: PracticeLimit): Promise<unknown> =>
  pool.query("UPDATE shop SET practice_limit_pct = $1, practice_asked = $2", [limitPct, isAsked]);

/** A lead who wrote a note on a job is with whoever works it for so long, h. */
const LEAD_IS_BY_H = 8;

async function hasLeadBy(pool: pg.Pool, code: string): Promise<boolean> {
  const { rowCount } = await pool.query(
    `SELECT 1 FROM move JOIN job ON job.id = job_id JOIN technician ON key = who
     WHERE job.code = $1 AND move.kind = 'noted' AND role IN ('lead', 'owner') AND received_at > now() - make_interval(hours => $2)
     LIMIT 1`,
    [code, LEAD_IS_BY_H],
  );
  return rowCount !== 0;
}

/** What a technician has to practise before they may do alone what they send to a job; null where they may. */
export interface PracticeLacking {
  exercise: PracticeName;
  surePct: number;
  limitPct: number;
}

export async function practiceLacking(
  pool: pg.Pool,
  who: string,
  code: string,
  sent: readonly { kind: string; data: unknown }[],
): Promise<PracticeLacking | null> {
  const wanted = sent.flatMap(({ kind, data }) => practiceBefore(kind, data));
  if (wanted.length === 0) return null;
  const { limitPct, isAsked } = await findPracticeLimit(pool);
  if (!isAsked || limitPct === null) return null;
  const learned = await learnedBy(pool, who);
  const exercise = wanted.find((name) => !isReady(learned, name, limitPct));
  if (!exercise || (await hasLeadBy(pool, code))) return null;
  return { exercise, surePct: surePct(learned, exercise), limitPct };
}
