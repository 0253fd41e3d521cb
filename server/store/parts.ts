import type pg from "pg";
import type { Part, ShelvedPart } from "../../core/materials/parts.ts";

const SPENT = "coalesce((SELECT spent FROM part_count WHERE part_count.name = part.name), 0)";

/** The parts that are kept ready, by name, with how many of each are left. */
export async function shelvedParts(client: pg.Pool | pg.PoolClient): Promise<ShelvedPart[]> {
  const { rows } = await client.query<ShelvedPart>(
    `SELECT id, name, stocked - ${SPENT} AS left, reorder_at AS "reorderAt" FROM part ORDER BY name`,
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
  { name, counted, reorderAt }: Part,
): Promise<boolean> {
  const { rowCount } = await client.query(
    `INSERT INTO part (name, stocked, reorder_at)
     VALUES ($1, $2 + coalesce((SELECT spent FROM part_count WHERE name = $1), 0), $3)
     ON CONFLICT (name) DO NOTHING`,
    [name, counted, reorderAt],
  );
  return rowCount === 1;
}

/** Notes what was counted now, and when more are ordered; false where there is no such part. */
export async function countPart(
  pool: pg.Pool,
  id: string,
  { counted, reorderAt }: Pick<Part, "counted" | "reorderAt">,
): Promise<boolean> {
  const { rowCount } = await pool.query(
    `UPDATE part SET stocked = $2 + ${SPENT}, reorder_at = $3 WHERE id = $1`,
    [id, counted, reorderAt],
  );
  return rowCount === 1;
}

/** Takes a part off the shelf; false where there is none such. */
export async function removePart(pool: pg.Pool, id: string): Promise<boolean> {
  const { rowCount } = await pool.query("DELETE FROM part WHERE id = $1", [id]);
  return rowCount === 1;
}
