import type pg from "pg";
import { inTransaction } from "../db/pool.ts";
import { lockJob, sceneOf } from "./jobs.ts";
import { project } from "./projection.ts";

/** What stands beside a job's moves, as one text. */
const BESIDE = `SELECT jsonb_build_object(
  'job', (SELECT jsonb_build_array(route, ended_at, outcome, due_at, tried_route, complaint) FROM job WHERE id = $1),
  'reading', (SELECT jsonb_agg(to_jsonb(r) ORDER BY move_id, position) FROM reading AS r WHERE job_id = $1),
  'lamp', (SELECT jsonb_agg(to_jsonb(l) ORDER BY move_id) FROM lamp_exposure AS l WHERE job_id = $1),
  'spent', (SELECT jsonb_agg(to_jsonb(s) ORDER BY position) FROM spent AS s WHERE job_id = $1),
  'compared', (SELECT jsonb_agg(to_jsonb(c) ORDER BY position) FROM compared AS c WHERE job_id = $1),
  'record', (SELECT to_jsonb(r) FROM job_record AS r WHERE job_id = $1),
  'money', (SELECT jsonb_build_array(currency, charged_minor, hours) FROM job_money WHERE job_id = $1),
  'look', (SELECT jsonb_agg(to_jsonb(l) ORDER BY move_id) FROM look AS l WHERE job_id = $1),
  'call', (SELECT jsonb_agg(to_jsonb(c) ORDER BY c.move_id, c.kind) FROM look_call AS c JOIN look USING (move_id) WHERE job_id = $1)
)::text AS beside`;

/** What is counted over all jobs, and how it is counted from the start. A row of nothing is as none. */
const totals: readonly { table: string; kept: string; counted: string }[] = [
  {
    table: "past_job_count",
    kept: "SELECT family, route, tries, wins FROM past_job_count WHERE tries <> 0",
    counted: `SELECT family.code, tried.route, count(*)::int,
                     (count(*) FILTER (WHERE job.route = tried.route AND job.outcome = 'repaired'))::int
              FROM job JOIN family ON family.id = job.family_id
              CROSS JOIN LATERAL (SELECT job.tried_route AS route UNION SELECT job.route WHERE job.route = 'assembly') AS tried
              WHERE job.ended_at IS NOT NULL AND job.tried_route IS NOT NULL GROUP BY 1, 2`,
  },
  {
    table: "customer_count",
    kept: "SELECT customer_id, jobs FROM customer_count WHERE jobs <> 0",
    counted: "SELECT customer_id, count(*)::int FROM job WHERE customer_id IS NOT NULL GROUP BY 1",
  },
  {
    table: "lot_count",
    kept: "SELECT lot, spent FROM lot_count WHERE spent <> 0",
    counted: "SELECT lot, sum(quantity::numeric) FROM spent WHERE lot IS NOT NULL GROUP BY 1",
  },
  {
    table: "part_count",
    kept: "SELECT name, spent FROM part_count WHERE spent <> 0",
    counted: "SELECT what, sum(quantity)::int FROM spent WHERE unit = 'piece' GROUP BY 1",
  },
  {
    table: "look_count",
    kept: "SELECT source, looks, planted, hits FROM look_count WHERE looks <> 0",
    counted: "SELECT source, count(*)::int, sum(planted)::int, sum(hits)::int FROM look GROUP BY 1",
  },
  {
    table: "look_call_count",
    kept: "SELECT source, kind, called, overruled FROM look_call_count WHERE called <> 0",
    counted: "SELECT source, kind, sum(called)::int, sum(overruled)::int FROM look_call GROUP BY 1, 2",
  },
  {
    table: "lamp_day",
    // Sums of measured times: what is left of adding and taking off is far below a second.
    kept: `SELECT day, round(seconds::numeric, 3), first_at, first_value, round(first_after::numeric, 3) FROM lamp_day
           WHERE round(seconds::numeric, 3) <> 0 OR first_at IS NOT NULL`,
    counted:
      "SELECT day, round(seconds::numeric, 3), first_at, first_value, round(first_after::numeric, 3) FROM lamp_day_counted",
  },
];

/** What was worked out anew and was not as it stood. */
export interface Rebuilt {
  jobs: number;
  /** Codes of jobs beside which something else stood. */
  differed: string[];
  /** Tables whose counts were others. */
  counts: string[];
}

/** Counts anew what is counted over all jobs; the tables whose counts were others. */
export async function rebuildCounts(pool: pg.Pool, { mend = false } = {}): Promise<string[]> {
  const counts: string[] = [];
  for (const { table, kept, counted } of totals) {
    const isOther = await inTransaction<boolean>(pool, async (client) => {
      // Nobody adds to what is counted meanwhile; reading goes on.
      await client.query("LOCK TABLE job, reading, spent, look, look_call, lamp_exposure IN SHARE MODE");
      const { rows } = await client.query(
        `(${kept} EXCEPT ALL ${counted}) UNION ALL (${counted} EXCEPT ALL ${kept}) LIMIT 1`,
      );
      if (rows.length === 0) return false;
      if (mend) {
        await client.query(`DELETE FROM ${table}`);
        await client.query(`INSERT INTO ${table} ${counted}`);
      }
      return true;
    });
    if (isOther) counts.push(table);
  }
  return counts;
}

/**
 * Works out anew from the moves whatever is kept beside them for lists and figures. What differs is named, and put right where `mend` is said.
 * One job after the other, while the shop works.
 */
export async function rebuild(pool: pg.Pool, { mend = false } = {}): Promise<Rebuilt> {
  const { rows: jobs } = await pool.query<{ code: string }>("SELECT code FROM job ORDER BY opened_at, code");
  const differed: string[] = [];
  for (const { code } of jobs) {
    const isOther = await inTransaction<boolean>(pool, async (client, takeBack) => {
      const job = await lockJob(client, code);
      const last = job?.moves.at(-1);
      if (!job || !last) return false;
      const standing = async () => (await client.query<{ beside: string }>(BESIDE, [job.id])).rows[0]!.beside;
      const before = await standing();
      await project(client, job, job.moves, sceneOf(job, last.atMs), null);
      const now = before !== (await standing());
      return mend && now ? true : takeBack(now);
    });
    if (isOther) differed.push(code);
  }
  return { jobs: jobs.length, differed, counts: await rebuildCounts(pool, { mend }) };
}
