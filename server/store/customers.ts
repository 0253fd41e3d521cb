import type pg from "pg";
import { z } from "zod";
import { oneOf } from "../../core/units.ts";
import { languages, type Language } from "../../words/language.ts";
import { t } from "../../words/server.ts";
import { inTransaction } from "../db/pool.ts";
import { contact } from "./tickets.ts";

/** What is noted of a customer beside the name. */
export const customerNote = z.strictObject({
  contact,
  /** They agreed that name and contact are kept. */
  consents: z.boolean({ error: () => t("must-be-true-or-false") }),
  language: oneOf(languages),
});
export type CustomerNote = z.output<typeof customerNote>;

/** A customer of the register. */
export interface Customer {
  id: number;
  name: string;
  contact: string;
  /** When they agreed that name and contact are kept; null where they did not. */
  consentAt: string | null;
  language: Language;
  jobs: number;
  open: number;
  /** When a device of theirs was taken in last. */
  lastAt: string | null;
}

/** So many are listed: more are found by a word of their name. */
export const MOST_CUSTOMERS = 200;

const COLUMNS = `customer.id::int, name, contact, consent_at AS "consentAt", language, own.jobs, own.open, own.last AS "lastAt"`;
const OWN = `CROSS JOIN LATERAL (
  SELECT coalesce((SELECT jobs FROM customer_count WHERE customer_id = customer.id), 0) AS jobs,
         (SELECT count(*)::int FROM job WHERE customer_id = customer.id AND ended_at IS NULL) AS open,
         (SELECT max(opened_at) FROM job WHERE customer_id = customer.id) AS last) AS own`;

interface CustomerRow extends Omit<Customer, "consentAt" | "lastAt"> {
  consentAt: Date | null;
  lastAt: Date | null;
}
const readRow = (row: CustomerRow): Customer => ({
  ...row,
  consentAt: row.consentAt?.toISOString() ?? null,
  lastAt: row.lastAt?.toISOString() ?? null,
});

/** Customers by name, those in whose name a text stands. */
export async function listCustomers(pool: pg.Pool, find = "", most = MOST_CUSTOMERS): Promise<Customer[]> {
  const { rows } = await pool.query<CustomerRow>(
    `SELECT ${COLUMNS} FROM (SELECT * FROM customer WHERE lower(name) LIKE '%' || lower($1) || '%' ORDER BY name LIMIT $2) AS customer ${OWN}
     ORDER BY name`,
    [find.replaceAll(/[\\%_]/g, "\\$&"), most],
  );
  return rows.map(readRow);
}

const findCustomer = async (client: pg.Pool | pg.PoolClient, id: number): Promise<Customer | null> => {
  const { rows } = await client.query<CustomerRow>(
    `SELECT ${COLUMNS} FROM customer ${OWN} WHERE customer.id = $1`,
    [id],
  );
  return rows[0] ? readRow(rows[0]) : null;
};

/** Notes how a customer is reached, whether that may be kept, and what they speak; null where there is no such customer. */
export async function noteCustomer(
  pool: pg.Pool,
  id: number,
  { contact: reached, consents, language }: CustomerNote,
): Promise<Customer | null> {
  const { rowCount } = await pool.query(
    `UPDATE customer SET contact = $2, language = $4, consent_at = CASE WHEN $3 THEN coalesce(consent_at, now()) END WHERE id = $1`,
    [id, reached, consents, language],
  );
  return rowCount === 1 ? findCustomer(pool, id) : null;
}

/** All that is kept of a customer, as a document that can be handed to them; null where there is no such customer. */
export async function exportCustomer(pool: pg.Pool, id: number): Promise<object | null> {
  const customer = await findCustomer(pool, id);
  if (!customer) return null;
  const { rows: jobs } = await pool.query<object>(
    `SELECT code, opened_at AS "openedAt", ended_at AS "endedAt", complaint, serial, asset, accessories,
       (SELECT json_agg(json_build_object('at', at, 'to', to_name, 'signature', 'data:image/png;base64,' || encode(signature, 'base64')) ORDER BY at)
        FROM hand_back WHERE job_id = job.id) AS "handedOver",
       (SELECT json_agg(content ORDER BY number) FROM invoice WHERE job_id = job.id) AS invoices
     FROM job WHERE customer_id = $1 ORDER BY opened_at`,
    [id],
  );
  return { format: "half-lift/customer", version: 1, customer, jobs };
}

/** One white point: what stands where somebody signed who is to be forgotten. */
const NO_SIGNATURE = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAADElEQVR4nGP4//8/AAX+Av4N70a4AAAAAElFTkSuQmCC",
  "base64",
);

/**
 * Forgets who a customer is: name, contact, asset numbers, what came in with their devices, who fetched them and how they signed; links of theirs
 * open nothing any more. Their jobs stay, and are nobody's; invoices stay as they were made. How many of those there are, or null where there is
 * no such customer. While a job of theirs is open they are not forgotten: somebody waits for it.
 */
export const forgetCustomer = (
  pool: pg.Pool,
  id: number,
): Promise<{ jobs: number; invoices: number } | "has open jobs" | null> =>
  inTransaction(pool, async (client) => {
    const locked = await client.query("SELECT FROM customer WHERE id = $1 FOR UPDATE", [id]);
    if (locked.rowCount !== 1) return null;
    const { open, jobs } = (await findCustomer(client, id))!;
    if (open > 0) return "has open jobs";
    const theirs = "(SELECT id FROM job WHERE customer_id = $1)";
    await client.query(`UPDATE hand_back SET to_name = '', signature = $2 WHERE job_id IN ${theirs}`, [
      id,
      NO_SIGNATURE,
    ]);
    await client.query(
      `UPDATE certificate_link SET withdrawn_at = now() WHERE withdrawn_at IS NULL AND job_id IN ${theirs}`,
      [id],
    );
    const invoices = await client.query(`SELECT FROM invoice WHERE job_id IN ${theirs}`, [id]);
    await client.query(
      "UPDATE job SET customer_id = NULL, asset = '', accessories = '' WHERE customer_id = $1",
      [id],
    );
    await client.query("DELETE FROM customer WHERE id = $1", [id]);
    return { jobs, invoices: invoices.rowCount ?? 0 };
  });
