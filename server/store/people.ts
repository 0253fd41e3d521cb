import type pg from "pg";
import { z } from "zod";
import { badgeText } from "../../core/labels/badge.ts";
import { readingKindNames, type ReadingKind } from "../../core/records/reading.ts";
import { oneOf, words } from "../../core/units.ts";
import { SESSION_H } from "../access/asker.ts";
import { personRoles, proofsOf, type PersonRole } from "../access/roles.ts";
import { digestOf, newBadge, newOneTimeCode, newSecret } from "../access/secrets.ts";
import { inTransaction } from "../db/pool.ts";
import { t } from "../../words/server.ts";
import { keyOf } from "../../core/key-of.ts";

/** Somebody who works here, and by what they can come in. */
export interface Person {
  key: string;
  name: string;
  /** Null for a name that stands in records alone. */
  role: PersonRole | null;
  hasDigits: boolean;
  hasBadge: boolean;
  hasPassphrase: boolean;
  hasSecondFactor: boolean;
  /** Where they are signed in now. */
  sessions: { id: string; tablet: string | null; address: string; seenAt: string }[];
}

/** What comes in by a secret of its own. */
export interface Known {
  id: string;
  name: string;
  seenAt: string | null;
}
export interface KnownMachine extends Known {
  quantities: ReadingKind[];
}

const IDLE = { least: 1, most: 480 };

/** Everybody and everything that may come in. */
export interface People {
  people: Person[];
  tablets: Known[];
  machines: KnownMachine[];
  idleMin: number;
}

export const newPerson = z.strictObject({ name: words(60), role: oneOf(personRoles) });
export const changedPerson = z.strictObject({
  /** The role from now on; null takes it away, and with it every proof. */
  role: oneOf(personRoles).nullable(),
  /** Whether a new one-time code is wanted, by which they choose their proofs anew. */
  invites: z.boolean(),
});
/** A tablet. */
export const newDevice = z.strictObject({ name: words(60) });
/** A machine, and what it reads. */
export const newMachine = newDevice.extend({
  quantities: z
    .array(oneOf(readingKindNames))
    .min(1, { error: () => t("choose-what-it-reads") })
    .max(readingKindNames.length),
});
export const accessSetting = z.strictObject({
  idleMin: z
    .int({ error: () => t("must-be-minutes-from-to", { least: IDLE.least, most: IDLE.most }) })
    .min(IDLE.least, { error: () => t("must-be-minutes-from-to", { least: IDLE.least, most: IDLE.most }) })
    .max(IDLE.most, { error: () => t("must-be-minutes-from-to", { least: IDLE.least, most: IDLE.most }) }),
});

const INVITATION_H = 48;
const ENROLMENT_MIN = 15;
const iso = (at: Date | null): string | null => at?.toISOString() ?? null;

export async function listPeople(pool: pg.Pool): Promise<People> {
  const [people, tablets, machines, setting] = await Promise.all([
    pool.query<Person>(
      `SELECT key, name, role, code_hash IS NOT NULL AS "hasDigits", badge_hash IS NOT NULL AS "hasBadge", passphrase_hash IS NOT NULL AS "hasPassphrase",
         totp_secret IS NOT NULL AS "hasSecondFactor",
         (SELECT coalesce(json_agg(json_build_object('id', session.id, 'tablet', tablet.name, 'address', address, 'seenAt', session.seen_at)), '[]')
          FROM session LEFT JOIN tablet ON tablet.id = tablet_id
          WHERE person = key AND ended_at IS NULL AND revoked_at IS NULL AND made_at > now() - make_interval(hours => ${SESSION_H})) AS sessions
       FROM technician WHERE left_at IS NULL ORDER BY role IS NULL, name`,
    ),
    pool.query<{ id: string; name: string; seen_at: Date }>(
      "SELECT id, name, seen_at FROM tablet WHERE revoked_at IS NULL ORDER BY name",
    ),
    pool.query<{ id: string; name: string; seen_at: Date | null; quantities: ReadingKind[] }>(
      "SELECT id, name, seen_at, quantities FROM machine WHERE revoked_at IS NULL ORDER BY name",
    ),
    pool.query<{ idle_min: number }>("SELECT idle_min FROM access_setting"),
  ]);
  const known = ({ id, name, seen_at }: { id: string; name: string; seen_at: Date | null }): Known => ({
    id,
    name,
    seenAt: iso(seen_at),
  });
  return {
    people: people.rows,
    tablets: tablets.rows.map(known),
    machines: machines.rows.map((row) => ({ ...known(row), quantities: row.quantities })),
    idleMin: setting.rows[0]!.idle_min,
  };
}

/** Makes a code for one use: it is shown once, and kept as its digest. */
async function makeOneTimeCode(
  client: pg.Pool | pg.PoolClient,
  of: { kind: "owner" | "person" | "tablet"; person?: string; tabletName?: string; madeBy?: string },
  minutes: number,
): Promise<string> {
  const code = newOneTimeCode();
  await client.query(
    `INSERT INTO one_time_code (secret_hash, kind, person, tablet_name, made_by, expires_at)
     VALUES ($1, $2, $3, $4, $5, now() + make_interval(mins => $6))`,
    [digestOf(code), of.kind, of.person ?? null, of.tabletName ?? null, of.madeBy ?? null, minutes],
  );
  return code;
}

const invite = async (client: pg.PoolClient, person: string, madeBy: string): Promise<string> => {
  await client.query(
    "UPDATE one_time_code SET used_at = now() WHERE kind = 'person' AND person = $1 AND used_at IS NULL",
    [person],
  );
  return makeOneTimeCode(client, { kind: "person", person, madeBy }, INVITATION_H * 60);
};

/** Somebody new, or a name that stands in the records already; the code by which they choose their proofs. Null where the name is taken. */
export const addPerson = (
  pool: pg.Pool,
  { name, role }: z.output<typeof newPerson>,
  madeBy: string,
): Promise<{ key: string; code: string } | null> =>
  inTransaction(pool, async (client) => {
    const key = keyOf(name);
    const { rowCount } = await client.query(
      `INSERT INTO technician (key, name, role) VALUES ($1, $2, $3)
       ON CONFLICT (key) DO UPDATE SET role = excluded.role, left_at = NULL
         WHERE technician.name = excluded.name AND (technician.role IS NULL OR technician.left_at IS NOT NULL)`,
      [key, name, role],
    );
    return rowCount === 1 ? { key, code: await invite(client, key, madeBy) } : null;
  });

/** Ends what somebody is signed in by. */
export const endSessionsOf = (client: pg.Pool | pg.PoolClient, person: string): Promise<unknown> =>
  client.query("UPDATE session SET ended_at = now() WHERE person = $1 AND ended_at IS NULL", [person]);

/**
 * Changes what somebody may do, or lets them choose their proofs anew: where they are signed in they are not any more. The last owner stays one.
 * What became of it: the code where one was asked for.
 */
export const changePerson = (
  pool: pg.Pool,
  key: string,
  { role, invites }: z.output<typeof changedPerson>,
  madeBy: string,
): Promise<{ is: "changed"; code: string | null } | { is: "nobody" } | { is: "last owner" }> =>
  inTransaction(pool, async (client) => {
    // One after another: two owners who take each other's role away leave one.
    const { rows } = await client.query<{ key: string; role: PersonRole | null }>(
      "SELECT key, role FROM technician WHERE left_at IS NULL ORDER BY key FOR UPDATE",
    );
    const now = rows.find((one) => one.key === key);
    if (!now) return { is: "nobody" };
    const isLast = now.role === "owner" && rows.filter((one) => one.role === "owner").length === 1;
    if (isLast && role !== "owner") return { is: "last owner" };
    await client.query("UPDATE technician SET role = $2 WHERE key = $1", [key, role]);
    if (role === null)
      await client.query(
        "UPDATE technician SET code_hash = NULL, passphrase_hash = NULL, totp_secret = NULL, badge_hash = NULL WHERE key = $1",
        [key],
      );
    if (role !== now.role || invites) await endSessionsOf(client, key);
    return { is: "changed", code: invites && role !== null ? await invite(client, key, madeBy) : null };
  });

/** What is signed in by a badge that is void is not any more. */
const endSessionsByBadge = (client: pg.PoolClient, person: string): Promise<unknown> =>
  client.query(
    "UPDATE session SET ended_at = now() WHERE person = $1 AND proof = 'badge' AND ended_at IS NULL",
    [person],
  );

/** What the code of somebody's new badge says, which is told once: the one before is void. Null where they do not come in at tablets. */
export const makeBadge = (pool: pg.Pool, key: string): Promise<string | null> =>
  inTransaction(pool, async (client) => {
    const secret = newBadge();
    const { rowCount } = await client.query(
      "UPDATE technician SET badge_hash = $2 WHERE key = $1 AND left_at IS NULL AND role = ANY($3)",
      [key, digestOf(secret), personRoles.filter((role) => proofsOf(role).digits)],
    );
    if (rowCount !== 1) return null;
    await endSessionsByBadge(client, key);
    return badgeText(secret);
  });

/** Nobody comes in by somebody's badge any more. */
export const voidBadge = (pool: pg.Pool, key: string): Promise<void> =>
  inTransaction(pool, async (client) => {
    await client.query("UPDATE technician SET badge_hash = NULL WHERE key = $1", [key]);
    await endSessionsByBadge(client, key);
  });

/** The code that enrols a tablet under a name. */
export const enrolTablet = (pool: pg.Pool, name: string, madeBy: string): Promise<string> =>
  makeOneTimeCode(pool, { kind: "tablet", tabletName: name, madeBy }, ENROLMENT_MIN);

/** A tablet that was stolen: nothing it sends is taken any more, whoever is signed in at it. */
export const revokeTablet = async (pool: pg.Pool, id: string): Promise<boolean> => {
  const { rowCount } = await pool.query(
    "UPDATE tablet SET revoked_at = now() WHERE id = $1 AND revoked_at IS NULL",
    [id],
  );
  await pool.query("UPDATE session SET ended_at = now() WHERE tablet_id = $1 AND ended_at IS NULL", [id]);
  return rowCount === 1;
};

/** A machine that posts readings, and its token, which is shown once. */
export async function addMachine(
  pool: pg.Pool,
  { name, quantities }: z.output<typeof newMachine>,
): Promise<string> {
  const token = newSecret();
  await pool.query("INSERT INTO machine (name, secret_hash, quantities) VALUES ($1, $2, $3)", [
    name,
    digestOf(token),
    quantities,
  ]);
  return token;
}

export const revokeMachine = async (pool: pg.Pool, id: string): Promise<boolean> =>
  (await pool.query("UPDATE machine SET revoked_at = now() WHERE id = $1 AND revoked_at IS NULL", [id]))
    .rowCount === 1;

/** The code that makes the first owner; null where there is one. An earlier one that was not used is void. */
export const firstOwnerCode = (pool: pg.Pool): Promise<string | null> =>
  inTransaction(pool, async (client) => {
    const { rowCount } = await client.query(
      "SELECT FROM technician WHERE role = 'owner' AND left_at IS NULL LIMIT 1",
    );
    if (rowCount) return null;
    await client.query("UPDATE one_time_code SET used_at = now() WHERE kind = 'owner' AND used_at IS NULL");
    return makeOneTimeCode(client, { kind: "owner" }, 24 * 60);
  });

/** After how long without a press a tablet asks who is there. */
export const setAccess = (pool: pg.Pool, { idleMin }: z.output<typeof accessSetting>): Promise<unknown> =>
  pool.query("UPDATE access_setting SET idle_min = $1", [idleMin]);
