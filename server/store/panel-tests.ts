import { randomInt } from "node:crypto";
import type pg from "pg";
import { JOB_CHANNEL } from "./jobs.ts";
import { inTransaction } from "../db/pool.ts";
import { newToken } from "../own-token.ts";

/** Letters and figures that nobody takes for one another. */
const ALPHABET = "23456789ABCDEFGHJKMNPQRSTUVWXYZ";
/** Eight of 31: forty bits. */
const CODE_LENGTH = 8;
/** A code is opened within so long, and its test sends within so long more, min. */
export const CODE_MIN = 15;
export const SESSION_MIN = 120;
/** Wrong codes from one address within `TRY_MIN`. Of 31 ^ 8 codes few are good at a time: who guesses from many addresses finds none either. */
export const MOST_TRIES = 10;
const TRY_MIN = 10;

export interface PanelTest {
  code: string;
  expiresAt: string;
  openedAt: string | null;
}

/** A code as it is typed: whatever stands between, in small letters or capitals. */
export const plainCode = (typed: string): string => typed.toUpperCase().replace(/[^0-9A-Z]/g, "");

/** Makes a code for a job; what was made before and not opened is good no more. Null where there is no such job. */
export async function makePanelTest(pool: pg.Pool, job: string, who: string): Promise<PanelTest | null> {
  return inTransaction(pool, async (client) => {
    const { rows } = await client.query<{ id: string }>("SELECT id FROM job WHERE code = $1 FOR UPDATE", [
      job,
    ]);
    if (!rows[0]) return null;
    await client.query(
      "UPDATE panel_test SET expires_at = now() WHERE job_id = $1 AND opened_at IS NULL AND expires_at > now()",
      [rows[0].id],
    );
    const code = Array.from({ length: CODE_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join("");
    const made = await client.query<{ expires_at: Date }>(
      `INSERT INTO panel_test (code, job_id, made_by, expires_at)
       VALUES ($1, $2, $3, now() + make_interval(mins => $4)) RETURNING expires_at`,
      [code, rows[0].id, who, CODE_MIN],
    );
    return { code, expiresAt: made.rows[0]!.expires_at.toISOString(), openedAt: null };
  });
}

/** The newest test of a job, where it can still be opened or still sends; else null. */
export async function standingPanelTest(pool: pg.Pool, job: string): Promise<PanelTest | null> {
  const { rows } = await pool.query<{ code: string; expires_at: Date; opened_at: Date | null }>(
    `SELECT panel_test.code, expires_at, panel_test.opened_at FROM panel_test JOIN job ON job.id = job_id
     WHERE job.code = $1 AND expires_at > now() ORDER BY made_at DESC LIMIT 1`,
    [job],
  );
  const [row] = rows;
  return row
    ? {
        code: row.code,
        expiresAt: row.expires_at.toISOString(),
        openedAt: row.opened_at?.toISOString() ?? null,
      }
    : null;
}

export type CodeState = "too many tries" | "unknown" | "expired" | "used" | "good";

/**
 * What a typed code is worth. One that is none is counted against the address that it came from; an address with too many of them is told nothing
 * for a while, whatever it types, and no other is kept out by it.
 */
export async function tryCode(
  pool: pg.Pool,
  code: string,
  from: string,
): Promise<{ state: CodeState; job?: string; session?: string | null }> {
  // Counted before it is looked up: many that come at once are each counted before any is answered.
  const { rows: own } = await pool.query<{ id: string }>(
    "INSERT INTO panel_test_try (from_address) VALUES ($1) RETURNING id",
    [from],
  );
  const forget = () => pool.query("DELETE FROM panel_test_try WHERE id = $1", [own[0]!.id]);
  const { rows: tries } = await pool.query<{ own: number }>(
    `SELECT count(*)::int AS own FROM panel_test_try
     WHERE from_address = $1 AND at > now() - make_interval(mins => $2)`,
    [from, TRY_MIN],
  );
  if (tries[0]!.own > MOST_TRIES) {
    await forget();
    return { state: "too many tries" };
  }
  const { rows } = await pool.query<{
    job: string;
    isOver: boolean;
    session: string | null;
  }>(
    `SELECT job.code AS job, expires_at <= now() AS "isOver", session
     FROM panel_test JOIN job ON job.id = job_id WHERE panel_test.code = $1`,
    [code],
  );
  const [row] = rows;
  if (!row) {
    await pool.query("DELETE FROM panel_test_try WHERE at < now() - make_interval(mins => $1)", [TRY_MIN]);
    return { state: "unknown" };
  }
  await forget();
  const { job, isOver, session } = row;
  return { state: session ? "used" : isOver ? "expired" : "good", job, session };
}

/** Uses a code up: the session that it opens, or null where somebody was quicker or it is too late. */
export async function openPanelTest(pool: pg.Pool, code: string): Promise<string | null> {
  const session = newToken();
  const { rows } = await pool.query<{ job: string }>(
    `UPDATE panel_test SET session = $2, opened_at = now(), expires_at = now() + make_interval(mins => $3)
     WHERE code = $1 AND session IS NULL AND expires_at > now()
     RETURNING (SELECT job.code FROM job WHERE job.id = job_id) AS job`,
    [code, session, SESSION_MIN],
  );
  if (!rows[0]) return null;
  // Whoever shows the code sees that it is open.
  await pool.query("SELECT pg_notify($1, $2)", [JOB_CHANNEL, rows[0].job]);
  return session;
}

/** The job that a session's results go to and who made its code; "over" where it sends no more, null where there is none. */
export async function jobOfSession(
  pool: pg.Pool,
  session: string,
): Promise<{ job: string; who: string } | "over" | null> {
  const { rows } = await pool.query<{ job: string; who: string; isOver: boolean }>(
    `SELECT job.code AS job, made_by AS who, expires_at <= now() AS "isOver"
     FROM panel_test JOIN job ON job.id = job_id WHERE session = $1`,
    [session],
  );
  const [row] = rows;
  return row ? (row.isOver ? "over" : { job: row.job, who: row.who }) : null;
}
