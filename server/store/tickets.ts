import type pg from "pg";
import { z } from "zod";
import { oneOf } from "../../core/units.ts";
import { language, languages, type Language } from "../../words/language.ts";
import { t } from "../../words/server.ts";

/** Whose a device is, and which one: kept beside the job's moves, so that it can be corrected, and taken out. */
export const ticket = z.strictObject({
  customer: z
    .string()
    .trim()
    .max(120, { error: () => t("must-be-at-most-120-characters") }),
  serial: z
    .string()
    .trim()
    .max(80, { error: () => t("must-be-at-most-80-characters") }),
  /** The customer's: paper and certificates come in it. What was known of the customer stands where it is left out. */
  language: oneOf(languages).optional(),
});
export type Ticket = z.output<typeof ticket>;

/**
 * Writes whose device a job is about; empty where it is not known. A customer who is new here is taken to speak what is spoken at the desk.
 * False where there is no such job.
 */
export async function keepTicket(
  client: pg.Pool | pg.PoolClient,
  jobCode: string,
  { customer, serial, language: theirs }: Ticket,
): Promise<boolean> {
  if (customer !== "") {
    await client.query(
      `INSERT INTO customer (name, language) VALUES ($1, coalesce($2, $3))
       ON CONFLICT (name) DO UPDATE SET language = coalesce($2, customer.language)`,
      [customer, theirs ?? null, language()],
    );
  }
  const { rowCount } = await client.query(
    "UPDATE job SET serial = $3, customer_id = (SELECT id FROM customer WHERE name = $2) WHERE code = $1",
    [jobCode, customer, serial],
  );
  return rowCount === 1;
}

/** Whose device a job is about; null where there is no such job. No language where the customer is not known. */
export async function ticketOf(pool: pg.Pool, jobCode: string): Promise<Ticket | null> {
  const { rows } = await pool.query<{ customer: string; serial: string; language: Language | null }>(
    `SELECT coalesce(customer.name, '') AS customer, serial, language
     FROM job LEFT JOIN customer ON customer.id = customer_id WHERE code = $1`,
    [jobCode],
  );
  if (!rows[0]) return null;
  const { language: theirs, ...kept } = rows[0];
  return theirs === null ? kept : { ...kept, language: theirs };
}

/** The language of the paper of a job: its customer's, or the reader's where the customer is not known. */
export const paperLanguage = async (pool: pg.Pool, jobCode: string): Promise<Language> =>
  (await ticketOf(pool, jobCode))?.language ?? language();

/** The customers whose devices were here last, to choose from. */
export async function lastCustomers(pool: pg.Pool, most = 50): Promise<string[]> {
  const { rows } = await pool.query<{ name: string }>("SELECT name FROM customer ORDER BY id DESC LIMIT $1", [
    most,
  ]);
  return rows.map(({ name }) => name);
}
