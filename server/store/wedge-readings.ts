import type pg from "pg";
import type { StrengthReading } from "../../core/lift/glue-curve.ts";
import { calculateLiftStress } from "../../core/lift/lift-stress.ts";
import type { LiftStressInput } from "../../core/lift/lift-stress-input.ts";

/** What this shop has measured of a glue, over all jobs; what was taken back does not count. */
export async function wedgeReadings(pool: pg.Pool, glue: string): Promise<StrengthReading[]> {
  const { rows } = await pool.query<{ id: string; data: { glueC: number; input: LiftStressInput } }>(
    `SELECT id, data FROM standing_move
     WHERE kind = 'wedge-read' AND data->>'glue' = $1
     ORDER BY received_at DESC LIMIT 500`,
    [glue],
  );
  return rows.map(({ id, data: { glueC, input } }) => ({
    id,
    glueC,
    fractureEnergyJm2: calculateLiftStress(input).fractureEnergyJm2,
  }));
}
