import type pg from "pg";

/** One reading of the shop's lamp: how long it had been on, and what it gave. */
export interface LampReading {
  hours: number;
  irradianceMwCm2: number;
}

/**
 * What the radiometer has said over all jobs of the lamp that is in use, oldest first. How long it had been on is counted from the
 * exposures, from lamp on to lamp off, since it was put in: the lamp's own clock, if it has one, would know better.
 */
export async function lampReadings(pool: pg.Pool): Promise<LampReading[]> {
  const { rows } = await pool.query<{ hours: number; value: number }>(
    `WITH new AS (SELECT coalesce(max(at), '-infinity') AS at FROM lamp_change),
     turns AS (
       SELECT kind, received_at AS at,
              extract(epoch FROM received_at - lag(received_at) OVER (PARTITION BY job_id ORDER BY seq))::float8 AS s
       FROM standing_move, new WHERE kind IN ('lamp-on', 'lamp-off') AND received_at >= new.at
     ),
     told AS (
       SELECT at, s, NULL::float8 AS value FROM turns WHERE kind = 'lamp-off' AND s IS NOT NULL
       UNION ALL
       SELECT reading.at, 0, reading.value FROM reading, new
       WHERE reading.quantity = 'irradiance' AND reading.at >= new.at
     )
     SELECT value, hours
     FROM (SELECT at, value, sum(s) OVER (ORDER BY at) / 3600 AS hours FROM told) AS counted
     WHERE value IS NOT NULL ORDER BY at DESC LIMIT 500`,
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
