import type pg from "pg";
import { listCsv } from "../formats/list-csv.ts";
import type { Device } from "../../core/device/scene.ts";

/** Blocks a lot: nothing more is taken or laid of it. A lot that is blocked stays so. */
export async function blockLot(pool: pg.Pool, lot: string, who: string): Promise<void> {
  await pool.query("INSERT INTO lot_block (lot, who) VALUES ($1, $2) ON CONFLICT (lot) DO NOTHING", [
    lot,
    who,
  ]);
}

export const releaseLot = (pool: pg.Pool, lot: string): Promise<unknown> =>
  pool.query("DELETE FROM lot_block WHERE lot = $1", [lot]);

/** The first of some lots that is blocked; null where none is. */
export async function firstBlocked(
  client: pg.Pool | pg.PoolClient,
  lots: readonly string[],
): Promise<string | null> {
  if (lots.length === 0) return null;
  const { rows } = await client.query<{ lot: string }>(
    "SELECT lot FROM lot_block WHERE lot = ANY($1) ORDER BY lot LIMIT 1",
    [lots],
  );
  return rows[0]?.lot ?? null;
}

/** A blocked lot that a move lays something of; what was laid before is over. */
export async function laysBlocked(
  client: pg.PoolClient,
  before: Device,
  after: Device,
): Promise<string | null> {
  const { spent } = after.bond;
  if (spent === before.bond.spent) return null;
  const had = new Set(before.bond.spent);
  return firstBlocked(
    client,
    spent.flatMap((one) => (had.has(one) || one.lot === null ? [] : [one.lot])),
  );
}

interface RecallRow {
  job: string;
  customer: string;
  serial: string;
  family: string;
  ended: string;
  outcome: string;
  used: string;
}

/** Whoever has something of a lot, as a list for a spreadsheet: job, customer, device, how it ended, and how much went into it. */
export async function recallList(pool: pg.Pool, lot: string): Promise<string> {
  const { rows } = await pool.query<RecallRow>(
    `SELECT job.code AS job, coalesce(customer.name, '') AS customer, job.serial, family.code AS family,
            coalesce(to_char(job.ended_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS ended,
            CASE WHEN EXISTS (SELECT FROM job AS back WHERE back.return_of = job.id) THEN 'came back'
                 ELSE coalesce(job.outcome, 'open') END AS outcome,
            s.used
     FROM (SELECT job_id, string_agg(trim_scale(round(quantity::numeric, 3)) || ' ' || unit, ', ' ORDER BY position) AS used
           FROM spent WHERE lot = $1 GROUP BY 1) AS s
     JOIN job ON job.id = s.job_id JOIN family ON family.id = job.family_id
     LEFT JOIN customer ON customer.id = job.customer_id
     ORDER BY job.ended_at NULLS FIRST, job.code`,
    [lot],
  );
  return listCsv(["job", "customer", "serial", "family", "ended", "outcome", "used"], rows);
}
