import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first: the 50 latest readings, and the first of each of the
 * 400 days before on which it burned. How long it had been on is counted from the exposures, from lamp on to lamp off, since it was put in:
 * the lamp's own clock, if it has one, would know better. Whole days are taken as they were counted; single exposures only of the day on
 * which it was put in, and of a reading's own day.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH lamp AS (
       SELECT at, (at AT TIME ZONE 'UTC')::date AS day FROM (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change) AS change
     ),
     chosen AS (
       (SELECT reading.at, value FROM reading, lamp
        WHERE quantity = 'irradiance' AND reading.at >= lamp.at ORDER BY reading.at DESC LIMIT 50)
       UNION
       SELECT first.at, first.value
       FROM (SELECT lamp_day.day FROM lamp_day, lamp WHERE lamp_day.day > lamp.day ORDER BY 1 DESC LIMIT 400) AS burned
       CROSS JOIN LATERAL (
         SELECT at, value FROM reading
         WHERE quantity = 'irradiance' AND at >= burned.day::timestamp AT TIME ZONE 'UTC'
           AND at < (burned.day + 1)::timestamp AT TIME ZONE 'UTC'
         ORDER BY at LIMIT 1
       ) AS first
     ),
     told AS (
       SELECT (lamp_day.day + 1)::timestamp AT TIME ZONE 'UTC' AS at, seconds AS s, NULL::float8 AS value, 0::float8 AS today
       FROM lamp_day, lamp WHERE lamp_day.day > lamp.day
       UNION ALL
       SELECT e.at, e.seconds, NULL, 0 FROM lamp JOIN lamp_exposure AS e
         ON e.at >= lamp.at AND e.at < (lamp.day + 1)::timestamp AT TIME ZONE 'UTC'
       WHERE lamp.at > '-infinity'
       UNION ALL
       SELECT chosen.at, 0, value, coalesce((
         SELECT sum(e.seconds) FROM lamp_exposure AS e
         WHERE (chosen.at AT TIME ZONE 'UTC')::date > lamp.day AND e.at <= chosen.at
           AND e.at >= (chosen.at AT TIME ZONE 'UTC')::date::timestamp AT TIME ZONE 'UTC'
       ), 0)
       FROM chosen, lamp
     )
     SELECT value, hours
     FROM (SELECT at, value, (sum(s) OVER (ORDER BY at) + today) / 3600 AS hours FROM told) AS counted
     WHERE value IS NOT NULL ORDER BY at`,
  );
  return rows.map(({ hours, value }) => ({ hours, irradianceMwCm2: value }));
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
