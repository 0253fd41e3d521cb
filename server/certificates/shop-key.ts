import type pg from "pg";
import { inTransaction } from "../db/pool.ts";
import { makeShopKey, type ShopKey } from "./seal.ts";

interface Row {
  id: string;
  public_key: Buffer;
  private_key: Buffer;
}

/** The key by which this shop signs; made when it is first wanted. */
export async function shopKey(pool: pg.Pool): Promise<ShopKey> {
  const find = async (): Promise<ShopKey | null> => {
    const { rows } = await pool.query<Row>(
      "SELECT id, public_key, private_key FROM shop_key WHERE retired_at IS NULL",
    );
    const [row] = rows;
    return row ? { id: row.id, publicKey: row.public_key, privateKey: row.private_key } : null;
  };
  const there = await find();
  if (there) return there;
  const made = makeShopKey();
  // Two who want it at once have one.
  await pool.query(
    "INSERT INTO shop_key (id, public_key, private_key) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING",
    [made.id, made.publicKey, made.privateKey],
  );
  return (await find())!;
}

/** A key of the shop's as it is told: from when, and until when it sealed. */
export interface ToldKey {
  id: string;
  madeAt: string;
  retiredAt: string | null;
}

/** The key that seals now, and those before it, newest first. */
export async function listShopKeys(pool: pg.Pool): Promise<ToldKey[]> {
  await shopKey(pool);
  const { rows } = await pool.query<{ id: string; made_at: Date; retired_at: Date | null }>(
    "SELECT id, made_at, retired_at FROM shop_key ORDER BY retired_at DESC NULLS FIRST",
  );
  return rows.map(({ id, made_at, retired_at }) => ({
    id,
    madeAt: made_at.toISOString(),
    retiredAt: retired_at?.toISOString() ?? null,
  }));
}

/**
 * Makes the shop a new key in the place of one, which has to be that of now: whether it was. Of the one before only what checks is kept: nobody
 * seals anything by it any more, whoever has a backup aside.
 */
export const replaceShopKey = (pool: pg.Pool, replaced: string): Promise<boolean> =>
  inTransaction(pool, async (client) => {
    // One after another: a press that comes twice replaces the same one, once.
    await client.query("LOCK TABLE shop_key IN EXCLUSIVE MODE");
    const { rowCount } = await client.query(
      "UPDATE shop_key SET retired_at = clock_timestamp(), private_key = NULL WHERE retired_at IS NULL AND id = $1",
      [replaced],
    );
    if (rowCount !== 1) return false;
    const made = makeShopKey();
    await client.query("INSERT INTO shop_key (id, public_key, private_key) VALUES ($1, $2, $3)", [
      made.id,
      made.publicKey,
      made.privateKey,
    ]);
    return true;
  });
