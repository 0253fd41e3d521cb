import type pg from "pg";
import type { Part, PartTold, ShelvedPart } from "../../core/materials/parts.ts";

const SPENT = "coalesce((SELECT spent FROM part_count WHERE part_count.name = part.name), 0)";

/** The parts that are kept ready, by name, with how many of each are left. */
export async function shelvedParts(client: pg.Pool | pg.PoolClient): Promise<ShelvedPart[]> {
  const { rows } = await client.query<ShelvedPart>(
    `SELECT id, name, stocked - ${SPENT} AS left, reorder_at AS "reorderAt", cost_minor AS "costMinor" FROM part ORDER BY name`,
  );
  return rows;
}

/** Parts that families name and that are not kept ready yet. */
export async function partNames(pool: pg.Pool): Promise<string[]> {
  const { rows } = await pool.query<{ name: string }>(
    `SELECT DISTINCT named.name FROM (
       SELECT seam->>'newPart' AS name FROM family, jsonb_array_elements(content->'seams') AS seam WHERE seam->>'route' <> 'film'
       UNION SELECT code || ' display assembly' FROM family) AS named
     WHERE NOT EXISTS (SELECT FROM part WHERE part.name = named.name) ORDER BY 1`,
  );
  return rows.map(({ name }) => name);
}

/** Puts a part on the shelf as it was counted; false where one of that name is there. */
export async function addPart(
  client: pg.Pool | pg.PoolClient,
  { name, counted, reorderAt, costMinor = null }: PartTold,
): Promise<boolean> {
  const { rowCount } = await client.query(
    `INSERT INTO part (name, stocked, reorder_at, cost_minor)
     VALUES ($1, $2 + coalesce((SELECT spent FROM part_count WHERE name = $1), 0), $3, $4)
     ON CONFLICT (name) DO NOTHING`,
    [name, counted, reorderAt, costMinor],
  );
  return rowCount === 1;
}

/** Notes what was counted now, when more are ordered and what one costs from now on; false where there is no such part. */
export async function countPart(
  client: pg.Pool | pg.PoolClient,
  id: string,
  { counted, reorderAt, costMinor }: Omit<Part, "name">,
): Promise<boolean> {
  const { rowCount } = await client.query(
    `UPDATE part SET stocked = $2 + ${SPENT}, reorder_at = $3, cost_minor = $4 WHERE id = $1`,
    [id, counted, reorderAt, costMinor],
  );
  return rowCount === 1;
}

/** Takes a part off the shelf; false where there is none such. */
export async function removePart(pool: pg.Pool, id: string): Promise<boolean> {
  const { rowCount } = await pool.query("DELETE FROM part WHERE id = $1", [id]);
  return rowCount === 1;
}
