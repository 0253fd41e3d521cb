import type pg from "pg";
import { z } from "zod";
import type { Fault } from "../../core/faults.ts";
import { oneOf, words } from "../../core/units.ts";
import { language, languages, type Language } from "../../words/language.ts";
import { t } from "../../words/server.ts";

/** What opens a device is nobody's here to keep. */
const SECRET = /\b(passwords?|passcodes?|contraseñas?)\b|\b(pin|clave)\b\W*\d{3,}/i;
const shortText = (most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: () => t("must-be-at-most-characters", { most }) })
    .refine((text) => !SECRET.test(text), { error: () => t("never-a-password") });

/** How a customer is reached. */
export const contact = shortText(200);

/** Whose a device is, and which one: kept beside the job's moves, so that it can be corrected, and taken out. */
export const ticket = z
  .strictObject({
    customer: z
      .string()
      .trim()
      .max(120, { error: () => t("must-be-at-most-120-characters") }),
    serial: z
      .string()
      .trim()
      .max(80, { error: () => t("must-be-at-most-80-characters") }),
    /** How the customer is reached. What was known stands where it is left out, as with what follows. */
    contact: contact.optional(),
    /** The number that its owner knows the device by. */
    asset: shortText(80).optional(),
    /** What came in with the device and goes back with it. */
    accessories: shortText(300).optional(),
    /** The customer's: paper and certificates come in it. What was known of the customer stands where it is left out. */
    language: oneOf(languages).optional(),
    /** The job because of which it came back, and what it was; null where it did not. What was known stands where it is left out. */
    cameBack: z
      .strictObject({
        code: words(40),
        what: z
          .string()
          .trim()
          .max(500, { error: () => t("must-be-at-most-500-characters") }),
      })
      .nullable()
      .optional(),
  })
  .superRefine(({ customer, contact: reached }, context) => {
    if (customer === "" && reached)
      context.addIssue({ code: "custom", path: ["customer"], message: t("a-contact-belongs-to-a-name") });
  });
export type Ticket = z.output<typeof ticket>;

/** A row that another one refers to: PostgreSQL's code. */
const REFERRED_TO = "23503";

/** Takes a customer out of the register of whom nothing is here any more: a name that was misheard. */
const dropUnlessNeeded = (client: pg.Pool | pg.PoolClient, id: string): Promise<unknown> =>
  client
    .query("DELETE FROM customer WHERE id = $1 AND NOT EXISTS (SELECT FROM job WHERE customer_id = $1)", [id])
    .catch((error: Error & { code?: string }) => {
      // In this moment a device of theirs is taken in.
      if (error.code !== REFERRED_TO) throw error;
    });

/**
 * Writes whose device a job is about; empty where it is not known. A customer who is new here is taken to speak what is spoken at the desk. A
 * name that was misheard leaves the register. False where there is no such job.
 */
export async function keepTicket(
  client: pg.Pool | pg.PoolClient,
  jobCode: string,
  { customer, serial, contact: reached, asset, accessories, language: theirs, cameBack }: Ticket,
): Promise<boolean> {
  const { rows } = await client.query<{
    id: string;
    isBare: boolean;
    isCarried: boolean;
    consent: Date | null;
  }>(
    `SELECT id, name <> $2 AND contact = '' AND consent_at IS NULL AS "isBare", name <> $2 AND contact = $3 AS "isCarried", consent_at AS consent FROM customer
     WHERE id = (SELECT customer_id FROM job WHERE code = $1)`,
    [jobCode, customer, reached ?? null],
  );
  const before = rows[0];
  if (customer !== "") {
    // A name that is put right takes its contact with it, and the leave to keep both; one who is known here already keeps their own.
    await client.query(
      `INSERT INTO customer (name, language, contact, consent_at) VALUES ($1, coalesce($2, $3), coalesce($4, ''), $6)
       ON CONFLICT (name) DO UPDATE SET language = coalesce($2, customer.language), contact = CASE
         WHEN $5 AND customer.contact <> '' THEN customer.contact ELSE coalesce($4, customer.contact) END`,
      [
        customer,
        theirs ?? null,
        language(),
        reached ?? null,
        before?.isCarried ?? false,
        before?.isCarried ? before.consent : null,
      ],
    );
  }
  const { rowCount } = await client.query(
    `UPDATE job SET serial = $3, customer_id = (SELECT id FROM customer WHERE name = $2),
                    asset = coalesce($4, asset), accessories = coalesce($5, accessories)
     WHERE code = $1`,
    [jobCode, customer, serial, asset ?? null, accessories ?? null],
  );
  // One whose contact nobody took along may be meant the next time.
  if (before?.isCarried || before?.isBare) await dropUnlessNeeded(client, before.id);
  if (cameBack !== undefined)
    await client.query(
      "UPDATE job SET return_of = (SELECT id FROM job WHERE code = $2), returned_for = $3 WHERE code = $1",
      [jobCode, cameBack?.code ?? null, cameBack?.what ?? ""],
    );
  return rowCount === 1;
}

/** What is wrong with a ticket for a job: it can only have come back because of another one that is here. */
export async function ticketFaults(pool: pg.Pool, jobCode: string, { cameBack }: Ticket): Promise<Fault[]> {
  if (!cameBack) return [];
  const { rowCount } = await pool.query("SELECT FROM job WHERE code = $1 AND code <> $2", [
    cameBack.code,
    jobCode,
  ]);
  const { code } = cameBack;
  return rowCount ? [] : [{ path: "cameBack.code", message: t("there-is-no-other-job", { code }) }];
}

/** The last job of a device by its serial number; null where none is known. */
export async function lastJobOf(
  pool: pg.Pool,
  serial: string,
): Promise<{ code: string; endedAt: string | null } | null> {
  const { rows } = await pool.query<{ code: string; endedAt: Date | null }>(
    `SELECT code, ended_at AS "endedAt" FROM job
     WHERE lower(serial) = lower($1) AND serial <> '' ORDER BY opened_at DESC LIMIT 1`,
    [serial],
  );
  return rows[0] ? { ...rows[0], endedAt: rows[0].endedAt?.toISOString() ?? null } : null;
}

/** Whose device a job is about; null where there is no such job. No language where the customer is not known. */
export async function ticketOf(pool: pg.Pool | pg.PoolClient, jobCode: string): Promise<Ticket | null> {
  const { rows } = await pool.query<{
    customer: string;
    serial: string;
    contact: string;
    asset: string;
    accessories: string;
    language: Language | null;
    code: string | null;
    what: string;
  }>(
    `SELECT coalesce(customer.name, '') AS customer, job.serial, coalesce(customer.contact, '') AS contact, job.asset,
            job.accessories, language, before.code, job.returned_for AS what
     FROM job LEFT JOIN customer ON customer.id = job.customer_id LEFT JOIN job AS before ON before.id = job.return_of
     WHERE job.code = $1`,
    [jobCode],
  );
  if (!rows[0]) return null;
  const { language: theirs, code, what, ...kept } = rows[0];
  return {
    ...kept,
    ...(theirs === null ? {} : { language: theirs }),
    ...(code === null ? {} : { cameBack: { code, what } }),
  };
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

/** Jobs are taken in together within so much of one another, s. */
const TOGETHER_S = 60;
const MOST_TOGETHER = 50;

/** Open jobs of the same family and customer that were taken in together with a job. */
export async function takenInWith(pool: pg.Pool, code: string): Promise<string[]> {
  const { rows } = await pool.query<{ code: string }>(
    `SELECT other.code FROM job AS own JOIN job AS other ON other.family_id = own.family_id
     WHERE own.code = $1 AND other.id <> own.id AND other.ended_at IS NULL
       AND other.customer_id IS NOT DISTINCT FROM own.customer_id
       AND other.opened_at BETWEEN own.opened_at - $2 * interval '1 second' AND own.opened_at + $2 * interval '1 second'
     ORDER BY other.code LIMIT ${MOST_TOGETHER}`,
    [code, TOGETHER_S],
  );
  return rows.map((row) => row.code);
}
