import { AsyncLocalStorage } from "node:async_hooks";
import type pg from "pg";
import type { ReadingKind } from "../../core/records/reading.ts";
import { digestOf } from "./secrets.ts";
import type { PersonRole, Role } from "./roles.ts";

/** What posts readings by a token of its own: of these quantities alone. */
export interface Machine {
  id: string;
  name: string;
  quantities: ReadingKind[];
}

/** Who asks for something, as the server knows. */
export interface Asker {
  role: Role;
  /** Key of the person who is signed in. */
  who: string | null;
  /** Key of a person who was, and has not pressed anything for too long. */
  away: string | null;
  session: string | null;
  tablet: { id: string; name: string } | null;
  machine: Machine | null;
  address: string;
  /** Whether it is a while since they were seen here last. */
  isUnseen: boolean;
}

export const nobodyAt = (address: string): Asker => ({
  role: "anybody",
  who: null,
  away: null,
  session: null,
  tablet: null,
  machine: null,
  address,
  isUnseen: false,
});

const asking = new AsyncLocalStorage<Asker>();

/** Does something for somebody. */
export const asAsker = <Result>(asker: Asker, work: () => Result): Result => asking.run(asker, work);

/** Whoever is being answered. */
export function asker(): Asker {
  const now = asking.getStore();
  if (!now) throw new Error("Nobody asks here.");
  return now;
}

/** The person who is being answered, by key; an address that only people may ask for has one. */
export function personAsking(): string {
  const { who } = asker();
  if (who === null) throw new Error("Nobody is signed in here.");
  return who;
}

/** Away from the bench somebody who presses nothing is signed out after so long, min; and everybody after so many hours (OWASP ASVS 4.0, 3.3.2). */
const IDLE_MIN = 30;
export const SESSION_H = 12;

export const SESSION_COOKIE = "session";
export const TABLET_COOKIE = "tablet";

export function cookieNamed(name: string, cookies: string | null): string | null {
  for (const pair of (cookies ?? "").split(";")) {
    const [key, value] = pair.trim().split("=");
    if (key === name && value) return value;
  }
  return null;
}

interface FoundSession {
  id: string;
  person: string;
  role: PersonRole;
  tablet_id: string | null;
  is_idle: boolean;
  is_unseen: boolean;
}

const findSession = async (pool: pg.Pool, secret: string): Promise<FoundSession | null> => {
  const { rows } = await pool.query<FoundSession>(
    `SELECT session.id, person, session.role, tablet_id,
       session.seen_at < now() - make_interval(mins => CASE WHEN tablet_id IS NULL THEN $2 ELSE idle_min END) AS is_idle,
       session.seen_at < now() - interval '20 seconds' AS is_unseen
     FROM session JOIN technician ON key = person CROSS JOIN access_setting LEFT JOIN tablet ON tablet.id = tablet_id
     WHERE session.secret_hash = $1 AND ended_at IS NULL AND left_at IS NULL AND technician.role IS NOT NULL
       AND revoked_at IS NULL AND made_at > now() - make_interval(hours => $3)`,
    [digestOf(secret), IDLE_MIN, SESSION_H],
  );
  return rows[0] ?? null;
};

const findTablet = async (pool: pg.Pool, secret: string) => {
  const { rows } = await pool.query<{ id: string; name: string; is_unseen: boolean }>(
    "SELECT id, name, seen_at < now() - interval '1 minute' AS is_unseen FROM tablet WHERE secret_hash = $1 AND revoked_at IS NULL",
    [digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** A machine by its token. */
const findMachine = async (pool: pg.Pool, secret: string): Promise<Machine | null> => {
  const { rows } = await pool.query<Machine>(
    `UPDATE machine SET seen_at = now() WHERE secret_hash = $1 AND revoked_at IS NULL RETURNING id, name, quantities`,
    [digestOf(secret)],
  );
  return rows[0] ?? null;
};

/** A machine asks at most so often: a probe reads once a second, and what waited while the server was away comes at once. */
const MOST_A_MINUTE = 600;
const asked = new Map<string, { minute: number; times: number }>();

/** Whether a machine may ask once more in this minute, of this process. */
export function mayAskOnceMore(machine: string, nowMs = Date.now()): boolean {
  const minute = Math.floor(nowMs / 60_000);
  const before = asked.get(machine);
  const times = before?.minute === minute ? before.times + 1 : 1;
  asked.set(machine, { minute, times });
  return times <= MOST_A_MINUTE;
}

/** Who asks, by what their browser or machine sends along. A session of a tablet is one only at that tablet. */
export async function whoAsks(pool: pg.Pool, headers: Headers, address: string): Promise<Asker> {
  const nobody = nobodyAt(address);
  const bearer = /^Bearer ([\w-]{20,100})$/.exec(headers.get("authorization") ?? "")?.[1];
  if (bearer !== undefined) {
    const machine = await findMachine(pool, bearer);
    return machine ? { ...nobody, role: "machine", machine } : nobody;
  }
  const cookies = headers.get("cookie");
  const [own, device] = [cookieNamed(SESSION_COOKIE, cookies), cookieNamed(TABLET_COOKIE, cookies)];
  const [session, tablet] = await Promise.all([
    own === null ? null : findSession(pool, own),
    device === null ? null : findTablet(pool, device),
  ]);
  const there: Asker = tablet
    ? {
        ...nobody,
        role: "tablet",
        tablet: { id: tablet.id, name: tablet.name },
        isUnseen: tablet.is_unseen,
      }
    : nobody;
  if (!session || (session.tablet_id !== null && session.tablet_id !== tablet?.id)) return there;
  if (session.is_idle) return { ...there, away: session.person };
  const isUnseen = there.isUnseen || session.is_unseen;
  return { ...there, role: session.role, who: session.person, session: session.id, isUnseen };
}

/** Whether somebody who was let in still is: nobody has signed them out, nor taken their tablet's secret back. */
export async function isStillIn(pool: pg.Pool, { session, tablet }: Asker): Promise<boolean> {
  const { rows } = await pool.query<{ is_in: boolean }>(
    `SELECT ($1::uuid IS NULL OR EXISTS (SELECT FROM session WHERE id = $1 AND ended_at IS NULL))
       AND ($2::uuid IS NULL OR EXISTS (SELECT FROM tablet WHERE id = $2 AND revoked_at IS NULL)) AS is_in`,
    [session, tablet?.id ?? null],
  );
  return rows[0]!.is_in;
}

/** Somebody is there: pressing something, or opening a page. Noted where it is a while since it was last. */
export async function noteSeen(pool: pg.Pool, { session, tablet, isUnseen }: Asker): Promise<void> {
  if (!isUnseen) return;
  if (session) await pool.query("UPDATE session SET seen_at = now() WHERE id = $1", [session]);
  if (tablet) await pool.query("UPDATE tablet SET seen_at = now() WHERE id = $1", [tablet.id]);
}
