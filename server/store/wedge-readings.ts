import type pg from "pg";
import type { EventDataOf } from "../../core/job/event.ts";
import type { StrengthReading } from "../../core/lift/glue-curve.ts";
import { calculateLiftStress } from "../../core/lift/lift-stress.ts";

/** What this shop has measured of a glue, over all jobs; what was taken back does not count. */
export async function wedgeReadings(pool: pg.Pool, glue: string): Promise<StrengthReading[]> {
  const { rows } = await pool.query<{ id: string; data: EventDataOf<"wedge-read"> }>(
    `SELECT id, data FROM job_event
     WHERE kind = 'wedge-read' AND data->>'glue' = $1
       AND event_stands(id)
     ORDER BY seq DESC LIMIT 500`,
    [glue],
  );
  return rows.map(({ id, data: { glueC, input } }) => ({
    id,
    glueC,
    fractureEnergyJm2: calculateLiftStress(input).fractureEnergyJm2,
  }));
}
