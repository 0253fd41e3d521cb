import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first: the 50 latest readings, and one of each of a hundred
 * to two hundred spells of its life, the first of the last day in it on which it was read. How long it had been on is counted from the
 * exposures, from lamp on to lamp off, since it was put in: the lamp's own clock, if it has one, would know better. Whole days are taken as
 * they were counted, single exposures only of the day on which it was put in and of a latest reading's own day.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>({
    // By its name the database plans it once.
    name: "lamp-readings",
    text: `WITH lamp AS (
       SELECT at, (at AT TIME ZONE 'UTC')::date AS day
       FROM (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change) AS change
     ),
     first_day AS (
       SELECT coalesce(sum(e.seconds), 0) AS s FROM lamp JOIN lamp_exposure AS e
         ON e.at >= lamp.at AND e.at < (lamp.day + 1)::timestamp AT TIME ZONE 'UTC'
       WHERE lamp.at > '-infinity'
     ),
     span AS (
       SELECT begins, greatest(1, (ends - begins + 1) / 100) AS step
       FROM (SELECT (SELECT min(day) FROM lamp_day WHERE day > (SELECT day FROM lamp)) AS begins,
                    (SELECT max(day) FROM lamp_day WHERE day > (SELECT day FROM lamp)) AS ends) AS whole
     ),
     spells AS (
       SELECT max(lamp_day.day) AS ends, max(lamp_day.day) FILTER (WHERE first_at IS NOT NULL) AS read,
         sum(sum(seconds)) OVER (ORDER BY max(lamp_day.day)) AS upto
       FROM lamp_day, lamp, span WHERE lamp_day.day > lamp.day GROUP BY (lamp_day.day - begins) / step
     ),
     latest AS (
       SELECT reading.at, value, (reading.at AT TIME ZONE 'UTC')::date AS day FROM reading, lamp
       WHERE quantity = 'irradiance' AND reading.at >= lamp.at ORDER BY reading.at DESC LIMIT 50
     ),
     -- Counted back from today: what was read last was read on few days.
     recent AS (
       SELECT lamp_day.day, sum(seconds) OVER (ORDER BY lamp_day.day DESC) AS since
       FROM lamp_day, lamp WHERE lamp_day.day > lamp.day AND lamp_day.day >= (SELECT min(day) FROM latest)
     ),
     chosen AS (
       SELECT latest.at, value, latest.day, (SELECT coalesce(max(upto), 0) FROM spells) - (
         SELECT coalesce(max(since), 0) FROM recent WHERE recent.day >= latest.day
       ) + (
         SELECT coalesce(sum(e.seconds), 0) FROM lamp_exposure AS e
         WHERE e.at <= latest.at AND e.at >= greatest(lamp.at, latest.day::timestamp AT TIME ZONE 'UTC')
       ) AS after
       FROM latest, lamp
       UNION
       SELECT first_at, first_value, day, upto - (
         SELECT sum(seconds) FROM lamp_day AS later WHERE later.day BETWEEN spells.read AND spells.ends
       ) + first_after
       FROM spells JOIN lamp_day ON lamp_day.day = spells.read WHERE lamp_day.day = ANY (ARRAY (SELECT read FROM spells))
     )
     SELECT DISTINCT ON (chosen.at, value) value, (after + CASE WHEN chosen.day > lamp.day THEN first_day.s ELSE 0 END) / 3600 AS hours
     FROM chosen, lamp, first_day ORDER BY chosen.at, value`,
  });
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
