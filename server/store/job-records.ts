import type pg from "pg";
import type { Device, Scene } from "../../core/device/scene.ts";
import { invoiceFigures } from "../../core/intake/invoice.ts";
import { jobRecord } from "../../core/yield/job-record.ts";
import type { PacedJob } from "../../core/plan/stage-paces.ts";
import { MOST_JOBS } from "../../core/yield/yield-input.ts";
import type { StageName } from "../../core/stage.ts";
import type { StoredFamily } from "./families.ts";
import type { KeptMove } from "./kept-moves.ts";

/** Keeps what a job tells of the shop once it is over; of one that is open again nothing. */
export async function projectRecord(
  client: pg.PoolClient,
  { id, family }: { id: string; family: Pick<StoredFamily, "family"> },
  moves: readonly KeptMove[],
  scene: Scene,
  before: Device | null,
): Promise<void> {
  const { ended } = scene.state.intake;
  if (!ended && before && !before.intake.ended) return;
  const record = ended ? jobRecord(family.family, moves) : null;
  await client.query("DELETE FROM job_record WHERE job_id = $1", [id]);
  await client.query("DELETE FROM job_money WHERE job_id = $1", [id]);
  if (!record) return;
  await client.query("INSERT INTO job_record (job_id, ended_at, content) VALUES ($1, $2, $3)", [
    id,
    record.endedAt,
    JSON.stringify(record),
  ]);
  const charged = invoiceFigures(scene, 0);
  const minutes = record.stages!.reduce((sum, { handsMin = 0 }) => sum + handsMin, 0);
  await client.query(
    `INSERT INTO job_money (job_id, ended_at, family, currency, charged_minor, hours, hour_minor, parts_minor, parts_untold, lots_minor, lots_untold)
     SELECT $1, $2, $3, coalesce($4, shop.currency), $5, $6, shop.rate_per_hour_minor, parts.minor, parts.untold, lots.minor, lots.untold
     FROM shop, parts_of($1) AS parts, lots_of($1) AS lots`,
    [id, record.endedAt, record.family, charged?.currency ?? null, charged?.netMinor ?? 0, minutes / 60],
  );
}

/** What the jobs of a family that ended in a time brought and took. Money in the minor unit of the currency. */
export interface FamilyMoney {
  family: string;
  currency: string;
  jobs: number;
  chargedMinor: number;
  materialsMinor: number;
  /** In how many of them something was used up whose cost nobody said. */
  untoldJobs: number;
  hours: number;
  labourMinor: number;
}

export async function moneyByFamily(
  pool: pg.Pool,
  { fromMs, toMs }: { fromMs: number; toMs: number },
): Promise<FamilyMoney[]> {
  const { rows } = await pool.query<FamilyMoney>(
    `SELECT family, currency, count(*)::int AS jobs, sum(charged_minor)::float8 AS "chargedMinor",
            sum(parts_minor + lots_minor)::float8 AS "materialsMinor", (count(*) FILTER (WHERE parts_untold + lots_untold > 0))::int AS "untoldJobs",
            sum(hours) AS hours, round(sum(hours * hour_minor)) AS "labourMinor"
     FROM job_money WHERE ended_at >= $1 AND ended_at < $2 GROUP BY family, currency ORDER BY 3 DESC, 1`,
    [new Date(fromMs), new Date(toMs)],
  );
  return rows;
}

/**
 * The records of the jobs that ended in a time, of more than there may be the newest, as the text of a list that `yield` takes: each is kept as it
 * is told. A job whose device came back because of it counts as returned. Of the people only the one named stands in it, or each where nobody is.
 */
export async function recordsAsText(
  pool: pg.Pool,
  { fromMs, toMs, who }: { fromMs: number; toMs: number; who: string | null },
): Promise<string> {
  // Where to cut is read off the index; what is told is then not put in order.
  const { rows } = await pool.query<{ records: string | null }>(
    `SELECT '[' || string_agg(
        CASE WHEN $3::text IS NULL OR technician = $3 THEN left(told, -1) || ',"technician":' || to_json(technician) || '}' ELSE told END, ',') || ']' AS records
     FROM job_record WHERE ended_at < $2 AND ended_at >= $1 AND ended_at > coalesce(
       (SELECT ended_at FROM job_record WHERE ended_at >= $1 AND ended_at < $2 ORDER BY ended_at DESC OFFSET ${MOST_JOBS} LIMIT 1),
       '-infinity')`,
    [new Date(fromMs), new Date(toMs), who],
  );
  return rows[0]?.records ?? "[]";
}

/** The newest jobs of a kind that minutes are read off: enough for several methods and people. */
const MOST_READ = 200;

/** The newest jobs of a family that were worked this way to a good end, the newest first: by which method, by whom, and what each stage took. */
export async function stageMinutesOf(pool: pg.Pool, family: string, route: string): Promise<PacedJob[]> {
  const { rows } = await pool.query<{
    method: string | null;
    who: string | null;
    stages: { name: StageName; minutes: number; handsMin?: number }[];
  }>(
    `SELECT r.content->>'method' AS method, r.content->>'technician' AS who, r.content->'stages' AS stages
     FROM job_record AS r JOIN job ON job.id = r.job_id
     WHERE job.family_id IN (SELECT id FROM family WHERE code = $1) AND r.content->>'route' = $2
       AND r.content->>'outcome' = 'repaired'
     ORDER BY r.ended_at DESC LIMIT ${MOST_READ}`,
    [family, route],
  );
  return rows.map(({ method, who, stages }) => ({
    method,
    who,
    stages: Object.fromEntries(stages.map(({ name, ...took }) => [name, took])),
  }));
}
