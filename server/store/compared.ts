import type pg from "pg";
import type { Device, Scene } from "../../core/device/scene.ts";
import { comparedNames } from "../../core/records/compared-kinds.ts";
import { comparedOf, comparedSums, type Compared, type ComparedSum } from "../../core/records/compared.ts";

/** The newest of each kind that are summed up. */
const MOST_SUMMED = 200;

/** What a comparison rests on: where all of it stands as it was, so does every comparison. */
const restsOn = ({ lift, records, bond, cure, film, prove }: Device): unknown[] => [
  lift,
  records.readings,
  bond,
  cure.exposure,
  film.chosen,
  prove.photos,
];

/** Keeps what a job has measured of what was predicted of it. */
export async function projectCompared(
  client: pg.PoolClient,
  jobId: string,
  scene: Scene,
  before: Device | null,
): Promise<void> {
  const was = before && restsOn(before);
  if (was && restsOn(scene.state).every((part, i) => part === was[i])) return;
  const rows = comparedOf(scene).map(({ what, predicted, measured, atMs, isSimulated }, position) => ({
    position,
    what,
    family: scene.family.code,
    predicted,
    measured,
    at: new Date(atMs).toISOString(),
    is_simulated: isSimulated,
  }));
  const told = `(SELECT * FROM jsonb_to_recordset($2::jsonb)
    AS r(position integer, what text, family text, predicted float8, measured float8, at timestamptz, is_simulated boolean))`;
  const asked = [jobId, JSON.stringify(rows)];
  await client.query(
    `DELETE FROM compared WHERE job_id = $1
       AND (position, what, family, predicted, measured, at, is_simulated) NOT IN ${told}`,
    asked,
  );
  if (rows.length === 0) return;
  await client.query(
    `INSERT INTO compared (job_id, position, what, family, predicted, measured, at, is_simulated)
     SELECT $1, told.* FROM ${told} AS told ON CONFLICT (job_id, position) DO NOTHING`,
    asked,
  );
}

/** What this shop's newest jobs measured beside what was predicted, by kind. */
export async function shopCompared(pool: pg.Pool): Promise<ComparedSum[]> {
  const { rows } = await pool.query<Compared>(
    `SELECT c.what, c.predicted, c.measured, c.is_simulated AS "isSimulated",
            extract(epoch FROM c.at)::float8 * 1000 AS "atMs"
     FROM unnest($1::text[]) AS named(what),
          LATERAL (SELECT * FROM compared WHERE compared.what = named.what ORDER BY at DESC LIMIT ${MOST_SUMMED}) AS c`,
    [comparedNames],
  );
  return comparedSums(rows);
}
