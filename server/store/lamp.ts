import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said of the lamp over all jobs, oldest first. How long it had been on is counted from the exposures that were
 * started before: the lamp's own clock, if it has one, would know better.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH lit AS (
       SELECT at, sum((data->>'durationS')::float8) OVER (ORDER BY at) / 3600 AS hours
       FROM job_event
       WHERE kind = 'timer-started' AND stage = 'cure'
     )
     SELECT reading.value,
            coalesce((SELECT max(lit.hours) FROM lit WHERE lit.at <= reading.at), 0) AS hours
     FROM reading
     WHERE reading.quantity = 'irradiance' AND reading.source <> 'simulated'
     ORDER BY reading.at DESC LIMIT 500`,
  );
  return rows.reverse().map(({ hours, value }) => ({ hours, irradianceMwCm2: value }));
}
