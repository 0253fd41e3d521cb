import type pg from "pg";
import { z } from "zod";
import { key } from "../../core/stack/family.ts";
import { words } from "../../core/units.ts";

export const technician = z.strictObject({ key: key(), name: words(60) });
export type Technician = z.output<typeof technician>;

export async function listTechnicians(pool: pg.Pool | pg.PoolClient): Promise<Technician[]> {
  const { rows } = await pool.query<Technician>("SELECT key, name FROM technician ORDER BY name");
  return rows;
}

/** Adds those who are not there yet; a name that is there stays as it is. */
export async function keepTechnicians(client: pg.PoolClient, people: readonly Technician[]): Promise<void> {
  await client.query(
    `INSERT INTO technician (key, name)
     SELECT * FROM unnest($1::text[], $2::text[]) ON CONFLICT (key) DO NOTHING`,
    [people.map((person) => person.key), people.map((person) => person.name)],
  );
}
