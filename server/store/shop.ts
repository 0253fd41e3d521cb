import type pg from "pg";
import type { ShopRoom } from "../../core/clean/room.ts";
import type { RouteName } from "../../core/route/routes.ts";
import { acceptanceTable, usualAcceptance, type AcceptanceRow } from "../../core/prove/acceptance.ts";
import { shopBench, usualBench, type ShopBench } from "../../core/plan/shop-bench.ts";
import type { PastJobs, QuoteTerms, ShopTerms } from "../../core/route/route-options.ts";

interface TermsRow {
  currency: string;
  rate_per_hour_minor: number;
  margin_pct: number;
  risk_share_pct: number;
  prior_wins: number;
  prior_tries: number;
  tax_pct: number;
}

const TERMS =
  "SELECT currency, rate_per_hour_minor, margin_pct, risk_share_pct, prior_wins, prior_tries, tax_pct FROM shop";
const readTerms = (row: TermsRow): ShopTerms => ({
  currency: row.currency,
  ratePerHourMinor: row.rate_per_hour_minor,
  marginPct: row.margin_pct,
  riskSharePct: row.risk_share_pct,
  priorWins: row.prior_wins,
  priorTries: row.prior_tries,
});

/** What this shop charges and believes. */
export async function findTerms(pool: pg.Pool): Promise<ShopTerms> {
  const { rows } = await pool.query<TermsRow>(TERMS);
  return readTerms(rows[0]!);
}

/** The same, and the tax that it adds. */
export async function findQuoteTerms(pool: pg.Pool): Promise<QuoteTerms> {
  const { rows } = await pool.query<TermsRow>(TERMS);
  return { ...readTerms(rows[0]!), taxPct: rows[0]!.tax_pct };
}

export async function setTerms(pool: pg.Pool, terms: ShopTerms): Promise<void> {
  await pool.query(
    `UPDATE shop SET currency = $1, rate_per_hour_minor = $2, margin_pct = $3, risk_share_pct = $4, prior_wins = $5,
                     prior_tries = $6`,
    [
      terms.currency,
      terms.ratePerHourMinor,
      terms.marginPct,
      terms.riskSharePct,
      terms.priorWins,
      terms.priorTries,
    ],
  );
}

/** The room and its air. */
export async function findRoom(pool: pg.Pool): Promise<ShopRoom> {
  const { rows } = await pool.query<{ room_m3: number; air_changes_per_h: number; mixing: number }>(
    "SELECT room_m3, air_changes_per_h, mixing FROM shop",
  );
  const row = rows[0]!;
  return { roomM3: row.room_m3, airChangesPerH: row.air_changes_per_h, mixing: row.mixing };
}

export async function setRoom(pool: pg.Pool, room: ShopRoom): Promise<void> {
  await pool.query("UPDATE shop SET room_m3 = $1, air_changes_per_h = $2, mixing = $3", [
    room.roomM3,
    room.airChangesPerH,
    room.mixing,
  ]);
}

/** What the shop lets pass under the glass: its own table, or the usual one. */
export async function findAcceptance(pool: pg.Pool): Promise<AcceptanceRow[]> {
  const { rows } = await pool.query<{ acceptance: unknown }>("SELECT acceptance FROM shop");
  const own = rows[0]?.acceptance;
  return own ? acceptanceTable.parse(own) : [...usualAcceptance];
}

export async function setAcceptance(pool: pg.Pool, rows: readonly AcceptanceRow[]): Promise<void> {
  await pool.query("UPDATE shop SET acceptance = $1", [JSON.stringify(rows)]);
}

/**
 * How the finished jobs of a family went, by the route that was tried. A route has won where the job ended on it as it
 * should; a whole assembly counts as tried wherever a job ended on it, also after another route had failed.
 */
export async function pastJobs(pool: pg.Pool, familyCode: string): Promise<PastJobs> {
  const { rows } = await pool.query<{ route: RouteName; tries: number; wins: number }>(
    "SELECT route, tries, wins FROM past_job_count WHERE family = $1 AND tries > 0",
    [familyCode],
  );
  return Object.fromEntries(rows.map(({ route, tries, wins }) => [route, { tries, wins }]));
}

/** What the shop has and when it works; as usual until it says otherwise. */
export async function findBench(pool: pg.Pool): Promise<ShopBench> {
  const { rows } = await pool.query<{ bench: unknown }>("SELECT bench FROM shop");
  const own = rows[0]?.bench;
  return own ? shopBench.parse(own) : usualBench;
}

export async function setBench(pool: pg.Pool, bench: ShopBench): Promise<void> {
  await pool.query("UPDATE shop SET bench = $1", [JSON.stringify(bench)]);
}
