import type pg from "pg";
import { z } from "zod";
import { key } from "../../core/stack/family.ts";
import { words } from "../../core/units.ts";
import { t } from "../../words/server.ts";
import { inTransaction } from "../db/pool.ts";

const PNG = "data:image/png;base64,";
/** A name drawn by a finger is far smaller. */
const MOST_CHARACTERS = 120_000;

/** To whom a device is handed over, and their signature: a PNG as a data address. */
export const handingBack = z.strictObject({
  who: key(),
  to: words(80),
  signature: z
    .string()
    .max(MOST_CHARACTERS, { error: () => t("the-signature-is-too-large") })
    .regex(/^data:image\/png;base64,iVBORw0KGgo[A-Za-z0-9+/]+=*$/, { error: () => t("must-be-signed") }),
});
export type HandingBack = z.output<typeof handingBack>;

/** Who fetched a device, and who handed it over. */
export interface HandedBack {
  to: string;
  who: string;
  at: string;
  signature: string;
}

/** To whom a job's device was handed over; null while it is here. */
export async function findHandBack(pool: pg.Pool | pg.PoolClient, code: string): Promise<HandedBack | null> {
  const { rows } = await pool.query<{ to_name: string; who: string; at: Date; signature: Buffer }>(
    `SELECT to_name, who, at, signature FROM hand_back
     WHERE job_id = (SELECT id FROM job WHERE code = $1) AND undone_at IS NULL`,
    [code],
  );
  const [row] = rows;
  return row
    ? {
        to: row.to_name,
        who: row.who,
        at: row.at.toISOString(),
        signature: `${PNG}${row.signature.toString("base64")}`,
      }
    : null;
}

/** Notes that a device was fetched: once, while its job is over. */
export const handBack = (
  pool: pg.Pool,
  code: string,
  { who, to, signature }: HandingBack,
): Promise<"kept" | "there" | "not over" | "no such job"> =>
  inTransaction(pool, async (client) => {
    const { rows } = await client.query<{ id: string; is_over: boolean }>(
      "SELECT id, ended_at IS NOT NULL AS is_over FROM job WHERE code = $1 FOR UPDATE",
      [code],
    );
    const [job] = rows;
    if (!job) return "no such job";
    if (!job.is_over) return "not over";
    const { rowCount } = await client.query(
      `INSERT INTO hand_back (job_id, who, to_name, signature) VALUES ($1, $2, $3, decode($4, 'base64'))
       ON CONFLICT (job_id) WHERE undone_at IS NULL DO NOTHING`,
      [job.id, who, to, signature.slice(PNG.length)],
    );
    if (rowCount !== 1) return "there";
    await client.query("UPDATE job SET fetched_at = now() WHERE id = $1", [job.id]);
    return "kept";
  });

/** Notes that a device is still here after all; what was signed is kept, as undone. */
export const undoHandBack = (pool: pg.Pool, code: string): Promise<unknown> =>
  inTransaction(pool, async (client) => {
    const { rows } = await client.query<{ job_id: string }>(
      `UPDATE hand_back SET undone_at = now() WHERE undone_at IS NULL
       AND job_id = (SELECT id FROM job WHERE code = $1) RETURNING job_id`,
      [code],
    );
    if (rows[0]) await client.query("UPDATE job SET fetched_at = NULL WHERE id = $1", [rows[0].job_id]);
    return undefined;
  });
