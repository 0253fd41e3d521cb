import type pg from "pg";
import type { Device } from "../../core/device/scene.ts";
import { jobRecord } from "../../core/yield/job-record.ts";
import { MOST_JOBS } from "../../core/yield/yield-input.ts";
import type { StageName } from "../../core/stage.ts";
import type { StoredFamily } from "./families.ts";
import type { KeptMove } from "./kept-moves.ts";

/** Keeps what a job tells of the shop once it is over; of one that is open again nothing. */
export async function projectRecord(
  client: pg.PoolClient,
  { id, family }: { id: string; family: Pick<StoredFamily, "family"> },
  moves: readonly KeptMove[],
  state: Device,
  before: Device | null,
): Promise<void> {
  const { ended } = state.intake;
  if (!ended && before && !before.intake.ended) return;
  const record = ended ? jobRecord(family.family, moves) : null;
  await client.query("DELETE FROM job_record WHERE job_id = $1", [id]);
  if (!record) return;
  await client.query("INSERT INTO job_record (job_id, ended_at, content) VALUES ($1, $2, $3)", [
    id,
    record.endedAt,
    JSON.stringify(record),
  ]);
}

/**
 * The records of the jobs that ended in a time, the newest first, as the text of a list that `yield` takes: the database writes it. A job whose
 * device came back because of it counts as returned. Of the people only the one who asks stands in it.
 */
export async function recordsAsText(
  pool: pg.Pool,
  { fromMs, toMs, who }: { fromMs: number; toMs: number; who: string },
): Promise<string> {
  const { rows } = await pool.query<{ records: string | null }>(
    `SELECT json_agg(record)::text AS records FROM (
       SELECT (r.content::jsonb - CASE WHEN r.content->>'technician' = $3 THEN '' ELSE 'technician' END)
         || jsonb_build_object('code', job.code)
         || coalesce((SELECT jsonb_build_object('outcome', 'returned') || CASE back.returned_for WHEN '' THEN '{}' ELSE jsonb_build_object('cause', back.returned_for) END
                      FROM job AS back WHERE back.return_of = job.id LIMIT 1), '{}') AS record
       FROM job_record AS r JOIN job ON job.id = r.job_id
       WHERE r.ended_at >= $1 AND r.ended_at < $2
       ORDER BY r.ended_at DESC LIMIT ${MOST_JOBS}) AS records`,
    [new Date(fromMs), new Date(toMs), who],
  );
  return rows[0]?.records ?? "[]";
}

/** The newest jobs of a kind that minutes are read off. */
const MOST_READ = 60;

/** What each stage of the newest jobs of a family took that were worked this way to a good end, min. */
export async function stageMinutesOf(
  pool: pg.Pool,
  family: string,
  route: string,
): Promise<Partial<Record<StageName, number>>[]> {
  const { rows } = await pool.query<{ stages: { name: StageName; minutes: number }[] }>(
    `SELECT r.content->'stages' AS stages
     FROM job_record AS r JOIN job ON job.id = r.job_id
     WHERE job.family_id IN (SELECT id FROM family WHERE code = $1) AND r.content->>'route' = $2
       AND r.content->>'outcome' = 'repaired'
     ORDER BY r.ended_at DESC LIMIT ${MOST_READ}`,
    [family, route],
  );
  return rows.map(({ stages }) => Object.fromEntries(stages.map(({ name, minutes }) => [name, minutes])));
}
