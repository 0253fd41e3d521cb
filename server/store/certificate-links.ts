import type pg from "pg";
import type { Language } from "../../words/language.ts";
import { newToken } from "../own-token.ts";

/** The token under which a customer sees a job's certificate, or null where none stands. */
export async function standingLink(pool: pg.Pool, code: string): Promise<string | null> {
  const { rows } = await pool.query<{ token: string }>(
    `SELECT token FROM certificate_link
     WHERE job_id = (SELECT id FROM job WHERE code = $1) AND withdrawn_at IS NULL AND expires_at > now()`,
    [code],
  );
  return rows[0]?.token ?? null;
}

/** Makes a link to a job's certificate, for a year; where one stands already, it is given. Null where there is no such job. */
export async function makeLink(pool: pg.Pool, code: string, who: string): Promise<string | null> {
  await pool.query(
    `UPDATE certificate_link SET withdrawn_at = now()
     WHERE job_id = (SELECT id FROM job WHERE code = $1) AND withdrawn_at IS NULL AND expires_at <= now()`,
    [code],
  );
  await pool.query(
    `INSERT INTO certificate_link (token, job_id, made_by)
     SELECT $1, id, $3 FROM job WHERE code = $2
     ON CONFLICT (job_id) WHERE withdrawn_at IS NULL AND job_id IS NOT NULL DO NOTHING`,
    [newToken(), code, who],
  );
  return standingLink(pool, code);
}

/** Withdraws the link that stands; whoever has it sees nothing from then on. */
export async function withdrawLink(pool: pg.Pool, code: string): Promise<void> {
  await pool.query(
    `UPDATE certificate_link SET withdrawn_at = now()
     WHERE job_id = (SELECT id FROM job WHERE code = $1) AND withdrawn_at IS NULL`,
    [code],
  );
}

/** The code of the job that a token shows: null where there is none such, "withdrawn" where it was taken back or its year is over, "first version" where its record
 * is of the first version, whose certificates this one does not write. */
export async function jobOfLink(
  pool: pg.Pool,
  token: string,
): Promise<{ code: string } | "withdrawn" | "first version" | null> {
  const { rows } = await pool.query<{ code: string; first: boolean; is_over: boolean }>(
    `SELECT coalesce(job.code, job_v1.code) AS code, job_v1.id IS NOT NULL AS first,
       withdrawn_at IS NOT NULL OR expires_at <= now() AS is_over
     FROM certificate_link LEFT JOIN job ON job.id = job_id LEFT JOIN job_v1 ON job_v1.id = job_v1_id WHERE token = $1`,
    [token],
  );
  const [row] = rows;
  if (!row) return null;
  if (row.is_over) return "withdrawn";
  return row.first ? "first version" : { code: row.code };
}

/** The language of the customer that a link was made for; null where nothing is known of either. */
export async function languageOfLink(pool: pg.Pool, token: string): Promise<Language | null> {
  const { rows } = await pool.query<{ language: Language }>(
    `SELECT customer.language FROM
       (SELECT job_id FROM certificate_link WHERE token = $1 UNION SELECT job_id FROM offer WHERE token = $1) AS link
     JOIN job ON job.id = link.job_id JOIN customer ON customer.id = job.customer_id`,
    [token],
  );
  return rows[0]?.language ?? null;
}
