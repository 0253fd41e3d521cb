import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first. How long it had been on is counted from the
 * exposures that were started since it was put in: the lamp's own clock, if it has one, would know better.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH new AS (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change),
     lit AS (
       SELECT job_event.at, sum((data->>'durationS')::float8) OVER (ORDER BY job_event.at) / 3600 AS hours
       FROM job_event, new
       WHERE kind = 'timer-started' AND stage = 'cure' AND job_event.at >= new.at
     )
     SELECT reading.value,
            coalesce((SELECT max(lit.hours) FROM lit WHERE lit.at <= reading.at), 0) AS hours
     FROM reading, new
     WHERE reading.quantity = 'irradiance' AND reading.at >= new.at
     ORDER BY reading.at DESC LIMIT 500`,
  );
  return rows.reverse().map(({ hours, value }) => ({ hours, irradianceMwCm2: value }));
}

/** Notes that a new lamp was put in. The same id again changes nothing. */
export async function changeLamp(
  pool: pg.Pool,
  { id, at, who }: { id: string; at: string; who: string },
): Promise<void> {
  await pool.query("INSERT INTO lamp_change (id, at, who) VALUES ($1, $2, $3) ON CONFLICT (id) DO NOTHING", [
    id,
    at,
    who,
  ]);
}
