import type pg from "pg";
import { z } from "zod";
import { key } from "../../core/stack/family.ts";
import { words } from "../../core/units.ts";

export const technician = z.strictObject({ key: key(), name: words(60) });
export type Technician = z.output<typeof technician>;

/** Somebody whose name stands in records here, and whether they work at the bench: not the desk, nor who only looks. */
export interface PersonHere extends Technician {
  isAtBench: boolean;
}

/** Everybody who ever recorded something here, or may. */
export async function listTechnicians(pool: pg.Pool | pg.PoolClient): Promise<PersonHere[]> {
  const { rows } = await pool.query<PersonHere>(
    `SELECT key, name, left_at IS NULL AND coalesce(role, 'technician') IN ('technician', 'lead', 'owner') AS "isAtBench"
     FROM technician ORDER BY name`,
  );
  return rows;
}

/** Who works at the bench. */
export const listAtBench = async (pool: pg.Pool | pg.PoolClient): Promise<PersonHere[]> =>
  (await listTechnicians(pool)).filter(({ isAtBench }) => isAtBench);

/** Adds those who are not there yet; a name that is there stays as it is. */
export async function keepTechnicians(
  client: pg.Pool | pg.PoolClient,
  people: readonly Technician[],
): Promise<void> {
  await client.query(
    `INSERT INTO technician (key, name)
     SELECT * FROM unnest($1::text[], $2::text[]) ON CONFLICT (key) DO NOTHING`,
    [people.map((person) => person.key), people.map((person) => person.name)],
  );
}
