import type pg from "pg";
import type { NamedPattern } from "../../core/bond/pattern.ts";

/** The patterns that are kept with a family, by name. */
export async function familyPatterns(pool: pg.Pool, familyCode: string): Promise<NamedPattern[]> {
  const { rows } = await pool.query<NamedPattern>(
    "SELECT name, pieces FROM family_pattern WHERE family_code = $1 ORDER BY name",
    [familyCode],
  );
  return rows;
}

/** Keeps a pattern under its name, in place of the one that had it. */
export async function keepFamilyPattern(
  pool: pg.Pool,
  familyCode: string,
  { name, pieces }: NamedPattern,
): Promise<void> {
  await pool.query(
    `INSERT INTO family_pattern (family_code, name, pieces) VALUES ($1, $2, $3::jsonb)
     ON CONFLICT (family_code, name) DO UPDATE SET pieces = excluded.pieces, kept_at = now()`,
    [familyCode, name, JSON.stringify(pieces)],
  );
}

/** Forgets a pattern; false where there is none of that name. */
export async function forgetFamilyPattern(pool: pg.Pool, familyCode: string, name: string): Promise<boolean> {
  const { rowCount } = await pool.query("DELETE FROM family_pattern WHERE family_code = $1 AND name = $2", [
    familyCode,
    name,
  ]);
  return rowCount === 1;
}
