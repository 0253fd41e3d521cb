import type pg from "pg";
import { z } from "zod";
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
});
export type Ticket = z.output<typeof ticket>;

/** Writes whose device a job is about; empty where it is not known. False where there is no such job. */
export async function keepTicket(
  client: pg.Pool | pg.PoolClient,
  jobCode: string,
  { customer, serial }: Ticket,
): Promise<boolean> {
  if (customer !== "") {
    await client.query("INSERT INTO customer (name) VALUES ($1) ON CONFLICT DO NOTHING", [customer]);
  }
  const { rowCount } = await client.query(
    "UPDATE job SET serial = $3, customer_id = (SELECT id FROM customer WHERE name = $2) WHERE code = $1",
    [jobCode, customer, serial],
  );
  return rowCount === 1;
}

/** Whose device a job is about; null where there is no such job. */
export async function ticketOf(pool: pg.Pool, jobCode: string): Promise<Ticket | null> {
  const { rows } = await pool.query<Ticket>(
    `SELECT coalesce(customer.name, '') AS customer, serial
     FROM job LEFT JOIN customer ON customer.id = customer_id WHERE code = $1`,
    [jobCode],
  );
  return rows[0] ?? null;
}

/** The customers whose devices were here last, to choose from. */
export async function lastCustomers(pool: pg.Pool, most = 50): Promise<string[]> {
  const { rows } = await pool.query<{ name: string }>("SELECT name FROM customer ORDER BY id DESC LIMIT $1", [
    most,
  ]);
  return rows.map(({ name }) => name);
}
