import { isDeepStrictEqual } from "node:util";
import type pg from "pg";
import { family as familySchema, type Family } from "../../core/stack/family.ts";
import { oneOffFamily, SINGLE_CODE, type OneOff } from "../../core/stack/one-off.ts";
import { inTransaction } from "../db/pool.ts";
import { t } from "../../words/server.ts";

export interface StoredFamily {
  id: string;
  version: number;
  family: Family;
}

interface FamilyRow {
  id: string;
  version: number;
  content: unknown;
}

/** Families by their text. The same text gives the same object, so what is worked out for the object is kept too. */
const checked = new Map<string, Family>();
const MOST_KEPT = 500;

export function readFamilyRow({ id, version, content }: FamilyRow): StoredFamily {
  const text = JSON.stringify(content);
  let family = checked.get(text);
  if (!family) {
    family = familySchema.parse(content);
    if (checked.size >= MOST_KEPT) checked.clear();
    checked.set(text, family);
  }
  return { id, version, family };
}

/** The newest version of every family, by code; those of a single device are the others. */
export async function listFamilies(
  pool: pg.Pool | pg.PoolClient,
  which: "families" | "single devices",
): Promise<StoredFamily[]> {
  const { rows } = await pool.query<FamilyRow>(
    `SELECT id, version, content
     FROM (SELECT DISTINCT ON (code) code, id, version, content FROM family ORDER BY code, version DESC) AS newest
     WHERE coalesce((content->>'oneOff')::boolean, false) = $1 ORDER BY code`,
    [which === "single devices"],
  );
  return rows.map(readFamilyRow);
}

/** How many jobs are open, by the code of their family. */
export async function openJobsByFamily(pool: pg.Pool): Promise<Map<string, number>> {
  const { rows } = await pool.query<{ code: string; many: number }>(
    `SELECT family.code, count(*)::int AS many FROM job JOIN family ON family.id = job.family_id
     WHERE job.ended_at IS NULL GROUP BY 1`,
  );
  return new Map(rows.map(({ code, many }) => [code, many]));
}

/** Families by their ids. */
export async function familiesOf(
  client: pg.Pool | pg.PoolClient,
  ids: readonly string[],
): Promise<Map<string, StoredFamily>> {
  const { rows } = await client.query<FamilyRow>(
    "SELECT id, version, content FROM family WHERE id = ANY($1)",
    [[...new Set(ids)]],
  );
  return new Map(rows.map((row) => [row.id, readFamilyRow(row)]));
}

/** One version of a family, the newest where none is named, or null. */
export async function findFamily(
  pool: pg.Pool | pg.PoolClient,
  code: string,
  version: number | null = null,
): Promise<StoredFamily | null> {
  const { rows } = await pool.query<FamilyRow>(
    `SELECT id, version, content FROM family WHERE code = $1 AND ($2::int IS NULL OR version = $2)
     ORDER BY version DESC LIMIT 1`,
    [code, version],
  );
  return rows[0] ? readFamilyRow(rows[0]) : null;
}

async function insertVersion(client: pg.PoolClient, family: Family): Promise<StoredFamily> {
  const { rows } = await client.query<FamilyRow>(
    `INSERT INTO family (code, version, content)
     VALUES ($1, 1 + coalesce((SELECT max(version) FROM family WHERE code = $1), 0), $2::jsonb)
     RETURNING id, version, content`,
    [family.code, JSON.stringify(family)],
  );
  return readFamilyRow(rows[0]!);
}

/** Keeps a family as its code's next version. Returns the version that is there already where nothing differs. */
export async function keepFamily(client: pg.PoolClient, family: Family): Promise<StoredFamily> {
  const { rows } = await client.query<FamilyRow>(
    "SELECT id, version, content FROM family WHERE code = $1 AND content = $2::jsonb ORDER BY version DESC LIMIT 1",
    [family.code, JSON.stringify(family)],
  );
  return rows[0] ? readFamilyRow(rows[0]) : insertVersion(client, family);
}

/** Somebody else has changed the family since it was read. */
export class FamilyMovedOn extends Error {
  readonly version: number;
  constructor(version: number) {
    super(t("the-family-is-at-version-by-now", { version }));
    this.version = version;
  }
}

/** One edit of a code at a time: two that come together are judged one after the other. */
const lockCode = (client: pg.PoolClient, code: string) =>
  client.query("SELECT pg_advisory_xact_lock(hashtext($1))", [`family ${code}`]);

/**
 * Writes the next version of a family, made from the one that the editor saw. The same content again writes nothing.
 * @throws FamilyMovedOn where that is no longer the newest.
 */
export async function reviseFamily(
  pool: pg.Pool,
  seenVersion: number,
  revised: Family,
): Promise<StoredFamily | null> {
  return inTransaction(pool, async (client) => {
    await lockCode(client, revised.code);
    const newest = await findFamily(client, revised.code);
    if (!newest) return null;
    // The answer to the same edit, sent before, was lost on its way.
    if (isDeepStrictEqual(revised, newest.family)) return newest;
    if (newest.version !== seenVersion) throw new FamilyMovedOn(newest.version);
    return insertVersion(client, revised);
  });
}

/** Makes the family of a single device, under the next code of its kind. */
export async function keepOneOff(client: pg.PoolClient, device: OneOff): Promise<StoredFamily> {
  await lockCode(client, SINGLE_CODE);
  const { rows } = await client.query<{ next: number }>(
    `SELECT 1 + coalesce(max(substring(code FROM $1::int)::int), 0) AS next FROM family WHERE code LIKE $2`,
    [SINGLE_CODE.length + 1, `${SINGLE_CODE}%`],
  );
  return insertVersion(client, oneOffFamily(`${SINGLE_CODE}${rows[0]!.next}`, device));
}

/** Writes the first version of a family, or returns null where its code is taken by another. */
export async function createFamily(pool: pg.Pool, family: Family): Promise<StoredFamily | null> {
  return inTransaction(pool, async (client) => {
    await lockCode(client, family.code);
    const newest = await findFamily(client, family.code);
    if (!newest) return insertVersion(client, family);
    return isDeepStrictEqual(family, newest.family) ? newest : null;
  });
}
