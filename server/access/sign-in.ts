import type pg from "pg";
import { TOTP } from "otpauth";
import type { Asker } from "./asker.ts";
import { asMade, digestOf, isProof, newSecret } from "./secrets.ts";
import { proofsOf, type PersonRole } from "./roles.ts";

/** So many wrong tries cost nothing; each one after them waits twice as long as the one before, up to the longest, s. */
const FREE_TRIES = 5;
const FIRST_WAIT_S = 5;
const LONGEST_WAIT_S = 300;
const TOTP_STEP_S = 30;

export const totpOf = (secret: string, label = "") =>
  new TOTP({ issuer: "Half Lift", label, secret, digits: 6, period: TOTP_STEP_S });

/** What somebody gives to show who they are. */
export type Proof =
  { digits: string } | { badge: string } | { passphrase: string; totp: string | null } | { demo: true };

/** Somebody in the demo, whose proofs are no secret. */
export interface DemoPerson {
  key: string;
  name: string;
  role: PersonRole;
  digits: string | null;
  passphrase: string | null;
}

const proofName = (proof: Proof): "demo" | "digits" | "badge" | "passphrase" =>
  (["demo", "digits", "badge"] as const).find((name) => name in proof) ?? "passphrase";

export type SignedIn =
  | { is: "in"; secret: string; who: string; name: string; role: PersonRole }
  | { is: "wrong" }
  /** A passphrase alone is not enough for an owner. */
  | { is: "second factor" }
  /** After too many wrong tries from there. */
  | { is: "slow"; waitS: number };

interface Person {
  key: string;
  name: string;
  role: PersonRole;
  code_hash: string | null;
  passphrase_hash: string | null;
  totp_secret: string | null;
}

/**
 * Counts a try before it is looked at, so that many at once are counted as well: the seconds to wait where there were too many. By person and
 * place: a tablet is a place, and so is an address that no tablet asks from.
 */
export async function countTry(pool: pg.Pool, person: string, place: string): Promise<number | null> {
  const wait = `make_interval(secs => least(${LONGEST_WAIT_S}, ${FIRST_WAIT_S} * power(2, least(20, wrong_try.tries - ${FREE_TRIES}))))`;
  const { rowCount } = await pool.query(
    `INSERT INTO wrong_try (person, place, tries) VALUES ($1, $2, 1)
     ON CONFLICT (person, place) DO UPDATE
       SET tries = CASE WHEN wrong_try.last_at < now() - interval '1 day' THEN 1 ELSE wrong_try.tries + 1 END, last_at = now()
       WHERE wrong_try.tries < ${FREE_TRIES} OR wrong_try.last_at + ${wait} < now()`,
    [person, place],
  );
  if (rowCount === 1) return null;
  const { rows } = await pool.query<{ wait_s: number }>(
    `SELECT ceil(extract(epoch FROM last_at + ${wait} - now()))::int AS wait_s FROM wrong_try WHERE person = $1 AND place = $2`,
    [person, place],
  );
  return Math.max(1, rows[0]?.wait_s ?? 1);
}

export const forgetTries = (pool: pg.Pool, person: string, place: string): Promise<unknown> =>
  pool.query("DELETE FROM wrong_try WHERE person = $1 AND place = $2", [person, place]);

export const placeOf = ({ tablet, address }: Asker): string => (tablet ? `tablet ${tablet.id}` : address);

/** Takes a step of time once: digits that somebody has read over a shoulder are spent. */
async function takesTotp(pool: pg.Pool, { key, totp_secret }: Person, digits: string): Promise<boolean> {
  if (totp_secret === null) return false;
  const delta = totpOf(totp_secret).validate({ token: digits, window: 1 });
  if (delta === null) return false;
  const step = Math.floor(Date.now() / 1_000 / TOTP_STEP_S) + delta;
  const { rowCount } = await pool.query(
    "UPDATE technician SET totp_step = $2 WHERE key = $1 AND totp_step < $2",
    [key, step],
  );
  return rowCount === 1;
}

async function roleBy(
  pool: pg.Pool,
  person: Person | null,
  proof: Proof,
  at: Asker,
): Promise<PersonRole | "second factor" | null> {
  if ("demo" in proof) return person?.role ?? null;
  // Four digits, and a badge that may lie about, are a proof only to a tablet that the shop has enrolled.
  const atTablet = person?.role === "owner" ? "lead" : (person?.role ?? null);
  if ("badge" in proof) return at.tablet ? atTablet : null;
  if ("digits" in proof)
    return at.tablet && (await isProof(person?.code_hash ?? null, proof.digits)) ? atTablet : null;
  const isRight = await isProof(person?.passphrase_hash ?? null, proof.passphrase);
  if (!isRight || !person || !proofsOf(person.role).passphrase) return null;
  if (person.role !== "owner") return person.role;
  if (!proof.totp) return "second factor";
  return (await takesTotp(pool, person, proof.totp)) ? "owner" : null;
}

const PERSON = `SELECT key, name, role, code_hash, passphrase_hash, totp_secret FROM technician
  WHERE role IS NOT NULL AND left_at IS NULL`;

const personNamed = async (pool: pg.Pool, named: string): Promise<Person | null> => {
  const { rows } = await pool.query<Person>(
    `${PERSON} AND (key = $1 OR lower(name) = lower($1)) ORDER BY key = $1 DESC LIMIT 1`,
    [named],
  );
  return rows[0] ?? null;
};

const personWithBadge = async (pool: pg.Pool, badge: string): Promise<Person | null> =>
  (await pool.query<Person>(`${PERSON} AND badge_hash = $1`, [digestOf(badge)])).rows[0] ?? null;

/** Opens a session where a proof holds. Whoever was signed in there before is not any more. A badge says itself whose it is. */
export async function signIn(pool: pg.Pool, named: string, proof: Proof, at: Asker): Promise<SignedIn> {
  const person =
    "badge" in proof ? await personWithBadge(pool, proof.badge) : await personNamed(pool, named.trim());
  const place = placeOf(at);
  // A name that nobody has is counted as one, whichever it is.
  const counted = person?.key ?? "";
  const waitS = await countTry(pool, counted, place);
  if (waitS !== null) return { is: "slow", waitS };
  const role = await roleBy(pool, person, proof, at);
  if (role === "second factor") return { is: "second factor" };
  if (role === null) return { is: "wrong" };
  await forgetTries(pool, counted, place);
  const { key, name } = person!;
  const secret = newSecret();
  await endSession(pool, at.session);
  await pool.query(
    "INSERT INTO session (secret_hash, person, role, proof, tablet_id, address) VALUES ($1, $2, $3, $4, $5, $6)",
    [digestOf(secret), key, role, proofName(proof), at.tablet?.id ?? null, at.address],
  );
  return { is: "in", secret, who: key, name, role };
}

export async function endSession(pool: pg.Pool, id: string | null): Promise<void> {
  if (id !== null)
    await pool.query("UPDATE session SET ended_at = now() WHERE id = $1 AND ended_at IS NULL", [id]);
}

/** Who is in the demo, with the proofs that it tells; null where this is none. */
export const demoNames = async (pool: pg.Pool): Promise<DemoPerson[] | null> =>
  (await pool.query<{ demo: DemoPerson[] | null }>("SELECT demo FROM access_setting")).rows[0]!.demo;

export const isDemo = async (pool: pg.Pool): Promise<boolean> => (await demoNames(pool)) !== null;

/** What a one-time code is for. */
export interface OneTimeCode {
  kind: "owner" | "person" | "tablet";
  person: string | null;
  name: string | null;
  role: PersonRole | null;
  tabletName: string | null;
  totpSecret: string | null;
}

/** What a typed code opens; null where it is none that stands. */
export async function findOneTimeCode(pool: pg.Pool, typed: string): Promise<OneTimeCode | null> {
  const { rows } = await pool.query<OneTimeCode>(
    `SELECT kind, person, name, coalesce(role, CASE WHEN kind = 'owner' THEN 'owner' END) AS role,
       tablet_name AS "tabletName", one_time_code.totp_secret AS "totpSecret"
     FROM one_time_code LEFT JOIN technician ON key = person
     WHERE secret_hash = $1 AND used_at IS NULL AND expires_at > now()`,
    [digestOf(asMade(typed))],
  );
  return rows[0] ?? null;
}
