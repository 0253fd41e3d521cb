import type pg from "pg";
import { z } from "zod";
import { oneOf } from "../../core/units.ts";
import { languages, type Language } from "../../words/language.ts";
import { t } from "../../words/server.ts";
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
  SELECT count(*)::int AS jobs, (count(*) FILTER (WHERE ended_at IS NULL))::int AS open, max(opened_at) AS last
  FROM job WHERE customer_id = customer.id) AS own`;

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
  if (rowCount !== 1) return null;
  const { rows } = await pool.query<CustomerRow>(
    `SELECT ${COLUMNS} FROM customer ${OWN} WHERE customer.id = $1`,
    [id],
  );
  return rows[0] ? readRow(rows[0]) : null;
}
