import type pg from "pg";
import { DAY_H } from "../../core/clean/vapour.ts";

/** How much of each solvent went on cloths in the last eight hours, over all jobs, ml. */
export async function solventToday(pool: pg.Pool): Promise<Record<string, number>> {
  const { rows } = await pool.query<{ solvent: string; ml: number }>(
    `SELECT data->>'solvent' AS solvent, sum((data->>'volumeMl')::float8) AS ml FROM standing_move
     WHERE kind = 'solvent-chosen' AND received_at > now() - make_interval(hours => ${DAY_H})
     GROUP BY 1`,
  );
  return Object.fromEntries(rows.map(({ solvent, ml }) => [solvent, ml]));
}
