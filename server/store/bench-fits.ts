import type pg from "pg";
import type { BenchFit, BenchFits } from "../../core/heat/bench-fit.ts";

/** Keeps what a run has told of this bench. The same id again changes nothing. */
export async function keepBenchFit(pool: pg.Pool, fit: BenchFit): Promise<void> {
  await pool.query(
    `INSERT INTO bench_fit (id, job_code, method, content) VALUES ($1, $2, $3, $4::jsonb)
     ON CONFLICT (id) DO NOTHING`,
    [fit.id, fit.jobCode, fit.method, JSON.stringify(fit)],
  );
}

/** The newest fit of each method. */
export async function benchFits(pool: pg.Pool): Promise<BenchFits> {
  const { rows } = await pool.query<{ method: string; content: BenchFit; kept_at: Date }>(
    "SELECT DISTINCT ON (method) method, content, kept_at FROM bench_fit ORDER BY method, seq DESC",
  );
  return Object.fromEntries(
    rows.map(({ method, content, kept_at }) => [method, { ...content, keptAt: kept_at.toISOString() }]),
  );
}
