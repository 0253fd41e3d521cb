import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first. How long it had been on is counted from the
 * exposures, from lamp on to lamp off, since it was put in: the lamp's own clock, if it has one, would know better. Whole days are taken as
 * they were counted, those before the first reading as one sum; single exposures only of the days on which it was read, or put in.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH new AS (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change),
     last AS (
       SELECT reading.at, reading.value FROM reading, new
       WHERE reading.quantity = 'irradiance' AND reading.at >= new.at ORDER BY reading.at DESC LIMIT 500
     ),
     single AS (
       SELECT (at AT TIME ZONE 'UTC')::date AS day FROM last
       UNION SELECT (at AT TIME ZONE 'UTC')::date FROM new WHERE at > '-infinity'
     ),
     whole AS (
       SELECT lamp_day.day, seconds FROM lamp_day, new
       WHERE lamp_day.day > (new.at AT TIME ZONE 'UTC')::date AND lamp_day.day NOT IN (SELECT day FROM single)
     ),
     begun AS (SELECT coalesce(min((at AT TIME ZONE 'UTC')::date), 'infinity') AS day FROM last),
     told AS (
       SELECT '-infinity'::timestamptz AS at, sum(seconds) AS s, NULL::float8 AS value FROM whole, begun
       WHERE whole.day < begun.day
       UNION ALL
       SELECT (whole.day + 1)::timestamp AT TIME ZONE 'UTC', seconds, NULL FROM whole, begun
       WHERE whole.day > begun.day
       UNION ALL
       SELECT e.at, e.seconds, NULL
       FROM new, single JOIN lamp_exposure AS e
         ON e.at >= day::timestamp AT TIME ZONE 'UTC' AND e.at < (day + 1)::timestamp AT TIME ZONE 'UTC'
       WHERE e.at >= new.at
       UNION ALL
       SELECT at, 0, value FROM last
     )
     SELECT value, hours
     FROM (SELECT at, value, sum(s) OVER (ORDER BY at) / 3600 AS hours FROM told) AS counted
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
