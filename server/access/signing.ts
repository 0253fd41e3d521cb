import type pg from "pg";
import type { DeviceFact } from "../../core/device/facts.ts";
import type { SentMove } from "../store/jobs.ts";
import type { Asker } from "./asker.ts";
import type { PersonRole } from "./roles.ts";

/** A signature is a proof of who signs that is no older than this, s. */
export const FRESH_S = 60;

/** What somebody puts their name to. */
const SIGNED = new Set(["signed-for", "certificate-signed"]);
export const isSignature = ({ kind }: Pick<SentMove, "kind">): boolean => SIGNED.has(kind);

/** What a lead answers for, and a technician does not: a lot that is out of date or not the shop's, and what was not shown. */
const LEADS: ReadonlySet<string> = new Set<DeviceFact["is"]>([
  "lot-taken",
  "lot-in-date",
  "lot-on-shelf",
  "lot-enough",
  "shown",
  "still-shown",
  "looked-under",
  "joint-sound",
]);
const MAY_SIGN_ALL: readonly PersonRole[] = ["lead", "owner"];

/** Whether a lead has to sign for something, and not whoever sends it. */
export function isForALead({ kind, data }: Pick<SentMove, "kind" | "data">, role: Asker["role"]): boolean {
  if (kind !== "signed-for" || (MAY_SIGN_ALL as readonly string[]).includes(role)) return false;
  const { fact } = (data ?? {}) as { fact?: { is?: unknown } };
  return typeof fact?.is === "string" && LEADS.has(fact.is);
}

/** Of some moves those that were kept before: what is sent again is not signed again. */
async function notKept(pool: pg.Pool, moves: readonly SentMove[]): Promise<SentMove[]> {
  const { rows } = await pool.query<{ id: string }>("SELECT id FROM move WHERE id = ANY($1::uuid[])", [
    moves.map(({ id }) => id),
  ]);
  return moves.filter(({ id }) => !rows.some((row) => row.id === id));
}

/**
 * Takes the fresh proof of whoever signs for the one signature among what is sent: false where there is none, or it has been taken for another.
 * True as well where nothing new is signed.
 */
export async function takesProof(
  pool: pg.Pool,
  { session }: Asker,
  moves: readonly SentMove[],
): Promise<boolean> {
  const sent = moves.filter(isSignature);
  const signed = sent.length === 0 ? sent : await notKept(pool, sent);
  if (signed.length === 0) return true;
  if (signed.length > 1) return false;
  const { rowCount } = await pool.query(
    `UPDATE session SET signed_at = now()
     WHERE id = $1 AND signed_at IS NULL AND made_at > now() - make_interval(secs => $2)`,
    [session, FRESH_S],
  );
  return rowCount === 1;
}

/** Keeps by what proof each signature was given, bound to its place in the job's chain. */
export async function keepSignatures(
  client: pg.PoolClient,
  session: string | null,
  moves: readonly SentMove[],
): Promise<void> {
  const ids = moves.filter(isSignature).map(({ id }) => id);
  if (ids.length === 0 || session === null) return;
  await client.query(
    `INSERT INTO signature (move_id, person, proof, session_id, signed_at, move_hash)
     SELECT move.id, person, proof, session.id, session.signed_at, move.hash FROM move JOIN session ON session.id = $2
     WHERE move.id = ANY($1::uuid[]) AND move.who = person AND session.signed_at IS NOT NULL ON CONFLICT (move_id) DO NOTHING`,
    [ids, session],
  );
}

/** The moves of a job that were signed here, by a fresh proof of whoever signed. */
export async function provedSignatures(pool: pg.Pool, jobId: string): Promise<Set<string>> {
  const { rows } = await pool.query<{ id: string }>(
    "SELECT move_id AS id FROM signature JOIN move ON move.id = move_id WHERE job_id = $1",
    [jobId],
  );
  return new Set(rows.map(({ id }) => id));
}
