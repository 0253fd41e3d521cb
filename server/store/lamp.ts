import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first: the 50 latest readings, and the first of each of a
 * hundred to two hundred days, spread over all on which it burned. How long it had been on is counted from the exposures, from lamp on to
 * lamp off, since it was put in: the lamp's own clock, if it has one, would know better. Whole days are taken as they were counted, single
 * exposures only of the day on which it was put in and of a reading's own day.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH lamp AS (
       SELECT at, (at AT TIME ZONE 'UTC')::date AS day
       FROM (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change) AS change
     ),
     first_day AS (
       SELECT coalesce(sum(e.seconds), 0) AS s FROM lamp JOIN lamp_exposure AS e
         ON e.at >= lamp.at AND e.at < (lamp.day + 1)::timestamp AT TIME ZONE 'UTC'
       WHERE lamp.at > '-infinity'
     ),
     days AS (
       SELECT lamp_day.day, seconds, sum(seconds) OVER earlier AS upto, row_number() OVER earlier AS nth, count(*) OVER () AS many
       FROM lamp_day, lamp WHERE lamp_day.day > lamp.day WINDOW earlier AS (ORDER BY lamp_day.day)
     ),
     latest AS (
       SELECT reading.at, value, (reading.at AT TIME ZONE 'UTC')::date AS day FROM reading, lamp
       WHERE quantity = 'irradiance' AND reading.at >= lamp.at ORDER BY reading.at DESC LIMIT 50
     ),
     chosen AS (
       SELECT DISTINCT ON (at, value) * FROM (
         -- Counted back from the sum of all: after a late reading there are few days.
         SELECT at, value, day, (SELECT coalesce(sum(seconds), 0) FROM lamp_day, lamp WHERE lamp_day.day > lamp.day)
           - (SELECT coalesce(sum(seconds), 0) FROM lamp_day, lamp WHERE lamp_day.day > lamp.day AND lamp_day.day >= latest.day) AS before
         FROM latest
         UNION ALL
         SELECT first.at, first.value, day, upto - seconds FROM days CROSS JOIN LATERAL (
           SELECT at, value FROM reading
           WHERE quantity = 'irradiance' AND at >= days.day::timestamp AT TIME ZONE 'UTC'
             AND at < (days.day + 1)::timestamp AT TIME ZONE 'UTC'
           ORDER BY at LIMIT 1
         ) AS first
         WHERE (many - nth) % greatest(1, many / 100) = 0
       ) AS either
     )
     SELECT value, (before + CASE WHEN chosen.day > lamp.day THEN first_day.s ELSE 0 END + (
       SELECT coalesce(sum(e.seconds), 0) FROM lamp_exposure AS e
       WHERE e.at <= chosen.at AND e.at >= greatest(lamp.at, chosen.day::timestamp AT TIME ZONE 'UTC')
     )) / 3600 AS hours
     FROM chosen, lamp, first_day ORDER BY chosen.at`,
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
