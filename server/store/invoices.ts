import type pg from "pg";
import { invoice, invoiceFigures, type Invoice, type InvoiceTerms } from "../../core/intake/invoice.ts";
import { inTransaction } from "../db/pool.ts";
import { lockJob, sceneOf } from "./jobs.ts";
import { ticketOf } from "./tickets.ts";

interface TermsRow {
  tax_pct: number;
  invoice_prefix: string;
  invoice_next: number;
}

const TERMS = "SELECT tax_pct, invoice_prefix, invoice_next FROM shop";
const readTerms = ({ tax_pct, invoice_prefix, invoice_next }: TermsRow): InvoiceTerms => ({
  taxPct: tax_pct,
  prefix: invoice_prefix,
  nextNumber: invoice_next,
});

export async function findInvoiceTerms(pool: pg.Pool): Promise<InvoiceTerms> {
  const { rows } = await pool.query<TermsRow>(TERMS);
  return readTerms(rows[0]!);
}

/** Sets tax and series; false where a number of it was given already. */
export async function setInvoiceTerms(
  pool: pg.Pool,
  { taxPct, prefix, nextNumber }: InvoiceTerms,
): Promise<boolean> {
  const { rowCount } = await pool.query(
    `UPDATE shop SET tax_pct = $1, invoice_prefix = $2, invoice_next = $3
     WHERE NOT EXISTS (SELECT FROM invoice WHERE left(number, length($2)) = $2
       AND substr(number, length($2) + 1) ~ '^[0-9]{1,9}$' AND substr(number, length($2) + 1)::integer >= $3)`,
    [taxPct, prefix, nextNumber],
  );
  return rowCount === 1;
}

/** The invoice of a job; null where none was made. */
export async function findInvoice(pool: pg.Pool | pg.PoolClient, code: string): Promise<Invoice | null> {
  const { rows } = await pool.query<{ content: unknown }>(
    "SELECT content FROM invoice JOIN job ON job.id = job_id WHERE code = $1",
    [code],
  );
  return rows[0] ? invoice.parse(rows[0].content) : null;
}

/** What became of asking for an invoice. */
export type MadeInvoice =
  { kind: "made" | "there"; invoice: Invoice } | { kind: "no such job" | "nothing to pay" };

/** Makes the invoice of a job that has ended, under the next number of the series; asked for again it is the same one. */
export const makeInvoice = (pool: pg.Pool, code: string, who: string): Promise<MadeInvoice> =>
  inTransaction<MadeInvoice>(pool, async (client) => {
    const job = await lockJob(client, code);
    if (!job) return { kind: "no such job" };
    const there = await findInvoice(client, code);
    if (there) return { kind: "there", invoice: there };
    const terms = readTerms((await client.query<TermsRow>(`${TERMS} FOR UPDATE`)).rows[0]!);
    const now = new Date();
    const figures = invoiceFigures(sceneOf(job, now.getTime()), terms.taxPct);
    if (!figures) return { kind: "nothing to pay" };
    const { quotedHours, ...money } = figures;
    const { rows } = await client.query<{ minutes: number | null }>(
      `SELECT (SELECT sum(coalesce(stage->>'handsMin', stage->>'minutes')::float8) FROM json_array_elements(content->'stages') AS stage) AS minutes
       FROM job_record WHERE job_id = $1`,
      [job.id],
    );
    const ticket = await ticketOf(client, code);
    const minutes = rows[0]?.minutes ?? null;
    const made: Invoice = {
      number: `${terms.prefix}${terms.nextNumber}`,
      issuedAt: now.toISOString(),
      job: code,
      family: job.family.family.code,
      customer: ticket?.customer ?? "",
      serial: ticket?.serial ?? "",
      ...money,
      hours: { quoted: quotedHours, worked: minutes === null ? null : minutes / 60 },
    };
    await client.query("INSERT INTO invoice (number, job_id, who, content) VALUES ($1, $2, $3, $4)", [
      made.number,
      job.id,
      who,
      JSON.stringify(made),
    ]);
    await client.query("UPDATE shop SET invoice_next = invoice_next + 1");
    return { kind: "made", invoice: made };
  });
