import type pg from "pg";
import type { Asker } from "./asker.ts";

/** One line of the trail. */
export interface AuditLine {
  at: string;
  person: string | null;
  tablet: string | null;
  address: string;
  what: string;
  about: string;
}

/** Notes that somebody did something, beside what the moves of jobs say. */
export async function note(
  pool: pg.Pool | pg.PoolClient,
  { who, tablet, machine, address }: Asker,
  what: string,
  about = "",
): Promise<void> {
  await pool.query("INSERT INTO audit (person, tablet, address, what, about) VALUES ($1, $2, $3, $4, $5)", [
    who,
    tablet?.name ?? machine?.name ?? null,
    address,
    what,
    about.slice(0, 300),
  ]);
}

/** What moves say themselves, what only works something out, and what notes more by itself. */
const SAID_ELSEWHERE = new Set([
  "/api/jobs/[code]/moves",
  "/api/jobs/[code]/readings",
  "/api/jobs/[code]/photos",
  "/api/calc/[name]",
  "/api/dispense/[format]",
  "/api/outline",
  "/api/plan/soon",
  "/api/practice",
  "/api/practice/jobs",
  "/api/practice/jobs/[code]/skip",
  "/api/sign-in",
  "/api/join",
]);

/** Reading that shows a person's data, or takes much away at once. */
const isNotedReading = (route: string): boolean =>
  /\.csv$|\/export$|\/certificate\b|\/invoice\.pdf$|^\/c\/|^\/customers$|^\/api\/customers/.test(route);

/** Notes what was asked for where that changes something, or shows somebody's data; what was refused is not noted here. */
export async function noteAsked(
  pool: pg.Pool,
  asker: Asker,
  asked: { method: string; routePattern: string; url: URL; status: number },
): Promise<void> {
  const { method, routePattern, url, status } = asked;
  if (status >= 400 || SAID_ELSEWHERE.has(routePattern) || routePattern.startsWith("/p/")) return;
  if (method === "GET" ? !isNotedReading(routePattern) : method === "HEAD") return;
  // Who has a customer's address has the token in it: the trail shows which page, not which token.
  const about = routePattern.startsWith("/c/") ? routePattern : url.pathname;
  await note(pool, asker, `${method} ${routePattern}`, about).catch((error: Error) =>
    console.error(`Not noted: ${method} ${about}: ${error.message}`),
  );
}

/** The trail, newest first, of what holds a text. */
export async function findAudit(pool: pg.Pool, find: string, most = 200): Promise<AuditLine[]> {
  const { rows } = await pool.query<Omit<AuditLine, "at"> & { at: Date }>(
    `SELECT at, technician.name AS person, tablet, address, what, about FROM audit LEFT JOIN technician ON key = person
     WHERE $1 = '' OR concat_ws(' ', technician.name, tablet, address, what, about) ILIKE '%' || $1 || '%' ORDER BY at DESC, id DESC LIMIT $2`,
    [find.replace(/[%_\\]/g, "\\$&"), most],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}
