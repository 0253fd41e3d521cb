import type pg from "pg";
import { z } from "zod";
import { key } from "../../core/stack/family.ts";
import { boundedWhole, utcTime, words } from "../../core/units.ts";

/** Which step of which job: counted from its last, so that it is the same one as the job goes on. */
export const pinnedStep = z.strictObject({ code: words(40), fromEnd: boundedWhole(0, 59) });
export type PinnedStep = z.output<typeof pinnedStep>;

/** A step of the plan that is held where somebody put it. */
export const planPin = z.strictObject({
  ...pinnedStep.shape,
  station: words(80),
  place: boundedWhole(1, 50).nullable(),
  technician: key().nullable(),
  startAt: utcTime(),
});
export type PlanPin = z.output<typeof planPin>;

/** Every step that is held, of jobs that are open. */
export async function planPins(pool: pg.Pool): Promise<PlanPin[]> {
  const { rows } = await pool.query<Omit<PlanPin, "startAt"> & { startAt: Date }>(
    `SELECT code, from_end AS "fromEnd", station, place, technician, start_at AS "startAt"
     FROM plan_pin JOIN job ON job.id = job_id WHERE ended_at IS NULL ORDER BY code, from_end`,
  );
  return rows.map((row) => ({ ...row, startAt: row.startAt.toISOString() }));
}

/** Holds a step, in place of where it was held before; false where there is no such job or person. */
export async function keepPin(pool: pg.Pool, pin: PlanPin, who: string): Promise<boolean> {
  const { rowCount } = await pool.query(
    `INSERT INTO plan_pin (job_id, from_end, station, place, technician, start_at, who)
     SELECT id, $2, $3, $4, $5, $6, (SELECT key FROM technician WHERE key = $7) FROM job
     WHERE code = $1 AND ($5::text IS NULL OR EXISTS (SELECT FROM technician WHERE key = $5))
     ON CONFLICT (job_id, from_end) DO UPDATE
       SET station = excluded.station, place = excluded.place, technician = excluded.technician,
           start_at = excluded.start_at, who = excluded.who, at = now()`,
    [pin.code, pin.fromEnd, pin.station, pin.place, pin.technician, pin.startAt, who],
  );
  return rowCount === 1;
}

/** Lets a step be planned again. */
export const letGo = (pool: pg.Pool, { code, fromEnd }: PinnedStep): Promise<unknown> =>
  pool.query("DELETE FROM plan_pin WHERE from_end = $2 AND job_id = (SELECT id FROM job WHERE code = $1)", [
    code,
    fromEnd,
  ]);
