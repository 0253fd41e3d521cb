import type pg from "pg";
import { z } from "zod";
import { benchFit, type BenchFit, type BenchFits } from "../../core/heat/bench-fit.ts";
import { boundedWhole } from "../../core/units.ts";
import { t } from "../../words/server.ts";

/** A station as an address names it; those without a number where it names none. */
export const stationAsked = z.coerce
  .number({ error: () => t("must-be-a-whole-number-from-1-2") })
  .pipe(boundedWhole(1, 99))
  .nullable();

/** Keeps what a run has told of this bench. The same id again changes nothing. */
export async function keepBenchFit(pool: pg.Pool, fit: BenchFit): Promise<void> {
  await pool.query(
    `INSERT INTO bench_fit (id, job_code, method, station, content) VALUES ($1, $2, $3, $4, $5::jsonb)
     ON CONFLICT (id) DO NOTHING`,
    [fit.id, fit.jobCode, fit.method, fit.station, JSON.stringify(fit)],
  );
}

/** The fit of each method that a station goes by: its own newest, else the newest of any. */
export async function benchFits(pool: pg.Pool, station: number | null): Promise<BenchFits> {
  const { rows } = await pool.query<{
    method: string;
    station: number | null;
    content: BenchFit;
    kept_at: Date;
  }>(
    `SELECT DISTINCT ON (method) method, station, content, kept_at FROM bench_fit
     ORDER BY method, (station IS NOT DISTINCT FROM $1) DESC, seq DESC`,
    [station],
  );
  return Object.fromEntries(
    rows.map(({ method, station: at, content, kept_at }) => [
      method,
      { ...benchFit.parse({ ...content, station: at }), keptAt: kept_at.toISOString() },
    ]),
  );
}
